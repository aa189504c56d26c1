import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { UserError } from './run.mjs';

/**
 * One start at a time in one home: two would fight over the data. Gives what lets go of it.
 * @param {string} file
 */
export function takeLock(file) {
  const mine = nameOf(process.pid);
  for (let tries = 0; tries < 3; tries++) {
    try {
      writeFileSync(file, mine, { flag: 'wx' });
      return () => rmSync(file, { force: true });
    } catch (error) {
      if (error.code !== 'EEXIST') throw error;
    }
    const [pid = ''] = readFileSync(file, 'utf8').split(' ');
    // Its number may be another program's by now.
    if (nameOf(Number(pid)) === readFileSync(file, 'utf8'))
      throw new UserError(`Zarnel is already running here (process ${pid}).`);
    rmSync(file, { force: true });
  }
  throw new UserError(`Another start is taking ${file} at the same time. Try again.`);
}

/** What no other process has or had: its number, and when it began since which start of the machine. */
function nameOf(pid) {
  try {
    const boot = readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
    // Its name, in brackets, may hold spaces; what follows it does not. The 22nd field is when it began.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
      .replace(/^.*\) /su, '')
      .split(' ');
    return `${pid} ${fields[19]} ${boot}`;
  } catch {
    return '';
  }
}
