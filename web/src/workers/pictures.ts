import { wrap, type Remote } from 'comlink';
import type { Pictures, SeenJob } from './pictures.worker.ts';

const known = new Map<string, Promise<SeenJob | null>>();
let remote: Remote<Pictures> | null = null;

/** A job as it is at a revision, worked out once, off the main thread. */
export function seenJob(jobId: string, revision: number): Promise<SeenJob | null> {
  const key = `${jobId} ${revision}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  remote ??= wrap<Pictures>(new Worker(new URL('./pictures.worker.ts', import.meta.url), { type: 'module' }));
  const asked = remote.seen(jobId).catch(() => null);
  known.set(key, asked);
  return asked;
}
