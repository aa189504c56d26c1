import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { jobSummarySchema, problemSchema } from '@zarnel/contract';
import { honeyHouse } from '@zarnel/core/files';
import { writePlan } from '@zarnel/core/plan';
import { isDiskFull, openDatabase } from '../database.ts';
import { throwawayDatabaseUrl } from '../test-database.ts';
import { rawAnswer, startTestServer } from '../test-http.ts';
import { createApp } from './app.ts';
import { freeBytesOf } from './disk.ts';

let source: DataSource;
let server: Server;
let base: string;
let free: number | null = null;
const lines: string[] = [];

beforeAll(async () => {
  source = await openDatabase(throwawayDatabaseUrl());
  const app = createApp({
    source,
    log: pino({ level: 'info' }, { write: (line: string) => lines.push(line) }),
    now: () => new Date(),
    webRoot: null,
    address: () => ({ usual: 'http://127.0.0.1:4000', isThere: false }),
    freeBytes: () => Promise.resolve(free),
    publicOrigin: 'https://zarnel.example.org',
  });
  ({ server, base } = await startTestServer(app));
}, 60_000);

afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await source.destroy();
});

const importJob = () =>
  fetch(`${base}/api/jobs/import`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: writePlan({ ...honeyHouse(), name: 'Secret orchard' }),
  });

describe('a full disk', () => {
  test('is named, is no hindrance to reading, and is over when there is room', async () => {
    const job = jobSummarySchema.parse(await (await importJob()).json());
    free = 1_000_000;
    const refused = await importJob();
    expect(refused.status).toBe(507);
    expect(problemSchema.parse(await refused.json())).toMatchObject({
      title: 'The disk is full',
      detail: expect.stringContaining('can be read'),
    });
    expect((await fetch(`${base}/api/jobs/${job.id}/plan`)).status).toBe(200);
    free = 10 ** 9;
    expect((await importJob()).status).toBe(201);
  });

  test.each([
    [{ code: 'ER_RECORD_FILE_FULL', message: "The table 'revision' is full" }, true],
    [{ code: 'ER_DISK_FULL' }, true],
    [{ code: 'ENOSPC' }, true],
    [
      { code: 'ER_ERROR_ON_WRITE', message: 'Error writing file (errno: 28 "No space left on device")' },
      true,
    ],
    [{ code: 'ER_ERROR_ON_WRITE', message: 'Error writing file (errno: 5 "Input/output error")' }, false],
    [{ code: 'ER_DUP_ENTRY' }, false],
    [null, false],
  ])('is known from what the database says: %p', (error, expected) => {
    expect(isDiskFull(error)).toBe(expected);
  });

  test('is measured where the database is, and not where it is elsewhere', async () => {
    expect(await freeBytesOf(tmpdir())()).toBeGreaterThan(0);
    expect(await freeBytesOf(null)()).toBeNull();
    expect(await freeBytesOf('/no/such/folder')()).toBeNull();
  });
});

describe('what is watched', () => {
  test('counts by route, and has neither ids nor names in it, in the log no more', async () => {
    const job = jobSummarySchema.parse(await (await importJob()).json());
    await fetch(`${base}/api/jobs/${job.id}/plan`);
    await fetch(`${base}/api/nothing/${job.id}`);
    await fetch(`${base}/api/jobs?search=Secret`);
    const answer = await fetch(`${base}/api/metrics`);
    expect(answer.headers.get('Content-Type')).toContain('text/plain');
    const text = await answer.text();
    expect(text).toMatch(
      /zarnel_request_seconds_count\{method="GET",route="\/api\/jobs\/:id\/plan",status="200"\} \d+/u,
    );
    expect(text).toContain('route="none",status="404"');
    expect(text).toContain('zarnel_database_up 1');
    for (const each of [text, lines.join('')]) {
      expect(each).not.toContain(job.id);
      expect(each).not.toContain('Secret');
    }
    expect(lines.some((line) => line.includes('"route":"/api/jobs/:id/plan","status":200'))).toBe(true);
  });
});

describe('a body', () => {
  test('is refused before it is built where it is nested far too deep, or would change what an object is', async () => {
    const post = async (body: string) => {
      const headers = { 'Content-Type': 'application/json' };
      const answer = await fetch(`${base}/api/jobs`, { method: 'POST', headers, body });
      return [answer.status, problemSchema.parse(await answer.json()).detail];
    };
    expect(await post('['.repeat(1_000_000))).toEqual([400, expect.stringContaining('nested deeper')]);
    expect(await post('{"name":"x","__proto__":{"isAdmin":true}}')).toEqual([400, 'The body is not JSON.']);
    expect(await post('{"name":')).toEqual([400, 'The body is not JSON.']);
    expect((await post(''))[0]).toBe(422);
  });
});

describe('the address', () => {
  test('is told to a page that is elsewhere', async () => {
    expect(await (await fetch(`${base}/api/address`)).json()).toEqual({
      usual: 'http://127.0.0.1:4000',
      isThere: false,
    });
  });

  test.each([
    ['zarnel.example.org', 'https://zarnel.example.org', 200],
    ['zarnel.example.org', 'https://other.example.org', 403],
    ['other.example.org', '', 403],
    ['127.0.0.1:1', 'http://127.0.0.1:1', 200],
    ['127.0.0.1:1', 'https://zarnel.example.org', 403],
  ])('may be a proxy’s: %s for a page of %p', async (host, origin, status) => {
    const headers = { Host: host, ...(origin === '' ? {} : { Origin: origin }) };
    expect((await rawAnswer(base, 'GET', '/api/health', headers)).status).toBe(status);
  });
});
