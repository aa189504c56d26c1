import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's root folder; every script works there, wherever it was called from. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** An outcome for the person at the terminal: printed without a stack. */
export class UserError extends Error {}

/** The script was asked to stop. */
export class Stopped extends Error {}

const stopping = new AbortController();

/** Aborts when the script is asked to stop: from then on nothing more is begun, and what runs is ended. */
export const stopSignal = stopping.signal;

/** Ends what runs, as if the script had been asked to stop. */
export function stopAll() {
  stopping.abort();
}

/** Ends here where the script was asked to stop. */
export function unlessStopped() {
  if (stopSignal.aborted) throw new Stopped();
}

/**
 * Runs a program to its end with its output shown (on stderr if `quiet`), and gives its exit code. Asked to stop, it ends the
 * program and all that this started, and throws Stopped.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ env?: Record<string, string>, quiet?: boolean, output?: (text: string) => void, mostMs?: number }} [options]
 *   `output` takes what is printed instead; what runs longer than `mostMs` is ended, with another code than 0
 * @returns {Promise<number>}
 */
export async function run(command, args, { env = {}, quiet = false, output, mostMs } = {}) {
  unlessStopped();
  const child = spawn(command, args, {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', output ? 'pipe' : quiet ? 2 : 'inherit', output ? 'pipe' : 'inherit'],
    // In a group of its own, which is ended as a whole.
    detached: true,
  });
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (data) => output?.(String(data)));
  const end = () => endGroup(child.pid);
  stopSignal.addEventListener('abort', end);
  const timer = mostMs === undefined ? undefined : setTimeout(end, mostMs);
  try {
    const code = await new Promise((resolve, reject) => {
      child.on('error', reject);
      child.on('exit', (code, signal) => resolve(code ?? (signal === null ? 1 : 128)));
    });
    unlessStopped();
    return code;
  } finally {
    clearTimeout(timer);
    stopSignal.removeEventListener('abort', end);
  }
}

function endGroup(pid) {
  try {
    if (pid !== undefined) process.kill(-pid, 'SIGTERM');
  } catch {
    // It has ended by itself.
  }
}

/** The same, where anything but success ends the script. */
export async function must(command, args, options) {
  const code = await run(command, args, options);
  if (code !== 0) throw new UserError(`“${[command, ...args].join(' ')}” ended with ${code}.`);
}

/** Waits, or less where the script is asked to stop. @param {number} ms */
export function sleep(ms) {
  if (stopSignal.aborted) return Promise.resolve();
  return new Promise((resolve) => {
    const end = () => {
      clearTimeout(timer);
      stopSignal.removeEventListener('abort', end);
      resolve();
    };
    const timer = setTimeout(end, ms);
    stopSignal.addEventListener('abort', end);
  });
}

/** Runs a script's body; a UserError is printed plainly, anything else with its stack. Asked to stop, it stops at once. */
export async function main(body) {
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stopping.abort());
  try {
    process.exitCode = (await body()) ?? 0;
  } catch (error) {
    if (error instanceof Stopped) {
      process.stderr.write('Stopped.\n');
      process.exitCode = 130;
      return;
    }
    process.stderr.write(error instanceof UserError ? `${error.message}\n` : `${error?.stack ?? error}\n`);
    process.exitCode = 1;
  }
}
