import { fork } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, stopSignal, unlessStopped, UserError } from './run.mjs';

const LISTEN_ALSO_MS = 5000;
/** A server that is well answers within this time. */
const WELL_MS = 2000;

/**
 * Starts the built server and waits until it listens.
 * @param {{ databaseUrl: string, port?: number, usualPort?: number | null, dataFolder?: string, demo?: 'load' | 'skip', log?: string }} options
 *   `usualPort` is where it should be and is not; `dataFolder` is on the disk of the database, where that is this machine's
 * @returns {Promise<{ url: string, port: number, pid: number, ended: Promise<number>, isWell: () => Promise<boolean>, kill: () => void, listenAlso: (port: number) => Promise<boolean>, stop: () => Promise<void> }>}
 */
export async function startApp({
  databaseUrl,
  port = 0,
  usualPort = null,
  dataFolder,
  demo = 'load',
  log = 'warn',
}) {
  const child = fork(join(ROOT, 'server', 'dist', 'main.js'), [], {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      ZARNEL_PORT: String(port),
      ...(usualPort === null ? {} : { ZARNEL_USUAL_PORT: String(usualPort) }),
      ...(dataFolder === undefined ? {} : { ZARNEL_DATA_FOLDER: dataFolder }),
      ZARNEL_WEB_ROOT: join(ROOT, 'web', 'dist'),
      ZARNEL_DEMO: demo,
      ZARNEL_LOG: log,
    },
  });
  const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
  const listening = new Promise((resolve) => child.once('message', (message) => resolve(message.port)));
  const giveUp = () => child.kill('SIGTERM');
  stopSignal.addEventListener('abort', giveUp);
  const usedPort = await Promise.race([listening, ended.then(() => null)]);
  stopSignal.removeEventListener('abort', giveUp);
  if (usedPort === null) unlessStopped();
  if (usedPort === null) throw new UserError('The server did not start; its message stands above.');
  return {
    url: `http://127.0.0.1:${usedPort}`,
    port: usedPort,
    pid: child.pid ?? 0,
    ended,
    /** Whether it still answers, whatever the database does. */
    isWell: () =>
      fetch(`http://127.0.0.1:${usedPort}/api/alive`, { signal: AbortSignal.timeout(WELL_MS) }).then(
        ({ ok }) => ok,
        () => false,
      ),
    kill: () => child.kill('SIGKILL'),
    listenAlso: (other) =>
      new Promise((resolve) => {
        const finish = (isThere) => {
          clearTimeout(timer);
          child.off('message', onMessage);
          resolve(isThere);
        };
        const onMessage = (message) => {
          if (message.also === other) finish(message.isThere);
        };
        const timer = setTimeout(() => finish(false), LISTEN_ALSO_MS);
        child.on('message', onMessage);
        if (child.connected) child.send({ listenAlso: other });
        else finish(false);
      }),
    stop: async () => {
      if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
      await ended;
    },
  };
}
