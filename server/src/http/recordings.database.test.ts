import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { SAMPLE_GEAR } from '@zarnel/core/files';
import { openDatabase } from '../database.ts';
import { GearStore } from '../gear/gear-store.ts';
import { throwawayDatabaseUrl } from '../test-database.ts';
import { startTestServer } from '../test-http.ts';
import { createApp } from './app.ts';

/** What pages of earlier versions sent, were answered and kept: `npm run record NAME` makes such a file. */
const FOLDER = join(import.meta.dirname, '..', '..', '..', 'contract', 'recordings');

const recordingSchema = z.object({
  exchanges: z.array(
    z.object({
      step: z.string(),
      method: z.string(),
      path: z.string(),
      headers: z.record(z.string(), z.string()),
      body: z.string().nullable(),
      status: z.number(),
      answer: z.string(),
    }),
  ),
});

let source: DataSource;
let server: Server;
let base: string;

beforeAll(async () => {
  source = await openDatabase(throwawayDatabaseUrl());
  await new GearStore(source).loadSamples(SAMPLE_GEAR);
  const app = createApp({ source, log: pino({ level: 'silent' }), webRoot: null });
  ({ server, base } = await startTestServer(app));
}, 60_000);

afterAll(async () => {
  server.closeAllConnections();
  server.close();
  await source.destroy();
});

const UUID = /[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f-]{21}/gu;

/** What an answer says, without its figures: pages of before read strictly, and stop at a field more or less. */
function shapeOf(value: unknown): unknown {
  if (Array.isArray(value)) return value.length === 0 ? 'a list' : ['a list of', shapeOf(value[0])];
  if (typeof value !== 'object' || value === null) return value === null ? 'nothing' : 'a value';
  return Object.fromEntries(
    Object.entries(value)
      .map(([key, each]) => [key, shapeOf(each)] as const)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );
}

describe.each(readdirSync(FOLDER))('a page of before, as %s recorded it', (name) => {
  test('is answered by this server as it was by its own', async () => {
    const text = readFileSync(join(FOLDER, name), 'utf8');
    const { exchanges } = recordingSchema.parse(JSON.parse(text));
    /** Ids that were given then, with those that are given now. */
    const ids = new Map<string, string>();
    const now = (of: string) => of.replaceAll(UUID, (id) => ids.get(id) ?? id);
    const learn = (before: string, after: string) => {
      const [was, is] = [before.match(UUID) ?? [], after.match(UUID) ?? []];
      if (was.length === is.length) was.forEach((id, index) => ids.set(id, is[index] ?? id));
    };
    const differing: unknown[] = [];
    let tried = 0;
    for (const { method, path, headers, body, status, answer } of exchanges) {
      const unknownId = (path.match(UUID) ?? []).some((id) => !ids.has(id));
      // What was there before the recording began is not here.
      if (unknownId || method === 'GET') continue;
      const response = await fetch(base + now(path), {
        method,
        headers,
        ...(body === null ? {} : { body: now(body) }),
      });
      const told = await response.text();
      tried++;
      if (response.status !== status)
        differing.push([method, path, status, response.status, told.slice(0, 300)]);
      else if (answer !== '') {
        learn(answer, told);
        const [was, is] = [answer, told].map((each) => JSON.stringify(shapeOf(JSON.parse(each))));
        if (was !== is) differing.push([method, path, was, is]);
      } else if (told !== '') differing.push([method, path, 'said nothing', told.slice(0, 300)]);
    }
    for (const { method, path, status, answer } of exchanges) {
      if (method !== 'GET' || (path.match(UUID) ?? []).some((id) => !ids.has(id))) continue;
      const response = await fetch(base + now(path));
      tried++;
      const [was, is] = [answer, await response.text()].map((each) =>
        Object.keys(JSON.parse(each) as object),
      );
      if (response.status !== status || JSON.stringify(was) !== JSON.stringify(is))
        differing.push([path, response.status, was, is]);
    }
    expect(differing).toEqual([]);
    expect(tried).toBeGreaterThan(20);
  });
});
