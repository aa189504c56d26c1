import Router from '@koa/router';
import { newReadingsSchema, strikeSchema } from '@zarnel/contract';
import type { ReadingStore } from '../readings/reading-store.ts';
import { found, idOf } from './found.ts';
import { parseBody, parseNumber } from './parse.ts';
import { ProblemError } from './problem.ts';

/** So many ids are named. */
const MOST_NAMED = 500;

export function readingRoutes(store: ReadingStore): Router {
  const router = new Router({ prefix: '/api/jobs/:id/readings' });

  router.get('/', async (ctx) => {
    const offset = parseNumber(ctx.query.offset, 'offset', 0, 0, 1_000_000);
    const limit = parseNumber(ctx.query.limit, 'limit', 1000, 1, 5000);
    ctx.body = found(await store.list(idOf(ctx, 'job'), offset, limit), 'job');
  });

  router.post('/', async (ctx) => {
    const { readings } = parseBody(ctx, newReadingsSchema);
    const answer = await store.add(idOf(ctx, 'job'), readings);
    if (answer.kind === 'no-job') throw new ProblemError(404, 'There is no such job.');
    if (answer.kind === 'taken') {
      const errors = answer.ids.map((id) => ({ path: id, message: 'Another reading has this id.' }));
      throw new ProblemError(
        409,
        'A reading has an id that another reading has, of this job or of another. None was kept.',
        { errors: errors.slice(0, MOST_NAMED) },
      );
    }
    ctx.status = 204;
  });

  router.post('/:reading/strike', async (ctx) => {
    const { reason } = parseBody(ctx, strikeSchema);
    const isKnown = await store.strike(idOf(ctx, 'job'), ctx.params.reading ?? '', reason);
    if (!isKnown) throw new ProblemError(404, 'There is no such reading.');
    ctx.status = 204;
  });

  return router;
}
