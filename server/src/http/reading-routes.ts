import Router from '@koa/router';
import { newReadingsSchema, strikeSchema } from '@zarnel/contract';
import type { ReadingStore } from '../readings/reading-store.ts';
import { found, idOf } from './found.ts';
import { parseBody, parseNumber } from './parse.ts';
import { ProblemError } from './problem.ts';

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
    if (answer === 'no-job') throw new ProblemError(404, 'There is no such job.');
    if (answer === 'taken')
      throw new ProblemError(409, 'A reading has an id that a reading of another job has. None was kept.');
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
