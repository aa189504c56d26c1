import type { Context, Middleware, Next } from 'koa';
import { getHeapStatistics } from 'node:v8';
import { ProblemError } from './problem.ts';

/** Above the largest plan (8 million characters, most of them one byte). */
export const MOST_BODY_BYTES = 16 * 2 ** 20;
/** Reading and judging a document takes some times its size. */
const TIMES_ITS_SIZE = 12;
/** A database that hangs is not waited for any longer. */
const MOST_ANSWER_MS = 8000;

/** How many bytes of bodies are taken in hand together, by the memory there is. */
function mostInHand(): number {
  return Math.max(MOST_BODY_BYTES, getHeapStatistics().heap_size_limit / TIMES_ITS_SIZE);
}

/**
 * Bodies in hand together have a bound: what comes beyond it is told to come again, so that many large ones at once end no
 * server. One by itself is always taken.
 */
export function boundBodies(most = mostInHand()): (ctx: Context, next: Next) => Promise<void> {
  let inHand = 0;
  return async (ctx: Context, next: Next) => {
    const bytes = bytesToCome(ctx);
    if (inHand > 0 && inHand + bytes > most) {
      // Read and dropped: who is still sending would not hear the answer otherwise.
      ctx.req.resume();
      throw new ProblemError(
        503,
        'Too much is sent at once just now. Nothing of it was taken; send it again shortly.',
        { title: 'Busy just now' },
        2,
      );
    }
    inHand += bytes;
    try {
      await next();
    } finally {
      inHand -= bytes;
    }
  };
}

/** As much as a body may be: what is packed, or says no length, as much as is taken of any. */
function bytesToCome(ctx: Context): number {
  if (ctx.get('Content-Encoding') !== '' || ctx.get('Transfer-Encoding') !== '') return MOST_BODY_BYTES;
  const length = Number(ctx.get('Content-Length'));
  return Number.isFinite(length) ? Math.min(length, MOST_BODY_BYTES) : MOST_BODY_BYTES;
}

/** Whoever asks is answered in time, whatever hangs behind; once the body is here, for a slow line is nobody’s fault. */
export function answerInTime(mostMs = MOST_ANSWER_MS): Middleware {
  return async (_ctx: Context, next: Next) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<never>((_, reject) => {
      timer = setTimeout(
        () =>
          reject(
            new ProblemError(
              503,
              'The database does not answer just now. What was saved is kept; what you sent may not be. Try again shortly.',
              {},
              2,
            ),
          ),
        mostMs,
      );
    });
    const work = next();
    // What ends after its time ended for nobody.
    work.catch(() => undefined);
    try {
      await Promise.race([work, late]);
    } finally {
      clearTimeout(timer);
    }
  };
}

/** An answer of something that may hang; `otherwise` where it did not come in time, or failed. */
export async function withinMs<Answer, Otherwise>(
  mostMs: number,
  work: () => Promise<Answer>,
  otherwise: Otherwise,
): Promise<Answer | Otherwise> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<Otherwise>((resolve) => {
    timer = setTimeout(() => resolve(otherwise), mostMs);
  });
  try {
    return await Promise.race([work().catch(() => otherwise), late]);
  } finally {
    clearTimeout(timer);
  }
}
