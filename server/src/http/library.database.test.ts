import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import {
  gearDetailSchema,
  gearListSchema,
  gearVersionsSchema,
  jobSummarySchema,
  problemSchema,
  readingListSchema,
  type GearDetail,
  type NewReading,
} from '@zarnel/contract';
import { prepare, surveyItems } from '@zarnel/core/figures';
import { honeyHouse, readInstrumentLine, SAMPLE_GEAR } from '@zarnel/core/files';
import { newGearType, type GearType } from '@zarnel/core/plan';
import { openDatabase } from '../database.ts';
import { GearStore } from '../gear/gear-store.ts';
import { JobStore } from '../jobs/job-store.ts';
import { GearEntity, GearVersionEntity } from '../entities/gear.ts';
import { throwawayDatabaseUrl } from '../test-database.ts';
import { createApp } from './app.ts';

const now = () => new Date();

let source: DataSource;
let server: Server;
let base: string;

beforeAll(async () => {
  source = await openDatabase(throwawayDatabaseUrl());
  const app = createApp({ source, log: pino({ level: 'silent' }), now, webRoot: null });
  app.silent = true;
  server = createServer(app.callback() as Parameters<typeof createServer>[1]);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
}, 30_000);

afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await source.destroy();
});

async function call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
  const response = await fetch(base + path, {
    method,
    headers: { ...(body === undefined ? {} : { 'Content-Type': 'application/json' }), ...headers },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  const text = await response.text();
  return {
    status: response.status,
    headers: response.headers,
    json: text === '' ? null : (JSON.parse(text) as unknown),
  };
}

async function made(type: GearType): Promise<GearDetail> {
  const answer = await call('POST', '/api/gear', type);
  expect(answer.status).toBe(201);
  return gearDetailSchema.parse(answer.json);
}

async function problemOf(method: string, path: string, body: unknown, headers: Record<string, string> = {}) {
  const { status, json } = await call(method, path, body, headers);
  return { status, problem: problemSchema.parse(json) };
}

describe('the gear library', () => {
  test('loads the samples once, and again only where one has changed', async () => {
    const store = new GearStore(source, now);
    await store.loadSamples(SAMPLE_GEAR);
    await store.loadSamples(SAMPLE_GEAR);
    const list = await store.list({ search: '', kind: null, archived: false, offset: 0, limit: 200 });
    const samples = list.gear.filter(({ isSample }) => isSample);
    expect(samples).toHaveLength(SAMPLE_GEAR.length);
    expect(samples.every(({ version }) => version === 1)).toBe(true);
    const [first] = SAMPLE_GEAR;
    if (first === undefined) throw new Error('no sample');
    await store.loadSamples([{ ...first, massKg: 45.4 }]);
    const row = (await store.list({ search: first.name, kind: null, archived: false, offset: 0, limit: 5 }))
      .gear[0];
    expect(row).toMatchObject({ version: 2, massKg: 45.4 });
  });

  test('keeps a type of one’s own, with every version readable', async () => {
    const { summary } = await made(newGearType('mine', 'My box', 'junction-box'));
    const path = `/api/gear/${summary.id}`;
    const changed = newGearType('mine', 'My larger box', 'junction-box', { widthMm: 500 });
    const saved = await call('PUT', path, changed, { 'If-Match': '"1"' });
    expect([saved.status, saved.headers.get('ETag')]).toEqual([200, '"2"']);
    const read = async (query = '') => gearDetailSchema.parse((await call('GET', path + query)).json);
    expect((await read()).type).toMatchObject({
      name: 'My larger box',
      widthMm: 500,
      origin: { library: summary.id, version: 2 },
    });
    expect((await read('?version=1')).type).toMatchObject({
      name: 'My box',
      origin: { library: summary.id, version: 1 },
    });
    expect((await call('GET', `${path}?version=3`)).status).toBe(404);
    const current = await call('POST', '/api/gear/current', { ids: [summary.id, randomUUID()] });
    expect(gearVersionsSchema.parse(current.json).versions).toEqual([{ id: summary.id, version: 2 }]);
  });

  test('refuses a save made from an older version and one of a sample, and changes neither', async () => {
    const { summary } = await made(newGearType('two', 'Two hands', 'other'));
    const path = `/api/gear/${summary.id}`;
    await call('PUT', path, newGearType('two', 'First', 'other'), { 'If-Match': '"1"' });
    const stale = await problemOf('PUT', path, newGearType('two', 'Second', 'other'), { 'If-Match': '"1"' });
    expect([stale.status, stale.problem.current]).toEqual([412, 2]);
    expect(gearDetailSchema.parse((await call('GET', path)).json).type.name).toBe('First');
    const list = gearListSchema.parse((await call('GET', '/api/gear?search=Load%20center&limit=1')).json);
    const sample = list.gear[0];
    const refused = await problemOf(
      'PUT',
      `/api/gear/${sample?.id ?? ''}`,
      newGearType('x', 'Mine now', 'other'),
      { 'If-Match': '"1"' },
    );
    expect([refused.status, refused.problem.detail]).toEqual([409, expect.stringContaining('make a copy')]);
    expect((await call('PUT', path, newGearType('two', 'No match', 'other'))).status).toBe(428);
  });

  test('names the field of what cannot be built', async () => {
    const bad = newGearType('bad', 'Bad', 'other', {
      knockouts: [{ id: 'k', edge: 'top', alongMm: 999, fromBackMm: 1, tradeSize: '1' }],
    });
    const answer = await problemOf('POST', '/api/gear', bad);
    expect(answer.status).toBe(422);
    expect(answer.problem.errors?.[0]?.path).toBe('knockouts[0].alongMm');
    const worse = await problemOf('POST', '/api/gear/import', {
      gear: [newGearType('a', 'A', 'other'), { ...bad, widthMm: 0 }],
    });
    expect(worse.problem.errors?.[0]?.path).toBe('gear[1].widthMm');
  });

  test('imports all of several or none', async () => {
    const before = gearListSchema.parse((await call('GET', '/api/gear')).json).total;
    const bad = newGearType('bad', 'Bad', 'other', { heat: { lossW: 5, sheds: 'none' } });
    expect(
      (await call('POST', '/api/gear/import', { gear: [newGearType('a', 'A', 'other'), bad] })).status,
    ).toBe(422);
    expect(gearListSchema.parse((await call('GET', '/api/gear')).json).total).toBe(before);
    const good = Array.from({ length: 60 }, (_, index) =>
      newGearType(`imp-${index}`, `Imported ${String(index).padStart(2, '0')}`, 'board'),
    );
    expect((await call('POST', '/api/gear/import', { gear: good })).status).toBe(201);
    expect(gearListSchema.parse((await call('GET', '/api/gear')).json).total).toBe(before + 60);
  });

  test('is paged in the order of names, searched as typed, and filtered by kind', async () => {
    const page = async (query: string) =>
      gearListSchema.parse((await call('GET', `/api/gear?${query}`)).json);
    const first = await page('kind=board&search=Imported&limit=25&offset=0');
    const last = await page('kind=board&search=Imported&limit=25&offset=50');
    expect([first.total, first.gear.length, last.gear.length]).toEqual([60, 25, 10]);
    expect([first.gear[0]?.name, last.gear.at(-1)?.name]).toEqual(['Imported 00', 'Imported 59']);
    // A percent sign is a character to search for, not a wildcard.
    expect((await page('search=%25')).total).toBe(0);
    expect((await call('GET', '/api/gear?kind=toaster')).status).toBe(400);
    expect((await call('GET', '/api/gear?limit=999')).status).toBe(400);
  });

  test('takes an import out of the list as one, and brings it back as one', async () => {
    const types = ['Batch A', 'Batch B', 'Batch C'].map((name) =>
      newGearType(name.toLowerCase().replace(' ', '-'), name, 'other'),
    );
    const made = gearListSchema.parse((await call('POST', '/api/gear/import', { gear: types })).json);
    const ids = made.gear.map(({ id }) => id);
    const count = async () =>
      gearListSchema.parse((await call('GET', '/api/gear?search=Batch%20')).json).gear.length;
    expect(await count()).toBe(3);
    expect((await call('PATCH', '/api/gear', { ids, archived: true })).status).toBe(204);
    expect(await count()).toBe(0);
    await call('PATCH', '/api/gear', { ids: ids.slice(0, 2), archived: false });
    expect(await count()).toBe(2);
    expect((await call('PATCH', '/api/gear', { ids: ['x'], archived: true })).status).toBe(422);
  });

  test('archives and brings back, and does not know what is not there', async () => {
    const { summary } = await made(newGearType('old', 'Old thing', 'other'));
    await call('PATCH', `/api/gear/${summary.id}`, { archived: true });
    const listed = async (archived: boolean) =>
      gearListSchema.parse((await call('GET', `/api/gear?search=Old%20thing&archived=${archived}`)).json)
        .total;
    expect([await listed(false), await listed(true)]).toEqual([0, 1]);
    await call('PATCH', `/api/gear/${summary.id}`, { archived: false });
    expect([await listed(false), await listed(true)]).toEqual([1, 0]);
    for (const id of [randomUUID(), 'x']) expect((await call('GET', `/api/gear/${id}`)).status).toBe(404);
  });
});

describe('readings', () => {
  const reading = (more: Partial<NewReading> = {}): NewReading => ({
    id: randomUUID(),
    item: 'plant-wall/width',
    value: 4267.4,
    unit: 'mm',
    instrument: 'laser',
    takenAt: '2026-05-04T08:15:00.000Z',
    takenBy: 'Rowan Pell',
    note: '',
    ...more,
  });
  let path: string;

  beforeAll(async () => {
    const job = jobSummarySchema.parse((await call('POST', '/api/jobs/import', honeyHouse())).json);
    path = `/api/jobs/${job.id}/readings`;
  });
  const list = async () => readingListSchema.parse((await call('GET', path)).json);

  test('are kept with who, when and what, and one that is sent twice is kept once', async () => {
    const one = reading();
    for (let times = 0; times < 2; times++) {
      expect((await call('POST', path, { readings: [one, reading({ value: 4266.9 })] })).status).toBe(204);
    }
    const { readings, total } = await list();
    expect(total).toBe(3);
    expect(readings.find(({ id }) => id === one.id)).toEqual({ ...one, struck: null });
  });

  test('are struck with a reason and never taken away', async () => {
    const odd = reading({ value: 9999 });
    await call('POST', path, { readings: [odd] });
    expect((await call('POST', `${path}/${odd.id}/strike`, { reason: 'Odd one out' })).status).toBe(204);
    const struck = async () => (await list()).readings.find(({ id }) => id === odd.id)?.struck;
    expect(await struck()).toBe('Odd one out');
    await call('POST', `${path}/${odd.id}/strike`, { reason: null });
    expect(await struck()).toBeNull();
    expect((await call('POST', `${path}/${odd.id}/strike`, { reason: ' ' })).status).toBe(422);
    expect((await call('POST', `${path}/${randomUUID()}/strike`, { reason: 'x' })).status).toBe(404);
  });

  test('of nobody, of no job, or beyond sense are refused, and none of their batch is kept', async () => {
    const { total } = await list();
    const answer = await problemOf('POST', path, { readings: [reading(), reading({ takenBy: ' ' })] });
    expect([answer.status, answer.problem.errors?.[0]?.path]).toEqual([422, 'readings[1].takenBy']);
    expect((await call('POST', path, { readings: [reading({ value: 1e9 })] })).status).toBe(422);
    expect((await list()).total).toBe(total);
    const gone = `/api/jobs/${randomUUID()}/readings`;
    expect((await call('POST', gone, { readings: [reading()] })).status).toBe(404);
    expect((await call('GET', gone)).status).toBe(404);
  });
});

describe('simulated instruments', () => {
  /** The first lines of an instrument’s stream. */
  async function lines(
    path: string,
    count: number,
    headers: Record<string, string> = {},
  ): Promise<{ ids: string[]; data: string[] }> {
    const stop = new AbortController();
    const response = await fetch(base + path, { signal: stop.signal, headers });
    expect(response.headers.get('Content-Type')).toContain('text/event-stream');
    const decoder = new TextDecoder();
    let text = '';
    if (response.body === null) throw new Error('no stream');
    for await (const chunk of response.body) {
      text += decoder.decode(chunk as Uint8Array, { stream: true });
      if (text.split('\n\n').length > count) break;
    }
    stop.abort();
    const events = text.split('\n\n').slice(0, count);
    return {
      ids: events.map((event) => /^id: (.*)$/mu.exec(event)?.[1] ?? ''),
      data: events.map((event) => /^data: (.*)$/mu.exec(event)?.[1] ?? ''),
    };
  }

  test('send lines of the documented protocol, near what is drawn, and go on where a broken stream was', async () => {
    const job = await new JobStore(source, now).create(honeyHouse());
    const items = surveyItems(honeyHouse(), prepare(honeyHouse()).site);
    const width = items.find(({ key }) => key === 'plant-wall/width');
    const path = `/api/jobs/${job.id}/instruments/laser/lines?item=plant-wall/width`;
    const first = await lines(path, 3);
    expect(first.ids).toEqual(['0', '1', '2']);
    for (const text of first.data) {
      const read = readInstrumentLine(text);
      if (!read.ok) throw new Error(read.fault);
      expect(read.value).toMatchObject({ kind: 'distance', unit: 'mm' });
      expect(Math.abs(read.value.value - (width?.planned ?? 0))).toBeLessThan(30);
    }
    // The same readings come again, since they follow from the job, the item and their count.
    const again = await lines(path, 1, { 'Last-Event-ID': '0' });
    expect([again.ids[0], again.data[0]]).toEqual(['1', first.data[1]]);
  }, 20_000);

  test('are read by so many at once and no more, and a stream that is left makes room', async () => {
    const job = await new JobStore(source, now).create(honeyHouse());
    const path = `${base}/api/jobs/${job.id}/instruments/laser/lines?item=plant-wall/width`;
    const leave = new AbortController();
    const open = await Promise.all(Array.from({ length: 60 }, () => fetch(path, { signal: leave.signal })));
    expect(open.filter(({ status }) => status === 200)).toHaveLength(40);
    expect(open.filter(({ status }) => status === 429)).toHaveLength(20);
    expect((await call('GET', '/api/health')).status).toBe(200);
    leave.abort();
    let status = 0;
    for (let tries = 0; status !== 200 && tries < 100; tries++) {
      await new Promise((resolve) => setTimeout(resolve, 50));
      const again = new AbortController();
      ({ status } = await fetch(path, { signal: again.signal }));
      again.abort();
    }
    expect(status).toBe(200);
  }, 20_000);

  test('know what they measure: no item of another job, no length with a level', async () => {
    const job = await new JobStore(source, now).create(honeyHouse());
    const path = (instrument: string, item: string) =>
      `/api/jobs/${job.id}/instruments/${instrument}/lines?item=${item}`;
    expect((await call('GET', path('laser', 'gone/width'))).status).toBe(404);
    expect((await call('GET', path('level', 'plant-wall/width'))).status).toBe(400);
    expect((await call('GET', path('theodolite', 'plant-wall/width'))).status).toBe(404);
    expect((await call('GET', '/api/instruments')).json).toMatchObject({
      instruments: [{ id: 'laser', isSimulated: true }, { id: 'level' }],
    });
  });
});

describe('a type that this version cannot read', () => {
  test('hides no other in the list, says why by itself, and stays as it is', async () => {
    const { summary } = await made(newGearType('odd', 'Odd thing', 'other'));
    const versions = source.getRepository(GearVersionEntity);
    const kept = await versions.findOneByOrFail({ gearId: summary.id });
    // As a later version, or a hand in the database, may have left them.
    const document = JSON.stringify({ ...(JSON.parse(kept.document) as object), kind: 'toaster' });
    await versions.update({ gearId: summary.id }, { document });
    await source.getRepository(GearEntity).update({ id: summary.id }, { kind: 'toaster' as never });
    const answer = await call('GET', '/api/gear?search=Odd');
    expect(answer.status).toBe(200);
    const list = gearListSchema.parse(answer.json);
    expect([list.gear, list.total]).toEqual([[], 1]);
    expect(list.unreadable).toMatchObject([{ id: summary.id, name: 'Odd thing' }]);
    const whole = gearListSchema.parse((await call('GET', '/api/gear?limit=200')).json);
    expect(whole.gear.length).toBeGreaterThan(5);
    const own = await problemOf('GET', `/api/gear/${summary.id}`, undefined);
    expect(own.status).toBe(422);
    expect(own.problem.errors?.[0]?.path).toBe('kind');
    expect((await versions.findOneByOrFail({ gearId: summary.id })).document).toBe(document);
    // Neither broken JSON nor a version of the future takes anything else along, nor the loading of samples at the start.
    await versions.update({ gearId: summary.id }, { document: '{', formatVersion: 99 });
    expect((await call('GET', `/api/gear/${summary.id}`)).status).toBe(422);
    await new GearStore(source, now).loadSamples(SAMPLE_GEAR);
    await source.getRepository(GearEntity).update({ id: summary.id }, { kind: 'other' });
  });

  test('that is a sample is brought up to date at the next start', async () => {
    const sample = await source
      .getRepository(GearEntity)
      .findOneByOrFail({ sampleId: SAMPLE_GEAR[0]?.id ?? '' });
    await source
      .getRepository(GearVersionEntity)
      .update({ gearId: sample.id, number: sample.currentVersion }, { document: '{"id":"broken"}' });
    await new GearStore(source, now).loadSamples(SAMPLE_GEAR);
    const after = gearDetailSchema.parse((await call('GET', `/api/gear/${sample.id}`)).json);
    expect(after.summary.version).toBe(sample.currentVersion + 1);
  });
});
