import Router from '@koa/router';
import type { Context } from 'koa';
import {
  gearIdsSchema,
  importGearSchema,
  patchGearSchema,
  patchManyGearSchema,
  type GearDetail,
} from '@zarnel/contract';
import {
  findGearFaults,
  faultsInText,
  GEAR_KINDS,
  gearTypeSchema,
  type GearKind,
  type GearType,
} from '@zarnel/core/plan';
import type { GearStore } from '../gear/gear-store.ts';
import { found, idOf } from './found.ts';
import { parseBody, parseIfMatch, parseNumber, parseSearch } from './parse.ts';
import { ProblemError } from './problem.ts';

export function gearRoutes(store: GearStore): Router {
  const router = new Router({ prefix: '/api/gear' });

  router.get('/', async (ctx) => {
    const { kind } = ctx.query;
    ctx.body = await store.list({
      search: parseSearch(ctx.query.search),
      kind: parseKind(kind),
      archived: ctx.query.archived === 'true',
      offset: parseNumber(ctx.query.offset, 'offset', 0, 0, 1_000_000),
      limit: parseNumber(ctx.query.limit, 'limit', 50, 1, 200),
    });
  });

  router.post('/', async (ctx) => {
    const [made] = await store.create([sound(parseBody(ctx, gearTypeSchema), '')]);
    if (made === undefined) throw new Error('Nothing was made.');
    ctx.status = 201;
    ctx.set('Location', `/api/gear/${made.summary.id}`);
    answerDetail(ctx, made);
  });

  router.post('/import', async (ctx) => {
    const { gear } = parseBody(ctx, importGearSchema);
    const types = gear.map((type, index) => sound(type, `gear[${index}].`));
    const made = await store.create(types);
    ctx.status = 201;
    ctx.body = { gear: made.map(({ summary }) => summary), unreadable: [], total: made.length };
  });

  router.post('/current', async (ctx) => {
    ctx.body = { versions: await store.versions(parseBody(ctx, gearIdsSchema).ids) };
  });

  router.patch('/', async (ctx) => {
    const { ids, archived } = parseBody(ctx, patchManyGearSchema);
    await store.setManyArchived(ids, archived);
    ctx.status = 204;
  });

  router.get('/:id', async (ctx) => {
    const number = ctx.query.version;
    const version = number === undefined ? undefined : parseNumber(number, 'version', 0, 1, 999_999_999);
    answerDetail(ctx, found(await store.find(idOf(ctx, 'gear type'), version), 'gear type'));
  });

  router.put('/:id', async (ctx) => {
    const id = idOf(ctx, 'gear type');
    const madeFrom = parseIfMatch(ctx);
    const saved = found(
      await store.save(id, madeFrom, sound(parseBody(ctx, gearTypeSchema), '')),
      'gear type',
    );
    if (saved.kind === 'sample') {
      throw new ProblemError(409, 'Samples stay as they ship: make a copy of your own and change that.');
    }
    if (saved.kind === 'stale') {
      const message = `The type is at version ${saved.current} by now; yours was made from version ${madeFrom}.`;
      throw new ProblemError(412, `${message} Nothing was changed.`, { current: saved.current });
    }
    answerDetail(ctx, saved.detail);
  });

  router.patch('/:id', async (ctx) => {
    const { archived } = parseBody(ctx, patchGearSchema);
    answerDetail(ctx, found(await store.setArchived(idOf(ctx, 'gear type'), archived), 'gear type'));
  });

  return router;
}

/** A type whose fields fit each other, or a problem that names each that does not. */
function sound(type: GearType, prefix: string): GearType {
  const faults = findGearFaults(type);
  if (faults.length === 0) return type;
  const errors = faultsInText(faults).map(({ path, message }) => ({ path: prefix + path, message }));
  throw new ProblemError(422, errors.map(({ path, message }) => `${path}: ${message}`).join(' '), { errors });
}

function parseKind(kind: unknown): GearKind | null {
  if (kind === undefined || kind === '') return null;
  const known = GEAR_KINDS.find((each) => each === kind);
  if (known === undefined) throw new ProblemError(400, `kind must be one of ${GEAR_KINDS.join(', ')}.`);
  return known;
}

function answerDetail(ctx: Context, detail: GearDetail): void {
  ctx.set('ETag', `"${detail.summary.version}"`);
  ctx.body = detail;
}
