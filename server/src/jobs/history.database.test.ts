import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { revisionListSchema } from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import { applyEdit, writePlanCompact, type Plan, type PlanEdit } from '@zarnel/core/plan';
import { openDatabase } from '../database.ts';
import { RevisionEntity } from '../entities/revision.ts';
import { createApp } from '../http/app.ts';
import { throwawayDatabaseUrl } from '../test-database.ts';
import { JobStore } from './job-store.ts';
import { WAITS_S } from './retention.ts';
import { SaneTime } from './sane-time.ts';

const DAY_MS = 24 * 3_600_000;

let source: DataSource;
let clockMs = Date.UTC(2026, 0, 5);
const now = () => new Date(clockMs);

beforeAll(async () => {
  source = await openDatabase(throwawayDatabaseUrl());
}, 60_000);

afterAll(() => source.destroy());

function edited(plan: Plan, edit: PlanEdit): Plan {
  const result = applyEdit(plan, edit);
  if (!result.ok) throw new Error(JSON.stringify(result.fault));
  return result.value.plan;
}

/** One piece of gear after the other is moved a little, at each step one. */
function* movedOn(plan: Plan, steps: number): Generator<Plan> {
  let at = plan;
  for (let step = 0; step < steps; step++) {
    const placement = at.placements[step % at.placements.length];
    if (placement === undefined) return;
    const moved = { ...placement, xMm: placement.xMm + 1 / 8 };
    at = { ...at, placements: at.placements.map((each) => (each.id === moved.id ? moved : each)) };
    yield at;
  }
}

describe('the history of a job', () => {
  test('opens every revision as it was saved, in a small part of their size', async () => {
    const store = new JobStore(source, now);
    const job = await store.create(honeyHouse());
    const plans = [...movedOn(honeyHouse(), 120)];
    for (const [index, plan] of plans.entries()) {
      expect(await store.save(job.id, index + 1, plan)).toEqual({ kind: 'saved', revision: index + 2 });
    }
    for (const [index, plan] of plans.entries()) {
      expect((await store.readText(job.id, index + 2))?.text).toBe(writePlanCompact(plan));
    }
    expect(plans).toHaveLength(120);
    const rows = await source.getRepository(RevisionEntity).findBy({ jobId: job.id });
    const packed = rows.reduce((sum, row) => sum + row.packed.length, 0);
    const plain = plans.reduce((sum, plan) => sum + writePlanCompact(plan).length, 0);
    expect(packed * 20).toBeLessThan(plain);
  });

  test('says which revision is damaged or gone, and opens the others', async () => {
    const store = new JobStore(source, now);
    const job = await store.create(honeyHouse());
    const plans = [...movedOn(honeyHouse(), 4)];
    for (const [index, plan] of plans.entries()) await store.save(job.id, index + 1, plan);
    const rows = source.getRepository(RevisionEntity);
    await rows.update({ jobId: job.id, number: 3 }, { packed: Buffer.from('x') });
    await expect(store.readPlan(job.id)).resolves.toMatchObject({ revision: 5 });
    await expect(store.readText(job.id, 3)).rejects.toThrow('Revision 3 does not open');
    await expect(store.readText(job.id, 4)).resolves.toMatchObject({ revision: 4 });
    await rows.delete({ jobId: job.id, number: 1 });
    await expect(store.readText(job.id, 4)).rejects.toThrow('Revision 1 does not open');
    // The next is packed whole, since there is nothing to pack it against.
    expect(await store.save(job.id, 5, honeyHouse())).toEqual({ kind: 'saved', revision: 6 });
    await expect(store.readPlan(job.id)).resolves.toMatchObject({ revision: 6 });
  });

  test('says who made each, and what, in words', async () => {
    const store = new JobStore(source, now);
    const by = (who: string) => ({ who, line: null });
    const job = await store.create(honeyHouse(), by('Rowan Pell'));
    const renamed = edited(honeyHouse(), { kind: 'rename-plan', name: 'Honey' });
    const [moved = renamed] = movedOn(renamed, 1);
    await store.save(job.id, 1, renamed, by('Rowan Pell'));
    await store.save(job.id, 2, moved, by('Ash Tolland'));
    await store.save(job.id, 1, { ...moved, nipples: [] }, by('Wren Oakes'));
    await store.restore(job.id, 3, 1, by('Rowan Pell'));
    const { revisions } = (await store.revisions(job.id, 0, 100)) ?? { revisions: [] };
    const name = moved.placements[0]?.name ?? '';
    expect(revisions.map(({ number, kind, who, what }) => [number, kind, who, what])).toEqual([
      [5, 'restore', 'Rowan Pell', `Changed job name; moved gear ${name}`],
      [
        4,
        'conflict',
        'Wren Oakes',
        `Changed job name; moved gear ${name}; removed ${moved.nipples.length} nipples`,
      ],
      [3, 'save', 'Ash Tolland', `Moved gear ${name}`],
      [2, 'save', 'Rowan Pell', 'Changed job name'],
      [1, 'save', 'Rowan Pell', ''],
    ]);
  });

  test('thins old automatic revisions and nothing that a person asked for', async () => {
    const store = new JobStore(source, now);
    const job = await store.create(honeyHouse());
    const plans = [...movedOn(honeyHouse(), 399)];
    const save = async (from: number, to: number) => {
      for (let number = from; number <= to; number++) {
        clockMs += 1000;
        await store.save(job.id, number - 1, plans[number - 2] ?? honeyHouse());
      }
    };
    await save(2, 200);
    expect(await store.nameRevision(job.id, 77, 'As agreed')).toBe(true);
    expect(await store.markPrinted(job.id, 99)).toBe(true);
    expect(await store.nameRevision(job.id, 999, 'No such')).toBe(false);
    await store.save(job.id, 120, { ...honeyHouse(), name: 'Came second' });
    clockMs += 3 * DAY_MS;
    for (let number = 202; number <= 400; number++) {
      clockMs += 1000;
      await store.save(job.id, number === 202 ? 200 : number - 1, plans[number - 2] ?? honeyHouse());
    }
    // Found to go, and not gone yet: the clock may be wrong.
    expect((await store.revisions(job.id, 0, 500))?.total).toBe(400);
    await source.query('UPDATE sane_time SET sane_s = sane_s + ?', [WAITS_S]);
    for (let number = 401; number <= 450; number++) {
      clockMs += 1000;
      await store.save(job.id, number - 1, { ...honeyHouse(), name: `Later ${number}` });
    }
    const { revisions, total } = (await store.revisions(job.id, 0, 500)) ?? { revisions: [], total: 0 };
    const left = new Set(revisions.map(({ number }) => number));
    for (const number of [1, 77, 99, 120, 200, 201, 400]) expect(left).toContain(number);
    // All of the last day, and of three days ago hardly more than what was asked for and what that is packed against.
    expect(total).toBeLessThan(249 + 30);
    for (const { number } of revisions) expect((await store.readText(job.id, number))?.revision).toBe(number);
  }, 60_000);

  test('lets nothing go for a clock that is wrong for a while, however far, nor when it is right again', async () => {
    const passed = { ms: 0 };
    const offset = { ms: 0 };
    const clock = () => new Date(clockMs + offset.ms);
    const time = new SaneTime(source, clock, () => passed.ms);
    const pass = async (ms: number) => {
      for (let left = ms; left > 0; left -= 600_000) {
        const step = Math.min(left, 600_000);
        clockMs += step;
        passed.ms += step;
        await time.look();
      }
    };
    await time.look();
    const store = new JobStore(source, clock);
    const job = await store.create(honeyHouse());
    let number = 1;
    const save = async (count: number) => {
      for (let each = 0; each < count; each++) {
        clockMs += 1000;
        passed.ms += 1000;
        await store.save(job.id, number, { ...honeyHouse(), name: `Save ${number}` });
        number++;
      }
    };
    // As it was found: 91 revisions of one day, and a clock three days ahead for 60 saves.
    await save(90);
    offset.ms = 3 * DAY_MS;
    await time.look();
    await save(60);
    const count = async () => (await store.revisions(job.id, 0, 500))?.total;
    expect(await count()).toBe(151);
    // Years ahead, and a year behind, with saves in between.
    for (const years of [4, -1, 9]) {
      offset.ms = years * 365 * DAY_MS;
      await time.look();
      await save(60);
      expect(await count()).toBe(number);
    }
    offset.ms = 0;
    await time.look();
    await save(50);
    expect(await count()).toBe(number);
    // A week later, by a clock that runs right, what is old goes as ever.
    await pass(4 * DAY_MS);
    await save(60);
    await pass(4 * DAY_MS);
    await save(60);
    expect(await count()).toBeLessThan(number - 100);
  }, 120_000);
});

describe('over HTTP', () => {
  let server: Server;
  let base: string;
  beforeAll(async () => {
    const app = createApp({ source, log: pino({ level: 'silent' }), now, webRoot: null });
    server = createServer(app.callback() as Parameters<typeof createServer>[1]);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/jobs`;
  });
  afterAll(() => {
    server.close();
  });

  test('a revision is named, marked as printed, and listed by pages', async () => {
    const job = await new JobStore(source, now).create(honeyHouse());
    const send = (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
      fetch(`${base}/${job.id}/${path}`, {
        method,
        headers: { 'Content-Type': 'application/json', ...headers },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
    const who = { 'Worked-By': encodeURIComponent('Zoë Ørn'), 'If-Match': '"1"' };
    expect((await send('PUT', 'plan', { ...honeyHouse(), name: 'Second' }, who)).status).toBe(200);
    expect((await send('PUT', 'plan', honeyHouse(), { ...who, 'Worked-By': '%zz' })).status).toBe(400);
    expect((await send('PATCH', 'revisions/1', { name: ' First light ' })).status).toBe(204);
    expect((await send('PATCH', 'revisions/1', { name: '' })).status).toBe(422);
    expect((await send('PATCH', 'revisions/9', { name: 'None' })).status).toBe(404);
    expect((await send('POST', 'revisions/2/printed')).status).toBe(204);
    const page = async (query: string) =>
      revisionListSchema.parse(await (await send('GET', `revisions${query}`)).json());
    const { revisions, total } = await page('');
    expect(
      revisions.map(({ number, name, who, printedAt }) => [number, name, who, printedAt !== null]),
    ).toEqual([
      [2, null, 'Zoë Ørn', true],
      [1, 'First light', '', false],
    ]);
    expect(total).toBe(2);
    for (const [query, numbers] of [
      ['?limit=1', [2]],
      ['?offset=1&limit=1', [1]],
      ['?offset=2&limit=1', []],
      ['?limit=2', [2, 1]],
    ] as const) {
      const listed = await page(query);
      expect([query, listed.total, listed.revisions.map(({ number }) => number)]).toEqual([
        query,
        2,
        numbers,
      ]);
    }
    expect((await send('PATCH', 'revisions/1', { name: null })).status).toBe(204);
    expect((await page('')).revisions[1]?.name).toBeNull();
  });
});
