import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's root folder; every script works there, wherever it was called from. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** An outcome for the person at the terminal: printed without a stack. */
export class UserError extends Error {}

/**
 * Runs a program to its end with its output shown (on stderr if `quiet`), and gives its exit code.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ env?: Record<string, string>, quiet?: boolean }} [options]
 * @returns {Promise<number>}
 */
export function run(command, args, { env = {}, quiet = false } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', quiet ? 2 : 'inherit', 'inherit'],
    });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(code ?? (signal === null ? 1 : 128)));
  });
}

/** The same, where anything but success ends the script. */
export async function must(command, args, options) {
  const code = await run(command, args, options);
  if (code !== 0) throw new UserError(`“${[command, ...args].join(' ')}” ended with ${code}.`);
}

/** @param {number} ms */
export function sleep(ms) {
  return new Promise((resolve) => setTimeout(resolve, ms));
}

/** Runs a script's body; a UserError is printed plainly, anything else with its stack. */
export async function main(body) {
  try {
    process.exitCode = (await body()) ?? 0;
  } catch (error) {
    process.stderr.write(error instanceof UserError ? `${error.message}\n` : `${error?.stack ?? error}\n`);
    process.exitCode = 1;
  }
}
