// npm start: installs what is missing, starts its own MariaDB, migrates, loads the demo once, builds, serves.
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { startApp } from './lib/app.mjs';
import { ensureNodeBuild, ensureWebBuild } from './lib/build.mjs';
import { checkNode, ensurePackages } from './lib/install.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { isPortFree } from './lib/ports.mjs';
import { main, ROOT, UserError } from './lib/run.mjs';

const HOME = process.env.ZARNEL_HOME ?? join(ROOT, '.zarnel');
const LOCK = join(HOME, 'start.pid');
const PORT_FILE = join(HOME, 'port');

await main(async () => {
  checkNode();
  mkdirSync(HOME, { recursive: true, mode: 0o700 });
  takeLock();
  const stops = [];
  let askedToStop = () => {};
  const asked = new Promise((resolve) => (askedToStop = resolve));
  process.on('SIGINT', () => askedToStop());
  process.on('SIGTERM', () => askedToStop());
  process.on('SIGHUP', () => askedToStop());
  try {
    await ensurePackages({ quiet: true });
    let databaseUrl = process.env.DATABASE_URL;
    let databaseEnded = new Promise(() => {});
    if (databaseUrl === undefined || databaseUrl === '') {
      const database = await startMariadb(join(HOME, 'mariadb'));
      stops.push(() => database.stop());
      databaseUrl = database.url('zarnel');
      databaseEnded = database.ended;
    }
    await ensureNodeBuild();
    await ensureWebBuild();
    const app = await startApp({ databaseUrl, port: await choosePort() });
    stops.push(() => app.stop());
    // The same address next time: edits that were never sent wait in the browser, under this address.
    writeFileSync(PORT_FILE, String(app.port));
    process.stdout.write(`Zarnel is ready at ${app.url}\n`);
    const why = await Promise.race([
      asked.then(() => null),
      app.ended.then(() => 'The server ended by itself; its message stands above.'),
      databaseEnded.then(() => 'MariaDB ended by itself; see mariadb.log in its folder. Start again.'),
    ]);
    if (why !== null) throw new UserError(why);
  } finally {
    for (const stop of stops.reverse()) await stop();
    rmSync(LOCK, { force: true });
  }
});

/** The port asked for, else that of last time if it is free, else any. */
async function choosePort() {
  const wanted = process.env.ZARNEL_PORT ?? process.env.PORT;
  if (wanted !== undefined && wanted !== '') {
    const port = Number(wanted);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new UserError(`“${wanted}” is not a port.`);
    if (!(await isPortFree(port))) throw new UserError(`Port ${port} is taken by another program.`);
    return port;
  }
  const last = existsSync(PORT_FILE) ? Number(readFileSync(PORT_FILE, 'utf8')) : 0;
  return last > 0 && (await isPortFree(last)) ? last : 0;
}

/** One start at a time in one home: two would fight over the data. */
function takeLock() {
  if (existsSync(LOCK)) {
    const pid = Number(readFileSync(LOCK, 'utf8'));
    if (isRunning(pid)) throw new UserError(`Zarnel is already running here (process ${pid}).`);
  }
  writeFileSync(LOCK, String(process.pid));
}

function isRunning(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.mjs');
  } catch {
    return false;
  }
}
