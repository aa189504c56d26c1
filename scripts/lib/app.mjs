import { fork } from 'node:child_process';
import { join } from 'node:path';
import { ROOT, UserError } from './run.mjs';

/**
 * Starts the built server and waits until it listens.
 * @param {{ databaseUrl: string, port?: number, demo?: 'load' | 'skip', log?: string }} options
 * @returns {Promise<{ url: string, port: number, ended: Promise<number>, stop: () => Promise<void> }>}
 */
export async function startApp({ databaseUrl, port = 0, demo = 'load', log = 'warn' }) {
  const child = fork(join(ROOT, 'server', 'dist', 'main.js'), [], {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      DATABASE_URL: databaseUrl,
      ZARNEL_PORT: String(port),
      ZARNEL_WEB_ROOT: join(ROOT, 'web', 'dist'),
      ZARNEL_DEMO: demo,
      ZARNEL_LOG: log,
    },
  });
  const ended = new Promise((resolve) => child.once('exit', (code) => resolve(code ?? 1)));
  const listening = new Promise((resolve) => child.once('message', (message) => resolve(message.port)));
  const usedPort = await Promise.race([listening, ended.then(() => null)]);
  if (usedPort === null) throw new UserError('The server did not start; its message stands above.');
  return {
    url: `http://127.0.0.1:${usedPort}`,
    port: usedPort,
    ended,
    stop: async () => {
      if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
      await ended;
    },
  };
}
