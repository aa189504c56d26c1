import { execFileSync } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { cpus, totalmem } from 'node:os';
import { join } from 'node:path';
import { ROOT, run } from './run.mjs';
import { NODE_ARGS } from './with-app.mjs';

/** Graph libraries keep an object for each edge: short of memory they would be measured collecting it. */
const ROOM = '--max-old-space-size=12288';

/**
 * Runs a measurement, shows what it prints and keeps it under `.zarnel/bench/` with the machine, the commit and the date, so that
 * runs can be compared.
 * @param {string} name
 * @param {string} file
 * @param {Record<string, string>} [env]
 */
export async function runMeasured(name, file, env = {}) {
  const now = new Date().toISOString();
  const [cpu] = cpus();
  const head = [
    `${name}, ${now}`,
    `commit ${commit()}`,
    `${cpu?.model.trim() ?? 'a processor'}, ${cpus().length} cores, ${Math.round(totalmem() / 2 ** 30)} GiB, Node ${process.versions.node}, ${process.platform}`,
    '',
    '',
  ].join('\n');
  process.stdout.write(head);
  let text = head;
  const code = await run(process.execPath, ['--expose-gc', ...NODE_ARGS, ROOM, file], {
    env,
    output: (part) => {
      text += part;
      process.stdout.write(part);
    },
  });
  const folder = join(ROOT, '.zarnel', 'bench');
  mkdirSync(folder, { recursive: true });
  writeFileSync(join(folder, `${name}-${now.replaceAll(':', '-')}.txt`), text);
  return code;
}

function commit() {
  try {
    return execFileSync('git', ['log', '-1', '--format=%h %cs'], { cwd: ROOT, encoding: 'utf8' }).trim();
  } catch {
    return 'unknown';
  }
}
