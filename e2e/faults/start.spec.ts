import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { jobListSchema } from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import type { Plan } from '@zarnel/core/plan';
import { bench, expectSaved, gear } from '../job.ts';
import { chanceOf, goRounds, pause, tell, TIMEOUT_MS } from './chance.ts';
import { importJob, readRevision, Saver } from './house.ts';

test.describe.configure({ timeout: TIMEOUT_MS });

const ROOT = join(import.meta.dirname, '..', '..');

class Start {
  output = '';
  readonly ended: Promise<number | null>;

  constructor(
    private readonly child: ChildProcess,
    readonly home: string,
  ) {
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (data: Buffer) => (this.output += data.toString()));
    this.ended = new Promise((resolve) => child.once('exit', (code) => resolve(code)));
  }

  /** The address, once it is told; empty where the start ended instead. */
  async url(): Promise<string> {
    for (let waited = 0; waited < 60_000; waited += 100) {
      const url = /ready at (http:\S+)/u.exec(this.output)?.[1];
      if (url !== undefined) return url;
      if (this.child.exitCode !== null) return '';
      await pause(100);
    }
    return '';
  }

  async stop(): Promise<number | null> {
    if (this.child.exitCode === null && this.child.signalCode === null) this.child.kill('SIGTERM');
    return this.ended;
  }

  kill(): void {
    this.child.kill('SIGKILL');
  }

  /** A process that this start keeps running, by a word of its command. */
  pidOf(word: string): number {
    for (const name of readdirSync('/proc').filter((each) => /^\d+$/u.test(each))) {
      try {
        const command = readFileSync(`/proc/${name}/cmdline`, 'utf8').replaceAll('\0', ' ');
        const environment = readFileSync(`/proc/${name}/environ`, 'utf8').split('\0');
        if (command.includes(word) && environment.includes(`ZARNEL_HOME=${this.home}`)) return Number(name);
      } catch {
        // It has ended.
      }
    }
    throw new Error(`Nothing that runs is called ${word}.`);
  }
}

function start(home: string, cwd = ROOT): Start {
  const own = new Set(['DATABASE_URL', 'ZARNEL_PORT', 'PORT', 'INIT_CWD']);
  const env = Object.fromEntries(Object.entries(process.env).filter(([name]) => !own.has(name)));
  const child = spawn('node', [join(ROOT, 'scripts', 'start.mjs')], {
    cwd,
    env: { ...env, ZARNEL_HOME: home },
  });
  return new Start(child, home);
}

async function withHome(work: (home: string) => Promise<void>, name = 'zarnel-home-'): Promise<void> {
  const home = mkdtempSync(join(tmpdir(), name));
  try {
    await work(home);
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
}

async function jobNames(url: string): Promise<string[]> {
  const list = jobListSchema.parse(await (await fetch(`${url}/api/jobs`)).json());
  return list.jobs.map(({ name }) => name);
}

function placedMm({ placements }: Plan): number {
  return placements.find(({ id }) => id === 'inverter-a')?.xMm ?? NaN;
}

test('a server or a database that ends is started again, said in a line, and the page goes on', async ({
  page,
}) => {
  await withHome(async (home) => {
    const started = start(home);
    const url = await started.url();
    const id = await importJob(url);
    await page.goto(`${url}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    for (const [word, line] of [
      ['server/dist/main.js', 'The server ended by itself.'],
      ['mariadbd', 'MariaDB ended by itself.'],
    ] as const) {
      process.kill(started.pidOf(word), 'SIGKILL');
      await page.keyboard.press('Shift+ArrowRight');
      await expect.poll(() => started.output, { timeout: 30_000 }).toContain(line);
      await expect(page.getByTestId('save-state')).toHaveText('Saved', { timeout: 30_000 });
    }
    expect(placedMm(await readRevision(url, id))).toBeCloseTo(placedMm(honeyHouse()) + 50.8, 6);
    expect(await started.stop()).toBe(0);
  });
});

test('a server or a database that hangs is noticed, replaced, and the page goes on', async ({ page }) => {
  await withHome(async (home) => {
    const started = start(home);
    const url = await started.url();
    const id = await importJob(url);
    await page.goto(`${url}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    for (const [word, line] of [
      ['mariadbd', 'MariaDB does not answer: it is ended.'],
      ['server/dist/main.js', 'The server does not answer: it is ended.'],
    ] as const) {
      process.kill(started.pidOf(word), 'SIGSTOP');
      if (word === 'mariadbd') {
        // What it was doing just then may still be done.
        await expect.poll(() => fetch(`${url}/api/health`).then(({ status }) => status)).toBe(503);
        const sinceMs = Date.now();
        expect((await fetch(`${url}/api/health`)).status).toBe(503);
        expect(await (await fetch(`${url}/api/metrics`)).text()).toContain('zarnel_database_up 0');
        // Two questions, each within two seconds.
        expect(Date.now() - sinceMs).toBeLessThan(5000);
      }
      await page.keyboard.press('Shift+ArrowRight');
      await expect.poll(() => started.output, { timeout: 60_000 }).toContain(line);
      await expect(page.getByTestId('save-state')).toHaveText('Saved', { timeout: 60_000 });
    }
    expect(placedMm(await readRevision(url, id))).toBeCloseTo(placedMm(honeyHouse()) + 50.8, 6);
    expect(await started.stop()).toBe(0);
  });
});

test('two that are installed and started at once do not get in each other’s way', async () => {
  let [rounds, ready] = [0, 0];
  await goRounds(1, 20, 200, async () => {
    rounds++;
    await withHome((one) =>
      withHome(async (other) => {
        const both = [start(one), start(other)];
        const urls = await Promise.all(both.map((each) => each.url()));
        for (const each of both) expect(each.output).not.toContain('    at ');
        for (const url of urls) expect((await jobNames(url)).length).toBe(4);
        ready++;
        await Promise.all(both.map((each) => each.stop()));
      }),
    );
  });
  tell('two at once', { rounds, ready });
  expect(ready).toBe(rounds);
});

test('a home may have a space, be long or relative, and may have lost its password or keep another’s lock', async () => {
  await withHome(async (home) => {
    const temporary = () => readdirSync(tmpdir()).filter((name) => /^zarnel-.{6}$/u.test(name)).length;
    const before = temporary();
    const far = 'long'.repeat(30);
    const relative = start(far, home);
    const url = await relative.url();
    expect(url).not.toBe('');
    await importJob(url, { ...honeyHouse(), name: 'Kept' });
    expect(await relative.stop()).toBe(0);
    for (const text of ['', 'not a password']) {
      writeFileSync(join(home, far, 'mariadb', 'password'), text);
      const again = start(join(home, far));
      expect(await jobNames(await again.url())).toContain('Kept');
      await again.stop();
    }
    rmSync(join(home, far, 'mariadb', 'password'));
    // The number of a process that lives, which is no start of ours.
    writeFileSync(join(home, far, 'start.pid'), `${process.pid} 1 x`);
    const without = start(join(home, far));
    expect(await jobNames(await without.url())).toContain('Kept');
    await without.stop();
    expect(temporary()).toBe(before);
  }, 'zarnel home ');
});

test('a start that is killed on the way is made good by the next', async () => {
  const chance = chanceOf('first start');
  let ready = 0;
  const kills = await goRounds(1, 40, 100, () =>
    withHome(async (home) => {
      const killed = start(home);
      await pause(chance.below(4000));
      killed.kill();
      await killed.ended;
      const next = start(home);
      const url = await next.url();
      expect(next.output).not.toContain('    at ');
      expect((await jobNames(url)).length).toBe(4);
      ready++;
      expect(await next.stop()).toBe(0);
    }),
  );
  tell('killed in the first start', { kills, ready });
});

test('asked to stop on the way, a script ends what it began, and at once', async () => {
  const script = `
    import { main, run } from ${JSON.stringify(join(ROOT, 'scripts', 'lib', 'run.mjs'))};
    await main(async () => {
      process.stdout.write('begun');
      await run('sh', ['-c', 'sleep 87654 & wait']);
    });`;
  const child = spawn('node', ['--input-type=module', '-e', script]);
  await new Promise((resolve) => child.stdout.once('data', resolve));
  await pause(300);
  const sinceMs = Date.now();
  child.kill('SIGTERM');
  expect(await new Promise((resolve) => child.once('exit', resolve))).toBe(130);
  expect(Date.now() - sinceMs).toBeLessThan(3000);
  const left = () =>
    readdirSync('/proc').some((name) => {
      try {
        return readFileSync(`/proc/${name}/cmdline`, 'utf8').replaceAll('\0', ' ').startsWith('sleep 87654');
      } catch {
        return false;
      }
    });
  await expect.poll(left).toBe(false);
});

test('a port that another program took is told, at the page too, and taken back when it is free', async ({
  page,
}) => {
  await withHome(async (home) => {
    const first = start(home);
    const usual = await first.url();
    const id = await importJob(usual);
    await first.stop();
    const other = await new Promise<Server>((resolve) => {
      const server = createServer((socket) => socket.destroy());
      server.listen(Number(new URL(usual).port), '127.0.0.1', () => resolve(server));
    });
    const moved = start(home);
    const url = await moved.url();
    expect(url).not.toBe(usual);
    expect(moved.output).toContain(`Port ${new URL(usual).port}, where Zarnel was last time, is taken`);
    await page.goto(`${url}/jobs/${id}/mount`);
    await expect(page.getByText(`Another program has the usual address of Zarnel, ${usual}.`)).toBeVisible();
    await new Promise((resolve) => other.close(resolve));
    await page.getByRole('link', { name: `go on at ${usual}` }).click({ timeout: 30_000 });
    await expect(page).toHaveURL(`${usual}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    await bench(page).getByLabel('Center, right of datum').fill('31');
    await page.keyboard.press('Enter');
    await expectSaved(page);
    await moved.stop();
    const home2 = start(home);
    expect(await home2.url()).toBe(usual);
    await home2.stop();
  });
});

test('a full disk is named, leaves what is saved to be read, and is over when there is room', async ({
  page,
}) => {
  const home = mkdtempSync(join(tmpdir(), 'zarnel-full-'));
  let isMounted = false;
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=330m', 'tmpfs', home], { stdio: 'ignore' });
    isMounted = true;
  } catch {
    // Told below.
  }
  test.skip(!isMounted, 'No disk can be mounted here: nothing was tried with a full one.');
  try {
    const started = start(home);
    const url = await started.url();
    const id = await importJob(url);
    await page.goto(`${url}/jobs/${id}/mount`);
    await gear(page, 'inverter-a').click();
    const fill = join(home, 'fill');
    execFileSync('sh', ['-c', `dd if=/dev/zero of='${fill}' bs=1M 2>/dev/null || true`]);
    await page.keyboard.press('Shift+ArrowRight');
    await expect(page.getByTestId('save-state')).toHaveText('The server’s disk is full, 1 edit kept');
    expect((await fetch(`${url}/api/jobs/${id}/plan`)).status).toBe(200);
    // Even a database that ends now comes up again, for reading.
    process.kill(started.pidOf('mariadbd'), 'SIGKILL');
    await expect
      .poll(() => fetch(`${url}/api/jobs/${id}/plan`).then(({ status }) => status), { timeout: 60_000 })
      .toBe(200);
    await expect(page.getByTestId('save-state')).toContainText('disk is full');
    rmSync(fill);
    await expect(page.getByTestId('save-state')).toHaveText('Saved', { timeout: 30_000 });
    const saver = new Saver(id, () => url);
    saver.revision = 2;
    expect(await saver.save({ ...honeyHouse(), name: 'With room' }, Date.now() + 10_000)).toBe('saved');
    expect(await started.stop()).toBe(0);
  } finally {
    execFileSync('umount', [home]);
    rmSync(home, { recursive: true, force: true });
  }
});

test('what a killed installation of packages left behind is removed by the next start', () => {
  test.skip(process.getuid?.() !== 0, 'Only who may install packages leaves that behind.');
  const policy = '/usr/sbin/policy-rc.d';
  const written = `
    import { readFileSync } from 'node:fs';
    const source = readFileSync(${JSON.stringify(join(ROOT, 'scripts', 'lib', 'install.mjs'))}, 'utf8');
    process.stdout.write(/const OUR_POLICY =\\s*'([^']*)'/u.exec(source)[1].replaceAll('\\\\n', '\\n'));`;
  const text = execFileSync('node', ['--input-type=module', '-e', written]).toString();
  expect(text).toContain('exit 101');
  const removed = (content: string) => {
    mkdirSync('/usr/sbin', { recursive: true });
    writeFileSync(policy, content);
    execFileSync('node', [
      '--input-type=module',
      '-e',
      `import { removeLeftPolicy } from ${JSON.stringify(join(ROOT, 'scripts', 'lib', 'install.mjs'))}; removeLeftPolicy();`,
    ]);
    return !readdirSync('/usr/sbin').includes('policy-rc.d');
  };
  const before = readdirSync('/usr/sbin').includes('policy-rc.d') ? readFileSync(policy, 'utf8') : null;
  try {
    expect(removed(text)).toBe(true);
    // One that somebody else wrote stays.
    expect(removed('#!/bin/sh\nexit 101\n')).toBe(false);
  } finally {
    if (before === null) rmSync(policy, { force: true });
    else writeFileSync(policy, before);
  }
});
