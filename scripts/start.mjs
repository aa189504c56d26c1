// npm start: installs what is missing, starts its own MariaDB, migrates, loads the demo once, builds, serves, and keeps
// both running until it is asked to stop.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { startApp } from './lib/app.mjs';
import { ensureNodeBuild, ensureWebBuild } from './lib/build.mjs';
import { checkNode, ensurePackages } from './lib/install.mjs';
import { takeLock } from './lib/lock.mjs';
import { startMariadb } from './lib/mariadb.mjs';
import { isPortFree } from './lib/ports.mjs';
import { main, ROOT, sleep, Stopped, stopSignal, UserError } from './lib/run.mjs';
import { tendReserve } from './lib/reserve.mjs';
import { supervise } from './lib/supervise.mjs';

/** A relative home is meant from where the command was given. */
const HOME = resolve(process.env.INIT_CWD ?? '.', process.env.ZARNEL_HOME ?? join(ROOT, '.zarnel'));
const PORT_FILE = join(HOME, 'port');
const PORT_CHECK_MS = 3000;

await main(async () => {
  checkNode();
  mkdirSync(HOME, { recursive: true, mode: 0o700 });
  const letGo = takeLock(join(HOME, 'start.pid'));
  const stops = [];
  try {
    await ensurePackages({ quiet: true });
    const databaseUrl = process.env.DATABASE_URL || (await startDatabase(stops));
    await ensureNodeBuild();
    await ensureWebBuild();
    const { port: wanted, usualPort } = await choosePort();
    let port = wanted;
    const app = await supervise({
      name: 'The server',
      hint: ' Its message stands above.',
      start: async () => {
        const started = await startApp({
          databaseUrl,
          port,
          usualPort,
          dataFolder: process.env.DATABASE_URL ? undefined : HOME,
        });
        port = started.port;
        return started;
      },
    });
    stops.push(() => app.stop());
    process.stdout.write(`Zarnel is ready at http://127.0.0.1:${port}\n`);
    // The same address next time: edits that were never sent wait in the browser, under this address.
    if (usualPort === null) writeFileSync(PORT_FILE, String(port));
    else void comeBack(app, usualPort);
    await new Promise((done) => {
      if (stopSignal.aborted) done();
      else stopSignal.addEventListener('abort', done);
    });
  } catch (error) {
    if (!(error instanceof Stopped)) throw error;
    process.stdout.write('Stopped before it was ready.\n');
  } finally {
    for (const stop of stops.reverse()) await stop();
    letGo();
  }
});

async function startDatabase(stops) {
  let port;
  const database = await supervise({
    name: 'MariaDB',
    hint: ` Why stands in ${join(HOME, 'mariadb', 'mariadb.log')}.`,
    start: async () => {
      tendReserve(HOME);
      const started = await startMariadb(join(HOME, 'mariadb'), { port });
      // The server knows it by this port.
      port = started.port;
      return started;
    },
  });
  stops.push(() => database.stop());
  return database.current().url('zarnel');
}

/** The port asked for, else that of last time if it is free, else any; then `usualPort` is the one it should be. */
async function choosePort() {
  const wanted = process.env.ZARNEL_PORT ?? process.env.PORT;
  if (wanted !== undefined && wanted !== '') {
    const port = Number(wanted);
    if (!Number.isInteger(port) || port < 1 || port > 65535)
      throw new UserError(`“${wanted}” is not a port.`);
    if (!(await isPortFree(port))) throw new UserError(`Port ${port} is taken by another program.`);
    return { port, usualPort: null };
  }
  const last = existsSync(PORT_FILE) ? Number(readFileSync(PORT_FILE, 'utf8')) : 0;
  const isPort = Number.isInteger(last) && last > 0 && last <= 65535;
  if (!isPort || (await isPortFree(last))) return { port: isPort ? last : 0, usualPort: null };
  process.stderr.write(
    `Port ${last}, where Zarnel was last time, is taken by another program. Edits that a browser has not sent yet wait there, ` +
      `under http://127.0.0.1:${last}. Zarnel is at another address until that is free, and then at both.\n`,
  );
  return { port: 0, usualPort: last };
}

/** Listens at the usual port too, as soon as it is free, and again after each time the server was started again. */
async function comeBack(app, usualPort) {
  let there = null;
  for (;;) {
    await sleep(PORT_CHECK_MS);
    if (stopSignal.aborted) return;
    const server = app.current();
    if (there === server || !(await isPortFree(usualPort))) continue;
    if (await server.listenAlso(usualPort)) {
      there = server;
      process.stdout.write(
        `Port ${usualPort} is free: Zarnel is at http://127.0.0.1:${usualPort} again, too.\n`,
      );
    }
  }
}
