import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { jobListSchema, revisionListSchema } from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import { writePlanCompact } from '@zarnel/core/plan';
import { startApp } from '../../scripts/lib/app.mjs';
import { startMariadb } from '../../scripts/lib/mariadb.mjs';
import { importJob, readRevision, Saver } from './house.ts';

// As docs/operations.md says it is done.
test('what was backed up is the same when it is restored, by a copy or by a dump', async () => {
  test.setTimeout(180_000);
  const home = mkdtempSync(join(tmpdir(), 'zarnel-backup-'));
  /** Everything of every job, revision by revision, and the library. */
  const contents = async (url: string): Promise<string> => {
    const parts: string[] = [];
    const { jobs } = jobListSchema.parse(await (await fetch(`${url}/api/jobs`)).json());
    for (const job of jobs) {
      const list = revisionListSchema.parse(
        await (await fetch(`${url}/api/jobs/${job.id}/revisions?limit=500`)).json(),
      );
      parts.push(JSON.stringify([job, list]));
      for (const { number } of list.revisions)
        parts.push(writePlanCompact(await readRevision(url, job.id, number)));
      parts.push(await (await fetch(`${url}/api/jobs/${job.id}/readings`)).text());
    }
    parts.push(await (await fetch(`${url}/api/gear?limit=200`)).text());
    return parts.join('\n');
  };
  const open = async (folder: string) => {
    const database = await startMariadb(folder);
    const app = await startApp({ databaseUrl: database.url('zarnel'), log: 'error' });
    return { database, app };
  };
  try {
    const first = await open(join(home, 'first'));
    const saver = new Saver(await importJob(first.app.url), () => first.app.url);
    for (let count = 0; count < 20; count++)
      await saver.save({ ...honeyHouse(), name: `Saved ${count} “🐝”` }, Date.now() + 10_000);
    const before = await contents(first.app.url);
    expect(before).toContain('Saved 19 “🐝”');

    const url = new URL(first.database.url('zarnel'));
    const login = [
      '--no-defaults',
      '--protocol=tcp',
      `--host=${url.hostname}`,
      `--port=${url.port}`,
      `--user=${url.username}`,
    ];
    const env = { ...process.env, MYSQL_PWD: url.password };
    const dumped = spawnSync('mariadb-dump', [...login, '--single-transaction', '--hex-blob', 'zarnel'], {
      env,
      maxBuffer: 2 ** 28,
    });
    await first.app.stop();
    await first.database.stop();

    cpSync(join(home, 'first'), join(home, 'copy'), { recursive: true });
    const copy = await open(join(home, 'copy'));
    expect(await contents(copy.app.url)).toBe(before);
    await copy.app.stop();
    await copy.database.stop();

    if (dumped.error !== undefined) {
      process.stdout.write('    mariadb-dump is not installed here: the dump was not tried.\n');
      return;
    }
    expect(dumped.stderr.toString()).toBe('');
    const database = await startMariadb(join(home, 'dump'));
    const to = new URL(database.url('zarnel'));
    execFileSync(
      'mariadb',
      [
        '--no-defaults',
        '--protocol=tcp',
        `--host=${to.hostname}`,
        `--port=${to.port}`,
        `--user=${to.username}`,
        'zarnel',
      ],
      { env: { ...process.env, MYSQL_PWD: to.password }, input: dumped.stdout },
    );
    const app = await startApp({ databaseUrl: database.url('zarnel'), log: 'error' });
    expect(await contents(app.url)).toBe(before);
    await app.stop();
    await database.stop();
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});
