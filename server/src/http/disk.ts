import { statfs } from 'node:fs/promises';
import type { Context, Middleware, Next } from 'koa';
import { diskFull } from './problem.ts';

/** The database needs some room to go on reading and to come up again; what would take that is refused. */
const RESERVE_BYTES = 32 * 2 ** 20;

/** How much is free for us on the disk with a folder. Null where there is no such folder, or none was named. */
export function freeBytesOf(folder: string | null): () => Promise<number | null> {
  return async () => {
    if (folder === null) return null;
    const disk = await statfs(folder).catch(() => null);
    return disk === null ? null : disk.bavail * disk.bsize;
  };
}

/** Refuses whatever would be kept while the disk is all but full; reading goes on, and so does all when there is room. */
export function refuseWhenFull(freeBytes: () => Promise<number | null>): Middleware {
  return async (ctx: Context, next: Next) => {
    const isReading = ctx.method === 'GET' || ctx.method === 'HEAD' || ctx.method === 'OPTIONS';
    const free = isReading ? null : await freeBytes();
    if (free !== null && free < RESERVE_BYTES) throw diskFull();
    await next();
  };
}
