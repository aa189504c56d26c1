import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Server } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import type { Context } from 'koa';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { gearDetailSchema, jobSummarySchema, readingListSchema, type NewReading } from '@zarnel/contract';
import { honeyHouse, SAMPLE_GEAR } from '@zarnel/core/files';
import { openDatabase, transact } from '../database.ts';
import { throwawayDatabaseUrl } from '../test-database.ts';
import { rawAnswer, startTestServer } from '../test-http.ts';
import { createApp } from './app.ts';
import { answerInTime, boundBodies, MOST_BODY_BYTES, withinMs } from './limits.ts';

let source: DataSource;
let server: Server;
let base: string;

beforeAll(async () => {
  source = await openDatabase(throwawayDatabaseUrl());
  const app = createApp({ source, log: pino({ level: 'silent' }), webRoot: null });
  ({ server, base } = await startTestServer(app));
}, 60_000);

afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await source.destroy();
});

const JSON_TYPE = { 'Content-Type': 'application/json' };

async function importJob(name: string): Promise<string> {
  const body = JSON.stringify({ ...honeyHouse(), name });
  const answer = await fetch(`${base}/api/jobs/import`, { method: 'POST', headers: JSON_TYPE, body });
  return jobSummarySchema.parse(await answer.json()).id;
}

function save(id: string, name: string) {
  return fetch(`${base}/api/jobs/${id}/plan`, {
    method: 'PUT',
    headers: { ...JSON_TYPE, 'If-Match': '"1"' },
    body: JSON.stringify({ ...honeyHouse(), name }),
  });
}

describe('a job that is held up', () => {
  test('holds up no other: with its row locked and many saves waiting, others answer within a second', async () => {
    const [stuck, other] = [await importJob('Stuck'), await importJob('Other')];
    let letGo = () => {};
    const held = new Promise<void>((resolve) => (letGo = resolve));
    const runner = source.createQueryRunner();
    await runner.connect();
    await runner.startTransaction();
    await runner.query('SELECT * FROM job WHERE id = ? FOR UPDATE', [stuck]);
    void held.then(() => runner.rollbackTransaction()).then(() => runner.release());
    const waiting = Array.from({ length: 12 }, (_, index) => save(stuck, `Waits ${index}`));
    await new Promise((resolve) => setTimeout(resolve, 200));
    const timesMs: number[] = [];
    const timed = async (ask: () => Promise<Response>) => {
      const sinceMs = performance.now();
      const { status } = await ask();
      timesMs.push(performance.now() - sinceMs);
      return status;
    };
    for (let each = 0; each < 8; each++) {
      expect(await timed(() => save(other, `Other ${each}`))).toBeLessThan(500);
      expect(await timed(() => fetch(`${base}/api/jobs/${other}`))).toBe(200);
      expect(await timed(() => fetch(`${base}/api/health`))).toBe(200);
    }
    expect(Math.max(...timesMs)).toBeLessThan(1000);
    letGo();
    const statuses = (await Promise.all(waiting)).map(({ status }) => status);
    expect(statuses.filter((status) => status === 200)).toHaveLength(1);
    expect(statuses.filter((status) => status === 412)).toHaveLength(11);
  }, 30_000);

  test('is told so in time where the row stays locked, and nothing of it is half done', async () => {
    const stuck = await importJob('Locked for long');
    const runner = source.createQueryRunner();
    await runner.connect();
    await runner.startTransaction();
    await runner.query('SELECT * FROM job WHERE id = ? FOR UPDATE', [stuck]);
    const sinceMs = performance.now();
    const answer = await save(stuck, 'Too late');
    expect([answer.status, answer.headers.get('Retry-After')]).toEqual([503, '2']);
    expect(performance.now() - sinceMs).toBeLessThan(9000);
    await runner.rollbackTransaction();
    await runner.release();
    expect((await save(stuck, 'In time')).status).toBe(200);
  }, 30_000);

  test('a query that takes too long is given up with its connection, and the next one works', async () => {
    const slow = transact(source, (manager) => manager.query('SELECT SLEEP(9)'));
    await expect(slow).rejects.toMatchObject({ code: 'PROTOCOL_SEQUENCE_TIMEOUT' });
    const next = transact(source, (manager) => manager.query<{ one: unknown }[]>('SELECT 1 AS one'));
    await expect(next).resolves.toHaveLength(1);
  }, 20_000);
});

describe('limits', () => {
  const ctx = (headers: Record<string, string>) =>
    ({ get: (name: string) => headers[name] ?? '', req: { resume: () => undefined } }) as unknown as Context;

  test('bodies in hand together have a bound; one is always taken, and what is packed counts whole', async () => {
    const bound = boundBodies(MOST_BODY_BYTES);
    let letGo = () => {};
    const held = new Promise<void>((resolve) => (letGo = resolve));
    const large = { 'Content-Length': String(MOST_BODY_BYTES - 100) };
    const first = bound(ctx(large), () => held);
    await expect(bound(ctx({ 'Content-Length': '50' }), () => Promise.resolve())).resolves.toBeUndefined();
    for (const headers of [
      large,
      { 'Content-Length': '20', 'Content-Encoding': 'gzip' },
      { 'Transfer-Encoding': 'chunked' },
    ])
      await expect(bound(ctx(headers), () => Promise.resolve())).rejects.toMatchObject({
        status: 503,
        retryAfterS: 2,
      });
    letGo();
    await first;
    await expect(bound(ctx(large), () => Promise.resolve())).resolves.toBeUndefined();
  });

  test('whoever asks is answered in time, whatever hangs', async () => {
    const hangs = () => new Promise<never>(() => undefined);
    await expect(answerInTime(30)(ctx({}), hangs)).rejects.toMatchObject({ status: 503 });
    await expect(withinMs(30, hangs, 'late')).resolves.toBe('late');
    await expect(withinMs(30, () => Promise.reject(new Error('x')), 'failed')).resolves.toBe('failed');
    await expect(withinMs(1000, () => Promise.resolve('in time'), 'late')).resolves.toBe('in time');
  });
});

describe('odd requests', () => {
  const port = () => (server.address() as AddressInfo).port;
  const spoken = (text: string) =>
    new Promise<string>((resolve) => {
      const socket = connect(port(), '127.0.0.1', () => socket.write(text));
      let heard = '';
      socket.on('data', (part) => (heard += part.toString()));
      socket.on('close', () => resolve(heard));
      setTimeout(() => socket.destroy(), 1500);
    });

  test.each(['identity;q=0', '*;q=0', 'gzip;q=0, *;q=0', 'br', 'gzip', ''])(
    'what accepts %j is answered',
    async (encoding) => {
      for (let each = 0; each < 12; each++) await importJob(`Many ${each}`);
      const answer = await rawAnswer(base, 'GET', '/api/jobs?limit=100', { 'Accept-Encoding': encoding });
      expect(answer.status).toBe(200);
      expect(answer.text.length).toBeGreaterThan(100);
    },
  );

  test('several hosts are refused, a page elsewhere changes nothing, and refusals are as guarded as answers', async () => {
    const two = await spoken(
      `GET /api/jobs HTTP/1.1\r\nHost: 127.0.0.1:${port()}\r\nHost: evil.example\r\nConnection: close\r\n\r\n`,
    );
    expect(two).toMatch(/^HTTP\/1\.1 400/u);
    const list = await spoken(
      `GET /api/jobs HTTP/1.1\r\nHost: 127.0.0.1:${port()}, evil.example\r\nConnection: close\r\n\r\n`,
    );
    expect(list).toMatch(/^HTTP\/1\.1 403/u);
    for (const header of [
      /content-security-policy:/iu,
      /x-content-type-options: nosniff/iu,
      /cache-control: no-store/iu,
    ])
      expect(list).toMatch(header);
    const body = JSON.stringify({ name: 'X', codeBasis: 'us', meanMaxTempC: 20 });
    const length = { 'Content-Length': String(body.length) };
    for (const [site, status] of [
      ['cross-site', 403],
      ['same-site', 403],
      ['same-origin', 201],
      ['none', 201],
    ] as const) {
      const answer = await rawAnswer(
        base,
        'POST',
        '/api/jobs',
        { ...JSON_TYPE, ...length, 'Sec-Fetch-Site': site },
        body,
      );
      expect([site, answer.status]).toEqual([site, status]);
    }
    const seen = await fetch(`${base}/api/jobs`);
    expect(seen.headers.get('Cache-Control')).toBe('no-store');
  });

  test('half a letter in a name is refused by name, a whole one is kept', async () => {
    const make = (name: string) =>
      fetch(`${base}/api/jobs`, {
        method: 'POST',
        headers: JSON_TYPE,
        body: `{"name":"${name}","codeBasis":"us","meanMaxTempC":20}`,
      });
    const refused = await make('Bee \\ud83d');
    expect(refused.status).toBe(422);
    expect(await refused.text()).toContain('half of a letter');
    expect((await make('Bee \\ud83d\\udc1d')).status).toBe(201);
  });

  test('an unknown key is named', async () => {
    const answer = await fetch(`${base}/api/jobs`, {
      method: 'POST',
      headers: JSON_TYPE,
      body: JSON.stringify({ name: 'X', codeBasis: 'us', meanMaxTempC: 20, sunshine: 1 }),
    });
    expect([answer.status, await answer.text()]).toEqual([422, expect.stringContaining('“sunshine”')]);
  });

  test('streams asked for one behind another on a connection take one place, and none once it is closed', async () => {
    const id = await importJob('Streams');
    const path = `/api/jobs/${id}/instruments/laser/lines?item=none`;
    const one = `GET ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port()}\r\n\r\n`;
    for (let round = 0; round < 3; round++) await spoken(one.repeat(45));
    await new Promise((resolve) => setTimeout(resolve, 300));
    // All forty places are there again: forty connections may hear at once.
    const items = await fetch(`${base}/api/instruments`);
    expect(items.status).toBe(200);
    const controllers = Array.from({ length: 40 }, () => new AbortController());
    const of = encodeURIComponent(`${id} laser 0 none`);
    const statuses = await Promise.all(
      controllers.map(
        async ({ signal }) => (await fetch(`${base}/api/instruments/lines?of=${of}`, { signal })).status,
      ),
    );
    expect(new Set(statuses)).toEqual(new Set([200]));
    expect((await fetch(`${base}/api/instruments/lines?of=${of}`)).status).toBe(429);
    for (const each of controllers) each.abort();
  }, 30_000);
});

describe('what is sent twice', () => {
  const reading = (id: string, value: number): NewReading => ({
    id,
    item: 'plant-wall/width',
    value,
    unit: 'mm',
    instrument: 'typed',
    takenAt: '2026-05-04T08:15:00.000Z',
    takenBy: 'Rowan Pell',
    note: '',
  });
  const send = (job: string, readings: readonly NewReading[]) =>
    fetch(`${base}/api/jobs/${job}/readings`, {
      method: 'POST',
      headers: JSON_TYPE,
      body: JSON.stringify({ readings }),
    });
  const kept = async (job: string) =>
    readingListSchema.parse(await (await fetch(`${base}/api/jobs/${job}/readings`)).json()).readings;

  test('a reading whose id another has is acknowledged once, to two jobs at once or with another value', async () => {
    const jobs = [await importJob('One'), await importJob('Two')] as const;
    for (let round = 0; round < 10; round++) {
      const id = crypto.randomUUID();
      const answers = await Promise.all(jobs.map((job) => send(job, [reading(id, 1000 + round)])));
      expect(answers.map(({ status }) => status).sort()).toEqual([204, 409]);
    }
    expect((await kept(jobs[0])).length + (await kept(jobs[1])).length).toBe(10);
    const id = crypto.randomUUID();
    const fresh = crypto.randomUUID();
    expect((await send(jobs[0], [reading(id, 1)])).status).toBe(204);
    expect((await send(jobs[0], [reading(id, 1)])).status).toBe(204);
    const other = await send(jobs[0], [reading(fresh, 5), reading(id, 2)]);
    expect(other.status).toBe(409);
    expect(await other.text()).toContain(id);
    const ids = (await kept(jobs[0])).map((each) => each.id);
    expect([ids.includes(id), ids.includes(fresh)]).toEqual([true, false]);
  });

  test('a gear save whose answer was lost is taken for the one that is there', async () => {
    const [sample] = SAMPLE_GEAR;
    if (sample === undefined) throw new Error('There are no samples.');
    const call = async (method: string, path: string, body: unknown, headers = {}) => {
      const answer = await fetch(`${base}/api/gear${path}`, {
        method,
        headers: { ...JSON_TYPE, ...headers },
        body: JSON.stringify(body),
      });
      return { status: answer.status, json: await answer.json() };
    };
    const made = gearDetailSchema.parse((await call('POST', '', { ...sample, origin: null })).json);
    const next = { ...made.type, name: 'Another name' };
    const put = (type: unknown) => call('PUT', `/${made.summary.id}`, type, { 'If-Match': '"1"' });
    expect((await put(next)).status).toBe(200);
    const again = await put(next);
    expect([again.status, gearDetailSchema.parse(again.json).summary.version]).toEqual([200, 2]);
    expect((await put({ ...next, name: 'Somebody else’s' })).status).toBe(412);
  });
});
