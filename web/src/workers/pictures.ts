import { Answering } from './answering.ts';
import { handOf } from './hand.ts';
import type { Pictures, SeenJob } from './pictures-work.ts';

/** The largest job is checked in a few seconds; those before it in the line take theirs. */
const ANSWER_MS = 120_000;

const pictures = new Answering(
  () =>
    handOf<Pictures>(
      () => new Worker(new URL('./pictures.worker.ts', import.meta.url), { type: 'module' }),
      async () => (await import('./pictures-work.ts')).pictures,
    ),
  ANSWER_MS,
);
const known = new Map<string, Promise<SeenJob | null>>();

/** A job as it is at a revision, worked out once, off the main thread. Null where it cannot be just now: then it is asked again. */
export function seenJob(jobId: string, revision: number): Promise<SeenJob | null> {
  const key = `${jobId} ${revision}`;
  const before = known.get(key);
  if (before !== undefined) return before;
  const asked = pictures
    .ask((remote) => remote.seen(jobId))
    .catch(() => null)
    .then((seen) => {
      if (seen === null) known.delete(key);
      return seen;
    });
  known.set(key, asked);
  return asked;
}
