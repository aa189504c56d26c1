// npm run dev: server and page from their sources, each anew when a file of it is saved. Data of its own, beside that of `npm start`.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensurePackages } from './lib/install.mjs';
import { takeLock } from './lib/lock.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { freePort } from './lib/ports.mjs';
import { main, ROOT, run, stopAll, Stopped } from './lib/run.mjs';

const HOME = join(ROOT, '.zarnel', 'dev');

await main(async () => {
  checkNode();
  mkdirSync(HOME, { recursive: true, mode: 0o700 });
  const letGo = takeLock(join(HOME, 'start.pid'));
  let database = null;
  try {
    await ensurePackages();
    database = await startMariadb(join(HOME, 'mariadb'));
    const port = await freePort();
    const server = run('npx', ['tsx', 'watch', '--conditions=zarnel-source', 'server/src/main.ts'], {
      env: { DATABASE_URL: database.url('zarnel'), ZARNEL_PORT: String(port) },
    });
    const page = run('npx', ['vite', 'web', '--host', '127.0.0.1'], {
      env: { ZARNEL_URL: `http://127.0.0.1:${port}` },
    });
    // Whichever ends first takes the other along; asked to stop, both end.
    await Promise.race([server, page]).finally(stopAll);
  } catch (error) {
    if (!(error instanceof Stopped)) throw error;
  } finally {
    await database?.stop();
    letGo();
  }
});
