import { createHash } from 'node:crypto';
import { accessSync, constants, existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { delimiter, join } from 'node:path';
import { must, ROOT, run, UserError } from './run.mjs';

const PROGRAM_FOLDERS = [
  '/usr/sbin',
  '/usr/local/sbin',
  '/usr/bin',
  '/usr/local/bin',
  '/usr/libexec',
  '/sbin',
  '/bin',
];
const NO_SERVICES = '/usr/sbin/policy-rc.d';

export function checkNode() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new UserError(`Zarnel needs Node 20.19 or newer; this is ${process.versions.node}.`);
  }
}

/** Installs the npm packages of the lock file, once for each state of it. */
export async function ensurePackages({ quiet = false } = {}) {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const stamp = join(ROOT, 'node_modules', '.zarnel-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  process.stderr.write('Installing npm packages …\n');
  // Not “npm ci”: it refuses where a registry lacks packages for machines other than this one. The versions
  // are the lock file's all the same, and the file is left as it was.
  const lockText = readFileSync(join(ROOT, 'package-lock.json'));
  try {
    await must('npm', ['install', '--no-audit', '--no-fund', '--ignore-scripts'], { quiet });
  } finally {
    writeFileSync(join(ROOT, 'package-lock.json'), lockText);
  }
  writeFileSync(stamp, lock);
}

/** The program's path, or null. Looks beyond PATH, since servers live in sbin. */
export function findProgram(names) {
  const folders = [...(process.env.PATH ?? '').split(delimiter), ...PROGRAM_FOLDERS];
  for (const name of names) {
    for (const folder of folders) {
      const path = join(folder, name);
      try {
        accessSync(path, constants.X_OK);
        return path;
      } catch {
        // Not there; the next folder may have it.
      }
    }
  }
  return null;
}

/**
 * The paths of programs from Debian's packages, in order; installs the packages when one is missing and this user
 * may, else says what to install.
 * @param {readonly (readonly string[])[]} programs each by the names it goes by
 * @param {readonly string[]} packages
 * @param {string} purpose
 * @returns {Promise<string[]>}
 */
export async function ensureDebianPrograms(programs, packages, purpose) {
  removeLeftPolicy();
  const findAll = () => programs.map(findProgram).filter((path) => path !== null);
  // ZARNEL_NO_PROGRAMS lets a test see what a bare machine would be told.
  const present = process.env.ZARNEL_NO_PROGRAMS === '1' ? [] : findAll();
  if (present.length === programs.length) return present;
  const help = `${purpose} is missing. Install it and try again:\n\n    sudo apt-get install ${packages.join(' ')}\n`;
  if (
    process.env.ZARNEL_NO_INSTALL === '1' ||
    process.getuid?.() !== 0 ||
    findProgram(['apt-get']) === null
  ) {
    throw new UserError(help);
  }
  if (!(await installPackages(packages))) throw new UserError(help);
  const installed = findAll();
  if (installed.length !== programs.length) throw new UserError(help);
  return installed;
}

async function installPackages(packages) {
  process.stderr.write(`Installing Debian's ${packages.join(' and ')} …\n`);
  return withoutServices(async () => {
    const env = { DEBIAN_FRONTEND: 'noninteractive' };
    const install = ['install', '-y', '-q', '--no-install-recommends', ...packages];
    await run('apt-get', ['update', '-q'], { quiet: true, env });
    return (await run('apt-get', install, { quiet: true, env })) === 0;
  });
}

/** What tests of a cluster and of backups use, where it is there or this user may install it; they say where it is not. */
export async function ensureForFaults() {
  const mayInstall =
    process.env.ZARNEL_NO_INSTALL !== '1' && process.getuid?.() === 0 && findProgram(['apt-get']) !== null;
  const isThere = existsSync('/usr/lib/galera/libgalera_smm.so') && findProgram(['mariadb-dump']) !== null;
  if (!isThere && mayInstall) await installPackages(['galera-4', 'mariadb-client']);
}

/** By this an own policy is known that a killed installation left behind. */
const OUR_POLICY =
  '#!/bin/sh\n# Written by Zarnel while it installs packages; it may be removed.\nexit 101\n';

/** Removes what an installation left behind that was killed on the way. */
export function removeLeftPolicy() {
  try {
    if (readFileSync(NO_SERVICES, 'utf8') === OUR_POLICY) rmSync(NO_SERVICES);
  } catch {
    // There is none, or it is not ours to remove.
  }
}

/** Debian starts a package's own service unless told not to; ours runs as a plain process. */
async function withoutServices(body) {
  removeLeftPolicy();
  const isOurs = !existsSync(NO_SERVICES);
  if (isOurs) writeFileSync(NO_SERVICES, OUR_POLICY, { mode: 0o755 });
  try {
    return await body();
  } finally {
    if (isOurs) rmSync(NO_SERVICES, { force: true });
  }
}
