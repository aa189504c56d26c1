// npm run record: what a page of this version sends, is answered and keeps, for the versions after it to be tried with.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from './lib/app.mjs';
import { ensureNodeBuild, ensureWebBuild } from './lib/build.mjs';
import { checkNode, ensureDebianPrograms, ensurePackages } from './lib/install.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { main, ROOT, run, UserError } from './lib/run.mjs';

await main(async () => {
  const [name] = process.argv.slice(2);
  if (name === undefined || !/^[\w.-]+$/u.test(name))
    throw new UserError('Say what the recording is of: npm run record NAME.');
  checkNode();
  await ensurePackages({ quiet: true });
  const [chromium = ''] = await ensureDebianPrograms([['chromium']], ['chromium'], 'Chromium');
  await ensureNodeBuild();
  await ensureWebBuild();
  const home = mkdtempSync(join(tmpdir(), 'zarnel-record-'));
  const database = await startMariadb(join(home, 'mariadb'), { databases: ['zarnel_record'] });
  try {
    const app = await startApp({ databaseUrl: database.url('zarnel_record'), log: 'error' });
    try {
      return await run(
        process.execPath,
        [
          '--import',
          './scripts/lib/ts-register.mjs',
          '--conditions',
          'zarnel-source',
          'bench/record-exchange.ts',
        ],
        {
          env: {
            ZARNEL_URL: app.url,
            ZARNEL_CHROMIUM: chromium,
            ZARNEL_RECORDING: join(ROOT, 'contract', 'recordings', `${name}.json`),
          },
        },
      );
    } finally {
      await app.stop();
    }
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
