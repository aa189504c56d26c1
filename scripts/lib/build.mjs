import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { must, ROOT } from './run.mjs';

const SOURCES = ['core', 'contract', 'server', 'cli', 'web'];
const CONFIGS = ['package-lock.json', 'tsconfig.base.json', 'tsconfig.json'];
const SKIPPED = new Set(['node_modules', 'dist', 'dist-types']);

/** Builds `what` unless its sources are as they were at the last build. */
async function ensureBuilt(name, folders, outputs, build) {
  const hash = createHash('sha256');
  for (const folder of folders) addFolder(hash, join(ROOT, folder));
  for (const file of CONFIGS) hash.update(readFileSync(join(ROOT, file)));
  const state = hash.digest('hex');
  const stamp = join(ROOT, '.zarnel', `built-${name}`);
  const isBuilt = outputs.every((output) => existsSync(join(ROOT, output)));
  if (isBuilt && existsSync(stamp) && readFileSync(stamp, 'utf8') === state) return;
  process.stderr.write(`Building ${name} …\n`);
  await build();
  mkdirSync(join(ROOT, '.zarnel'), { recursive: true });
  writeFileSync(stamp, state);
}

export async function ensureNodeBuild() {
  await ensureBuilt(
    'programs',
    ['core', 'contract', 'server', 'cli'],
    ['server/dist/main.js', 'cli/dist/main.js'],
    () => must('npx', ['tsc', '-b', 'core', 'contract', 'server', 'cli'], { quiet: true }),
  );
}

export async function ensureWebBuild() {
  await ensureBuilt('client', SOURCES, ['web/dist/index.html'], () =>
    must('npm', ['run', '-s', 'build', '--workspace', 'web', '--', '--logLevel', 'warn'], { quiet: true }),
  );
}

function addFolder(hash, folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) =>
    a.name < b.name ? -1 : 1,
  )) {
    if (SKIPPED.has(entry.name)) continue;
    const path = join(folder, entry.name);
    if (entry.isDirectory()) addFolder(hash, path);
    else if (entry.isFile()) {
      const { size, mtimeMs } = statSync(path);
      hash.update(`${path}\0${size}\0${mtimeMs}\0`);
    }
  }
}
