import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, request as httpRequest, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import {
  jobListSchema,
  jobSummarySchema,
  problemSchema,
  revisionListSchema,
  type JobSummary,
} from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import { openPlan, writePlan, type Plan } from '@zarnel/core/plan';
import { startMariadb } from '../../../scripts/lib/mariadb.mjs';
import { openDatabase } from '../database.ts';
import { RevisionEntity } from '../entities/revision.ts';
import { JobStore } from '../jobs/job-store.ts';
import { throwawayDatabaseUrl } from '../test-database.ts';
import { rawAnswer } from '../test-http.ts';
import { createApp } from './app.ts';

const log = pino({ level: 'silent' });
const now = () => new Date();

let source: DataSource;
let server: Server;
let base: string;

async function listen(of: DataSource): Promise<[Server, string]> {
  const app = createApp({ source: of, log, now, webRoot: null });
  app.silent = true;
  const started = createServer(app.callback() as Parameters<typeof createServer>[1]);
  await new Promise<void>((resolve) => started.listen(0, '127.0.0.1', resolve));
  return [started, `http://127.0.0.1:${(started.address() as AddressInfo).port}`];
}

beforeAll(async () => {
  source = await openDatabase(throwawayDatabaseUrl());
  [server, base] = await listen(source);
}, 30_000);

afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await source.destroy();
});

async function call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}) {
  const sent = body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) };
  const type = body === undefined ? {} : { 'Content-Type': 'application/json' };
  const response = await fetch(base + path, { method, headers: { ...type, ...headers }, ...sent });
  const text = await response.text();
  const json: unknown = text === '' ? null : JSON.parse(text);
  return { status: response.status, headers: response.headers, json };
}

async function importPlan(plan: Plan = honeyHouse()): Promise<JobSummary> {
  const { status, json } = await call('POST', '/api/jobs/import', plan);
  expect(status).toBe(201);
  return jobSummarySchema.parse(json);
}

function savePlan(id: string, revision: number, plan: Plan) {
  return call('PUT', `/api/jobs/${id}/plan`, plan, { 'If-Match': `"${revision}"` });
}

describe('jobs', () => {
  test('are created blank, read, renamed, copied and archived', async () => {
    const created = await call('POST', '/api/jobs', { name: 'Shed', codeBasis: 'us', meanMaxTempC: 22 });
    expect(created.status).toBe(201);
    const job = jobSummarySchema.parse(created.json);

    const read = await call('GET', `/api/jobs/${job.id}/plan`);
    expect(read.headers.get('ETag')).toBe('"1"');
    expect(openPlan(read.json).ok).toBe(true);

    const renamed = await call('PATCH', `/api/jobs/${job.id}`, { name: 'Barn' });
    expect(jobSummarySchema.parse(renamed.json)).toMatchObject({ name: 'Barn', revision: 2 });
    expect((await call('GET', `/api/jobs/${job.id}/plan`)).json).toMatchObject({ name: 'Barn' });

    const copy = jobSummarySchema.parse((await call('POST', `/api/jobs/${job.id}/copy`)).json);
    expect(copy.name).toBe('Barn (copy)');
    expect(copy.id).not.toBe(job.id);

    await call('PATCH', `/api/jobs/${job.id}`, { archived: true });
    const open = jobListSchema.parse((await call('GET', '/api/jobs')).json);
    const archived = jobListSchema.parse((await call('GET', '/api/jobs?archived=true')).json);
    expect(open.jobs.map(({ id }) => id)).not.toContain(job.id);
    expect(archived.jobs.map(({ id }) => id)).toContain(job.id);
  });

  test('are listed a page at a time, newest first', async () => {
    for (const name of ['P1', 'P2', 'P3'])
      await call('POST', '/api/jobs', { name, codeBasis: 'us', meanMaxTempC: 20 });
    const page = jobListSchema.parse((await call('GET', '/api/jobs?limit=2&offset=0')).json);
    expect(page.jobs).toHaveLength(2);
    const search = async (words: string) =>
      jobListSchema.parse((await call('GET', `/api/jobs?search=${encodeURIComponent(words)}`)).json);
    expect((await search(' p2 ')).jobs.map(({ name }) => name)).toEqual(['P2']);
    // What has a meaning in a pattern stands for itself.
    for (const words of ['P_', '%', '\\']) expect((await search(words)).total).toBe(0);
    expect(page.total).toBeGreaterThanOrEqual(3);
    const times = page.jobs.map(({ updatedAt }) => updatedAt);
    expect(times).toEqual([...times].sort().reverse());
  });

  test('load the demo once for all time', async () => {
    const store = new JobStore(source, now);
    const name = `demo-${Date.now()}`;
    expect(await store.createDemoOnce(name, honeyHouse())).toBe(true);
    expect(await store.createDemoOnce(name, honeyHouse())).toBe(false);
  });
});

describe('saving', () => {
  test('makes each save a revision and answers with its ETag', async () => {
    const job = await importPlan();
    const saved = await savePlan(job.id, 1, { ...honeyHouse(), name: 'Second' });
    expect(saved.status).toBe(200);
    expect(saved.headers.get('ETag')).toBe('"2"');
    const list = revisionListSchema.parse((await call('GET', `/api/jobs/${job.id}/revisions`)).json);
    expect(list.revisions.map(({ number, kind, madeFrom }) => [number, kind, madeFrom])).toEqual([
      [2, 'save', 1],
      [1, 'save', null],
    ]);
  });

  test('takes a save that comes again, because its answer was lost, for the one that is there', async () => {
    const job = await importPlan();
    const mine = { ...honeyHouse(), name: 'Sent twice' };
    await savePlan(job.id, 1, mine);
    const again = await savePlan(job.id, 1, mine);
    expect([again.status, again.json]).toEqual([200, { revision: 2 }]);
  });

  test('refuses a stale save and keeps both versions', async () => {
    const job = await importPlan();
    await savePlan(job.id, 1, { ...honeyHouse(), name: 'Theirs' });
    const stale = await savePlan(job.id, 1, { ...honeyHouse(), name: 'Mine' });
    expect(stale.status).toBe(412);
    expect(problemSchema.parse(stale.json)).toMatchObject({ status: 412, current: 2, kept: 3 });
    expect((await call('GET', `/api/jobs/${job.id}/plan`)).json).toMatchObject({ name: 'Theirs' });
    expect((await call('GET', `/api/jobs/${job.id}/revisions/3`)).json).toMatchObject({ name: 'Mine' });
    const again = await savePlan(job.id, 2, { ...honeyHouse(), name: 'Merged' });
    expect(again.json).toEqual({ revision: 4 });
  });

  test('takes what goes on from its own lost answer for no conflict, and a late earlier save for no later one', async () => {
    const job = await importPlan();
    const line = 'aaaaaaaa-0000-4000-8000-000000000001';
    const save = (order: number, name: string, from = line) =>
      call(
        'PUT',
        `/api/jobs/${job.id}/plan`,
        { ...honeyHouse(), name },
        {
          'If-Match': '"1"',
          'Line-Of-Work': `${from}; ${order}`,
          'Line-Secret': `the-secret-of-${from}`,
        },
      );
    // The answer to the first was lost; the second goes on from it without knowing its number.
    expect((await save(1, 'One')).json).toEqual({ revision: 2 });
    expect((await save(3, 'Two')).json).toEqual({ revision: 3 });
    // One that was long on its way is kept, and takes nothing back.
    expect((await save(2, 'Between')).status).toBe(412);
    expect((await call('GET', `/api/jobs/${job.id}/plan`)).json).toMatchObject({ name: 'Two' });
    // Another line is a conflict, kept once however often it is sent.
    const other = 'bbbbbbbb-0000-4000-8000-000000000002';
    const kept = async (order: number, name: string) =>
      problemSchema.parse((await save(order, name, other)).json).kept;
    const first = await kept(1, 'Mine');
    expect([await kept(1, 'Mine'), await kept(2, 'Mine')]).toEqual([first, first]);
    expect(await kept(3, 'Mine, more')).not.toBe(first);
    const { revisions } = revisionListSchema.parse((await call('GET', `/api/jobs/${job.id}/revisions`)).json);
    expect(revisions.filter(({ kind }) => kind === 'conflict')).toHaveLength(3);
    const odd = await call('PUT', `/api/jobs/${job.id}/plan`, honeyHouse(), {
      'If-Match': '"1"',
      'Line-Of-Work': 'me',
    });
    expect(odd.status).toBe(400);
  });

  test('takes nobody’s word for a line whose secret they do not know', async () => {
    const job = await importPlan();
    const line = 'cccccccc-0000-4000-8000-000000000003';
    const save = (order: number, name: string, secret: string | null) =>
      call(
        'PUT',
        `/api/jobs/${job.id}/plan`,
        { ...honeyHouse(), name },
        {
          'If-Match': '"1"',
          'Line-Of-Work': `${line}; ${order}`,
          ...(secret === null ? {} : { 'Line-Secret': secret }),
        },
      );
    expect((await save(1, 'Mine', 'a-secret-of-twenty-letters')).status).toBe(200);
    // Every reader is told the line, and none the secret.
    const read = await call('GET', `/api/jobs/${job.id}/plan`);
    expect(read.headers.get('Line-Of-Work')).toBe(`${line}; 1`);
    expect(JSON.stringify([...read.headers, read.json])).not.toContain('secret');
    for (const secret of [null, 'another-secret-of-that-length'])
      expect((await save(2, `Theirs ${String(secret)}`, secret)).status).toBe(412);
    expect((await call('GET', `/api/jobs/${job.id}/plan`)).json).toMatchObject({ name: 'Mine' });
    expect((await save(3, 'Mine, more', 'a-secret-of-twenty-letters')).status).toBe(200);
    expect((await save(4, 'Odd', 'short')).status).toBe(400);
  });

  test('acknowledges exactly one of many saves made at once', async () => {
    const job = await importPlan();
    const answers = await Promise.all(
      Array.from({ length: 6 }, (_, index) => savePlan(job.id, 1, { ...honeyHouse(), name: `Try ${index}` })),
    );
    const statuses = answers.map(({ status }) => status).sort();
    expect(statuses).toEqual([200, 412, 412, 412, 412, 412]);
    const { revisions } = revisionListSchema.parse((await call('GET', `/api/jobs/${job.id}/revisions`)).json);
    expect(revisions).toHaveLength(7);
  });

  test('restores an older revision as a new one', async () => {
    const job = await importPlan();
    await savePlan(job.id, 1, { ...honeyHouse(), name: 'Changed' });
    const restored = await call(
      'POST',
      `/api/jobs/${job.id}/restore`,
      { revision: 1 },
      { 'If-Match': '"2"' },
    );
    expect(restored.json).toEqual({ revision: 3 });
    expect((await call('GET', `/api/jobs/${job.id}/plan`)).json).toMatchObject({ name: honeyHouse().name });
  });

  test('asks for the revision it was made from', async () => {
    const job = await importPlan();
    expect((await call('PUT', `/api/jobs/${job.id}/plan`, honeyHouse())).status).toBe(428);
    const odd = await call('PUT', `/api/jobs/${job.id}/plan`, honeyHouse(), { 'If-Match': 'W/"x"' });
    expect(odd.status).toBe(400);
  });
});

describe('export and import', () => {
  test('give back the same document', async () => {
    const job = await importPlan();
    const response = await fetch(`${base}/api/jobs/${job.id}/export`);
    expect(response.headers.get('Content-Disposition')).toContain('hollowmere-honey-house.zarnel.json');
    expect(await response.text()).toBe(writePlan(honeyHouse()));
  });
});

describe('bad requests', () => {
  test.each<[string, unknown, number, string]>([
    ['what is not a plan', { hello: 1 }, 422, 'format'],
    ['a newer version', { ...honeyHouse(), formatVersion: 99 }, 422, 'formatVersion'],
    ['a dangling reference', { ...honeyHouse(), rootFace: 'gone' }, 422, 'rootFace'],
  ])('refuse %s with the path', async (_, body, status, path) => {
    const answer = await call('POST', '/api/jobs/import', body);
    expect(answer.status).toBe(status);
    expect(answer.headers.get('Content-Type')).toContain('application/problem+json');
    const problem = problemSchema.parse(answer.json);
    expect(problem.errors?.map((error) => error.path)).toContain(path);
    expect(problem.requestId).toBeTruthy();
  });

  test('refuse bad JSON, other types, bad fields and unknown jobs', async () => {
    expect((await call('POST', '/api/jobs/import', '{ "a": ')).status).toBe(400);
    expect((await call('POST', '/api/jobs/import', 'x', { 'Content-Type': 'text/plain' })).status).toBe(415);
    const base = { name: 'Start', codeBasis: 'iec', meanMaxTempC: 22 };
    const unknown = await call('POST', '/api/jobs', { ...base, start: 'van', sizes: { wheel: 3 } });
    expect([unknown.status, JSON.stringify(unknown.json)]).toEqual([400, expect.stringContaining('wheel')]);
    const small = await call('POST', '/api/jobs', { ...base, start: 'van', sizes: { length: 1 } });
    expect([small.status, JSON.stringify(small.json)]).toEqual([
      400,
      expect.stringContaining('Length inside'),
    ]);
    const named = await call('POST', '/api/jobs', { name: ' ', codeBasis: 'us', meanMaxTempC: 22 });
    expect(problemSchema.parse(named.json).errors).toEqual([
      { path: 'name', message: 'Name must not be empty.' },
    ]);
    expect((await call('GET', '/api/jobs/00000000-0000-0000-0000-000000000000')).status).toBe(404);
    expect((await call('GET', '/api/nothing')).status).toBe(404);
    expect((await call('GET', '/api/jobs?limit=-1')).status).toBe(400);
  });

  test('are told as problems, whatever is wrong with the address, the way or the packing', async () => {
    const raw = (...sent: [string, string, Record<string, string>?, string?]) => rawAnswer(base, ...sent);
    const json = { 'Content-Type': 'application/json' };
    const answers = [
      await raw('GET', '/%zz'),
      await raw('GET', '/api/jobs/%zz'),
      await raw('GET', '/../../../etc/passwd'),
      await raw('GET', '/..%2f..%2fetc/passwd'),
      await raw('GET', '/%00'),
      await raw('DELETE', '/api/jobs'),
      await raw('PROPFIND', '/api/jobs'),
      await raw('POST', '/api/jobs', { ...json, 'Content-Encoding': 'rot13' }, '{}'),
      await raw('POST', '/api/jobs', { ...json, 'Content-Encoding': 'gzip' }, '{}'),
      await raw('POST', '/api/jobs', { ...json, 'Content-Encoding': 'gzip, gzip' }, '{}'),
    ];
    for (const { status, type, text } of answers) {
      expect([status >= 400 && (status < 500 || status === 501), text.slice(0, 200)]).toEqual([
        true,
        text.slice(0, 200),
      ]);
      expect(type).toContain('application/problem+json');
      expect(problemSchema.parse(JSON.parse(text)).status).toBe(status);
    }
    expect(answers[0]?.text).not.toContain('not JSON');
  });

  test('are answered briefly, however much is wrong with them', async () => {
    const many = Object.fromEntries(Array.from({ length: 100_000 }, (_, index) => [`unknown-${index}`, 1]));
    for (const [path, body] of [
      ['/api/jobs', { name: 'x', codeBasis: 'us', meanMaxTempC: 1, ...many }],
      ['/api/jobs/import', { ...honeyHouse(), ...many }],
    ] as const) {
      const answer = await call('POST', path, body);
      expect(answer.status).toBe(422);
      expect(JSON.stringify(answer.json).length).toBeLessThan(10_000);
    }
  });

  test('a reading with the id of another job’s is refused, and one from the year 1 too', async () => {
    const [one, two] = [await importPlan(), await importPlan()];
    const reading = {
      id: 'cccccccc-0000-4000-8000-000000000003',
      item: 'plant-wall/width',
      value: 4000,
      unit: 'mm',
      instrument: 'laser',
      takenAt: '2026-05-04T08:15:00.000Z',
      takenBy: 'Rowan Pell',
      note: '',
    };
    const post = (job: JobSummary, more: object = {}) =>
      call('POST', `/api/jobs/${job.id}/readings`, { readings: [{ ...reading, ...more }] });
    expect((await post(one)).status).toBe(204);
    expect((await post(one)).status).toBe(204);
    expect((await post(two)).status).toBe(409);
    expect((await post(two, { takenAt: '0001-01-01T00:00:00.000Z' })).status).toBe(422);
  });

  test('a revision that does not open is said to be so; the others open and the job goes on', async () => {
    const job = await importPlan();
    await savePlan(job.id, 1, { ...honeyHouse(), name: 'Second' });
    await source
      .getRepository(RevisionEntity)
      .update({ jobId: job.id, number: 2 }, { packed: Buffer.from('{"format":') });
    const answer = await call('GET', `/api/jobs/${job.id}/plan`);
    expect(answer.status).toBe(422);
    expect(problemSchema.parse(answer.json).detail).toContain('Revision 2 does not open');
    const list = revisionListSchema.parse((await call('GET', `/api/jobs/${job.id}/revisions`)).json);
    expect(list.revisions).toHaveLength(2);
    expect((await call('GET', `/api/jobs/${job.id}/revisions/1`)).status).toBe(200);
    const restored = await call(
      'POST',
      `/api/jobs/${job.id}/restore`,
      { revision: 1 },
      { 'If-Match': '"2"' },
    );
    expect(restored.json).toEqual({ revision: 3 });
    expect((await savePlan(job.id, 1, { ...honeyHouse(), name: 'Mine' })).status).toBe(412);
  });

  test('refuse a body over the limit with a clear 413 and keep the job as it was', async () => {
    const job = await importPlan();
    const huge = JSON.stringify({ ...honeyHouse(), name: 'x'.repeat(17_000_000) });
    const answer = await call('PUT', `/api/jobs/${job.id}/plan`, huge, { 'If-Match': '"1"' });
    expect(answer.status).toBe(413);
    expect(problemSchema.parse(answer.json).detail).toContain('larger than');
    expect(jobSummarySchema.parse((await call('GET', `/api/jobs/${job.id}`)).json).revision).toBe(1);
  });

  test('refuse pages and hosts that are not ours', async () => {
    const foreign = await call(
      'POST',
      '/api/jobs',
      { name: 'x', codeBasis: 'us', meanMaxTempC: 1 },
      { Origin: 'http://elsewhere.example' },
    );
    expect(foreign.status).toBe(403);
    const status = await new Promise<number | undefined>((resolve) => {
      httpRequest(`${base}/api/jobs`, { headers: { Host: 'elsewhere.example' } }, (response) =>
        resolve(response.statusCode),
      ).end();
    });
    expect(status).toBe(403);
  });
});

describe('a lost database', () => {
  test('answers 503 while it is gone and works again when it is back, with everything acknowledged', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'zarnel-lost-'));
    const first = await startMariadb(folder, { databases: ['zarnel'] });
    const lost = await openDatabase(first.url('zarnel'));
    const [lostServer, url] = await listen(lost);
    const health = async () => (await fetch(`${url}/api/health`)).status;
    try {
      expect(await health()).toBe(200);
      const created = await fetch(`${url}/api/jobs/import`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: JSON.stringify(honeyHouse()),
      });
      const job = jobSummarySchema.parse(await created.json());
      await first.stop();
      expect(await health()).toBe(503);
      const second = await startMariadb(folder, { databases: ['zarnel'], port: first.port });
      try {
        expect(await health()).toBe(200);
        const again = await fetch(`${url}/api/jobs/${job.id}`);
        expect(jobSummarySchema.parse(await again.json())).toEqual(job);
      } finally {
        lostServer.closeAllConnections();
        lostServer.close();
        await lost.destroy();
        await second.stop();
      }
    } finally {
      await first.stop();
      rmSync(folder, { recursive: true, force: true });
    }
  }, 60_000);
});
