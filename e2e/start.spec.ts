import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { jobListSchema } from '@zarnel/contract';

const ROOT = join(import.meta.dirname, '..');

type Started = { readonly child: ChildProcess; readonly url: string; readonly output: () => string };

/** `npm start` in a home of its own, without the settings of this test run. */
async function start(home: string, more: Record<string, string> = {}): Promise<Started> {
  const own = new Set(['DATABASE_URL', 'ZARNEL_PORT', 'PORT']);
  const inherited = Object.fromEntries(Object.entries(process.env).filter(([name]) => !own.has(name)));
  const env = { ...inherited, ZARNEL_HOME: home, ...more };
  const child = spawn('npm', ['start'], {
    cwd: ROOT,
    env,
    detached: true,
  });
  let text = '';
  child.stdout.on('data', (data: Buffer) => (text += data.toString()));
  child.stderr.on('data', (data: Buffer) => (text += data.toString()));
  for (let waited = 0; waited < 60_000 && child.exitCode === null; waited += 100) {
    const url = /ready at (http:\S+)/u.exec(text)?.[1];
    if (url !== undefined) return { child, url, output: () => text };
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  return { child, url: '', output: () => text };
}

/** Ends npm alone, as a service manager would; npm passes the signal on. */
async function stop({ child }: Started): Promise<void> {
  const ended = new Promise((resolve) => child.once('exit', resolve));
  if (child.exitCode === null) {
    child.kill('SIGTERM');
    await ended;
  }
}

/** Processes that still use the home. */
function leftIn(home: string): string[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/u.test(name))
    .flatMap((pid) => {
      try {
        const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
        const environment = readFileSync(`/proc/${pid}/environ`, 'utf8');
        return command.includes(home) || environment.includes(`ZARNEL_HOME=${home}`) ? [command] : [];
      } catch {
        return [];
      }
    });
}

test('npm start serves, stops all it started, and has the data and the address next time', async () => {
  test.setTimeout(180_000);
  const home = mkdtempSync(join(tmpdir(), 'zarnel-start-'));
  try {
    const first = await start(home);
    expect(first.output()).toContain('Zarnel is ready at http://127.0.0.1:');
    const made = await fetch(`${first.url}/api/jobs`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name: 'Kept', codeBasis: 'us', meanMaxTempC: 20 }),
    });
    expect(made.status).toBe(201);
    const again = await start(home);
    expect(again.output()).toContain('already running here');
    await stop(first);
    await expect.poll(() => leftIn(home)).toEqual([]);

    const before = Date.now();
    const second = await start(home);
    expect(Date.now() - before).toBeLessThan(20_000);
    expect(second.url).toBe(first.url);
    expect(second.output()).not.toContain('Installing');
    expect(second.output()).not.toContain('Building');
    const list = jobListSchema.parse(await (await fetch(`${second.url}/api/jobs`)).json());
    expect(list.jobs.map(({ name }) => name).sort()).toEqual([
      'Hollowmere honey house',
      'Kept',
      'Larkspur travelling eye clinic',
      'Marl Lane glasshouses',
      'Pebble Hythe survey launch',
    ]);
    await stop(second);
    await expect.poll(() => leftIn(home)).toEqual([]);
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});

test('npm start says what to install where MariaDB is missing and may not be installed', async () => {
  const home = mkdtempSync(join(tmpdir(), 'zarnel-none-'));
  try {
    const missing = await start(home, { ZARNEL_NO_INSTALL: '1', ZARNEL_NO_PROGRAMS: '1' });
    expect(missing.url).toBe('');
    expect(missing.output()).toContain('MariaDB is missing');
    expect(missing.output()).toContain('sudo apt-get install mariadb-server-core mariadb-client-core');
    await stop(missing);
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});
