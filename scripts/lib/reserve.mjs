import { closeSync, existsSync, fsyncSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { join } from 'node:path';

const RESERVE_BYTES = 24 * 2 ** 20;
/** A disk with less than this needs every byte for the database itself. */
const ENOUGH_BYTES = 256 * 2 ** 20;

/**
 * Room put by in a folder, which a database on a full disk can come up with, for reading. Lets go of it where the disk is full,
 * and puts it by again where there is enough.
 * @param {string} folder
 */
export function tendReserve(folder) {
  const file = join(folder, 'reserve');
  const disk = statfsSync(folder);
  const free = disk.bavail * disk.bsize;
  if (free < RESERVE_BYTES) rmSync(file, { force: true });
  else if (free > ENOUGH_BYTES && !existsSync(file)) {
    const descriptor = openSync(file, 'w', 0o600);
    // Written, not only named: a file of nothing takes no room.
    for (let written = 0; written < RESERVE_BYTES;)
      written += writeSync(descriptor, Buffer.alloc(2 ** 20, 1));
    fsyncSync(descriptor);
    closeSync(descriptor);
  }
}
