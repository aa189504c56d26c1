import Router from '@koa/router';
import type { Context } from 'koa';
import {
  createJobSchema,
  nameRevisionSchema,
  patchJobSchema,
  restoreSchema,
  type JobSummary,
} from '@zarnel/contract';
import { sizeFault, startPlan, STARTS } from '@zarnel/core/files';
import { writePlan } from '@zarnel/core/plan';
import { fileStem, nameWith } from '@zarnel/core/words';
import type { JobStore, SaveOutcome } from '../jobs/job-store.ts';
import type { SavedText } from '../jobs/revision-store.ts';
import { found, idOf } from './found.ts';
import { parseBody, parseIfMatch, parseNumber, parsePlan, parseSearch, parseWork } from './parse.ts';
import { ProblemError } from './problem.ts';

export function jobRoutes(store: JobStore): Router {
  const router = new Router({ prefix: '/api/jobs' });

  router.get('/', async (ctx) => {
    const archived = ctx.query.archived === 'true';
    const sort = ctx.query.sort === 'name' ? 'name' : 'changed';
    const offset = parseNumber(ctx.query.offset, 'offset', 0, 0, 1_000_000);
    const limit = parseNumber(ctx.query.limit, 'limit', 100, 1, 500);
    ctx.body = await store.list({ search: parseSearch(ctx.query.search), archived, sort, offset, limit });
  });

  router.post('/', async (ctx) => {
    const { name, codeBasis, meanMaxTempC, start, sizes, setting } = parseBody(ctx, createJobSchema);
    const known = STARTS[start].sizes;
    const faults = Object.entries(sizes).flatMap(([id, value]) => {
      const size = known.find((each) => each.id === id);
      if (size === undefined)
        return [`“${id}” is no size of it: ${known.map((each) => each.id).join(', ')}.`];
      return sizeFault(size, value) ?? [];
    });
    if (setting !== undefined && start !== 'wall') faults.push('Only a bare wall is told its setting.');
    if (faults.length > 0) throw new ProblemError(400, faults.join(' '));
    const plan = startPlan(name, codeBasis, meanMaxTempC, start, sizes);
    if (setting !== undefined) plan.site.setting = setting;
    answerCreated(ctx, await store.create(plan, parseWork(ctx)));
  });

  router.post('/import', async (ctx) => {
    answerCreated(ctx, await store.create(parsePlan(ctx), parseWork(ctx)));
  });

  router.get('/:id', async (ctx) => {
    ctx.body = found(await store.find(idOf(ctx, 'job')), 'job');
  });

  router.patch('/:id', async (ctx) => {
    const id = idOf(ctx, 'job');
    const { name, archived } = parseBody(ctx, patchJobSchema);
    found(await store.find(id), 'job');
    if (name !== undefined) await store.rename(id, name, parseWork(ctx));
    if (archived !== undefined) await store.setArchived(id, archived);
    ctx.body = found(await store.find(id), 'job');
  });

  router.post('/:id/copy', async (ctx) => {
    const { plan } = found(await store.readPlan(idOf(ctx, 'job')), 'job');
    answerCreated(ctx, await store.create({ ...plan, name: nameWith(plan.name, ' (copy)') }, parseWork(ctx)));
  });

  router.get('/:id/plan', async (ctx) => {
    answerText(ctx, found(await store.readText(idOf(ctx, 'job')), 'job'));
  });

  router.put('/:id/plan', async (ctx) => {
    const id = idOf(ctx, 'job');
    const madeFrom = parseIfMatch(ctx);
    answerSaved(ctx, found(await store.save(id, madeFrom, parsePlan(ctx), parseWork(ctx)), 'job'));
  });

  router.get('/:id/revisions', async (ctx) => {
    const offset = parseNumber(ctx.query.offset, 'offset', 0, 0, 1_000_000);
    const limit = parseNumber(ctx.query.limit, 'limit', 100, 1, 500);
    ctx.body = found(await store.revisions(idOf(ctx, 'job'), offset, limit), 'job');
  });

  router.patch('/:id/revisions/:number', async (ctx) => {
    const { name } = parseBody(ctx, nameRevisionSchema);
    found((await store.nameRevision(idOf(ctx, 'job'), revisionOf(ctx), name)) || null, 'revision');
    ctx.status = 204;
  });

  router.post('/:id/revisions/:number/printed', async (ctx) => {
    found((await store.markPrinted(idOf(ctx, 'job'), revisionOf(ctx))) || null, 'revision');
    ctx.status = 204;
  });

  router.get('/:id/revisions/:number', async (ctx) => {
    answerText(ctx, found(await store.readText(idOf(ctx, 'job'), revisionOf(ctx)), 'revision'));
  });

  router.post('/:id/restore', async (ctx) => {
    const id = idOf(ctx, 'job');
    const madeFrom = parseIfMatch(ctx);
    const { revision } = parseBody(ctx, restoreSchema);
    answerSaved(ctx, found(await store.restore(id, madeFrom, revision, parseWork(ctx)), 'revision'));
  });

  router.get('/:id/export', async (ctx) => {
    const { plan } = found(await store.readPlan(idOf(ctx, 'job')), 'job');
    ctx.attachment(`${fileStem(plan.name)}.zarnel.json`);
    ctx.type = 'application/json';
    ctx.body = writePlan(plan);
  });

  return router;
}

function revisionOf(ctx: { readonly params: Readonly<Record<string, string | undefined>> }): number {
  return parseNumber(ctx.params.number, 'revision', 0, 1, 999_999_999);
}

function answerCreated(ctx: Context, job: JobSummary): void {
  ctx.status = 201;
  ctx.set('Location', `/api/jobs/${job.id}`);
  ctx.body = job;
}

function answerText(ctx: Context, { revision, text, line }: SavedText): void {
  if (line !== null) ctx.set('Line-Of-Work', `${line.id}; ${line.order}`);
  ctx.set('ETag', `"${revision}"`);
  ctx.type = 'application/json';
  ctx.body = text;
}

function answerSaved(ctx: Context, outcome: SaveOutcome): void {
  if (outcome.kind === 'stale') {
    const { current, kept } = outcome;
    throw new ProblemError(
      412,
      `The job is at revision ${current} by now. What you sent was kept as revision ${kept}.`,
      { current, kept },
    );
  }
  ctx.set('ETag', `"${outcome.revision}"`);
  ctx.body = { revision: outcome.revision };
}
