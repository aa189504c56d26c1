import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApp } from './app.mjs';
import { ensureNodeBuild, ensureWebBuild } from './build.mjs';
import { checkNode, ensureDebianPrograms, ensurePackages } from './install.mjs';
import { startMariadb } from './mariadb.mjs';
import { run } from './run.mjs';

/** How a file of TypeScript is run. Plainly read, as what ships is: tsx wraps each function to keep its name, which costs small ones dear. */
export const NODE_ARGS = ['--import', './scripts/lib/ts-register.mjs', '--conditions', 'zarnel-source'];

/**
 * Builds, starts the app with the demos on a throwaway database, and ends both when `work` is done.
 * @param {string} name of the database, after `zarnel_`
 * @param {(env: { ZARNEL_URL: string, ZARNEL_CHROMIUM: string }) => Promise<number>} work
 */
export async function withApp(name, work) {
  checkNode();
  await ensurePackages({ quiet: true });
  const [chromium = ''] = await ensureDebianPrograms([['chromium']], ['chromium'], 'Chromium');
  await ensureNodeBuild();
  await ensureWebBuild();
  const home = mkdtempSync(join(tmpdir(), `zarnel-${name}-`));
  const database = await startMariadb(join(home, 'mariadb'), { databases: [`zarnel_${name}`] });
  try {
    const app = await startApp({ databaseUrl: database.url(`zarnel_${name}`), log: 'error' });
    try {
      return await work({ ZARNEL_URL: app.url, ZARNEL_CHROMIUM: chromium });
    } finally {
      await app.stop();
    }
  } finally {
    await database.stop();
    rmSync(home, { recursive: true, force: true });
  }
}

/**
 * Runs a file of TypeScript to its end.
 * @param {string} file
 * @param {Record<string, string>} env
 */
export function runTs(file, env) {
  return run(process.execPath, [...NODE_ARGS, file], { env });
}
