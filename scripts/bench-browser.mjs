// npm run bench:browser: a large job against the demo, in one run of a real browser. Throwaway database.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from './lib/app.mjs';
import { ensureNodeBuild, ensureWebBuild } from './lib/build.mjs';
import { checkNode, ensureDebianPrograms, ensurePackages } from './lib/install.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { runMeasured } from './lib/measured.mjs';
import { main } from './lib/run.mjs';

await main(async () => {
  checkNode();
  await ensurePackages({ quiet: true });
  const [chromium = ''] = await ensureDebianPrograms([['chromium']], ['chromium'], 'Chromium');
  await ensureNodeBuild();
  await ensureWebBuild();
  const home = mkdtempSync(join(tmpdir(), 'zarnel-bench-'));
  const database = await startMariadb(join(home, 'mariadb'), { databases: ['zarnel_bench'] });
  try {
    const app = await startApp({ databaseUrl: database.url('zarnel_bench'), log: 'error' });
    try {
      return await runMeasured('bench-browser', 'bench/browser.ts', {
        ZARNEL_URL: app.url,
        ZARNEL_CHROMIUM: chromium,
      });
    } finally {
      await app.stop();
    }
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
});
