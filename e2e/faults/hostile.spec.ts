import { expect, test } from '@playwright/test';
import { request } from 'node:http';
import { gzipSync } from 'node:zlib';
import { honeyHouse } from '@zarnel/core/files';
import { writePlanCompact } from '@zarnel/core/plan';
import { type Chance, chanceOf, goRounds, tell, TIMEOUT_MS } from './chance.ts';
import { House, importJob, readRevision } from './house.ts';

test.describe.configure({ timeout: TIMEOUT_MS });

type Hostile = {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: Buffer;
};

/** A request as nobody well-meaning sends it: wrong at one or several places, chosen by chance. */
function hostileRequest(chance: Chance, jobId: string): Hostile {
  const id = chance.pick([
    jobId,
    jobId,
    '0',
    '../..',
    '%zz',
    '%00',
    `${jobId}'--`,
    'a'.repeat(9000),
    '%f0%9f%90%9d',
  ]);
  const path = chance.pick([
    '/api/jobs',
    `/api/jobs/${id}`,
    `/api/jobs/${id}/plan`,
    `/api/jobs/${id}/revisions`,
    `/api/jobs/${id}/revisions/${chance.pick(['1', '0', '-1', '1e9', '99999999999', 'x', '%2e%2e'])}`,
    `/api/jobs/${id}/revisions/1/printed`,
    `/api/jobs/${id}/restore`,
    `/api/jobs/${id}/copy`,
    `/api/jobs/${id}/readings`,
    `/api/jobs/${id}/export`,
    '/api/jobs/import',
    '/api/gear',
    `/api/gear/${id}`,
    '/api/gear/import',
    '/api/metrics',
    '/api/address',
    '/..%2f..%2fetc/passwd',
    '/assets/../../package.json',
    '//',
    `/api/jobs?limit=${chance.pick(['0', '-1', 'NaN', '1e3', '501'])}&offset=${chance.pick(['-1', 'x', '99999999'])}`,
    `/api/jobs?search=${encodeURIComponent(chance.pick(['%', '_', "' OR 1=1", '\\', '🐝'.repeat(200), '\u0000']))}`,
  ]);
  const plan = writePlanCompact(honeyHouse());
  const text = chance.pick([
    '',
    '{',
    'null',
    '[]',
    '"x"',
    plan,
    plan.slice(0, chance.below(plan.length)),
    plan.replace(/\d+/u, '1e999'),
    plan.replaceAll('"id"', chance.pick(['"__proto__"', '"constructor"', '"di"'])),
    plan.replace('"name":"', `"name":"${'x'.repeat(chance.below(5000))}`),
    `{"name":${'['.repeat(chance.below(20_000))}`,
    JSON.stringify(
      Object.fromEntries(Array.from({ length: chance.below(2000) }, (_, key) => [`k${key}`, key])),
    ),
    JSON.stringify({
      name: chance.pick(['', ' ', 'x'.repeat(200), '\ud800', '🐝', '<script>']),
      revision: 1,
    }),
    JSON.stringify({ readings: [{ id: jobId, takenAt: '0000-01-01T00:00:00Z', value: 1e308 }] }),
  ]);
  const encoding = chance.pick(['', '', '', 'gzip', 'br', 'deflate', 'gzip, gzip', 'x-none']);
  const body = encoding === 'gzip' && chance.below(2) === 0 ? gzipSync(text) : Buffer.from(text);
  const headers: Record<string, string> = {
    'Content-Length': String(body.length),
    ...(chance.below(4) === 0
      ? {}
      : {
          'Content-Type': chance.pick(['application/json', 'text/plain', 'application/json; charset=x', '%']),
        }),
    ...(encoding === '' ? {} : { 'Content-Encoding': encoding }),
    ...(chance.below(2) === 0
      ? { 'If-Match': chance.pick(['"1"', '1', '*', '"999999999"', 'W/"1"', '"-1"']) }
      : {}),
    ...(chance.below(3) === 0
      ? { 'Line-Of-Work': chance.pick([`${jobId}; 1`, 'x', `${jobId}; 9999999999`]) }
      : {}),
    ...(chance.below(3) === 0
      ? { 'Worked-By': chance.pick(['%zz', 'a', '%F0%9F%90%9D', 'x'.repeat(3000)]) }
      : {}),
    ...(chance.below(8) === 0 ? { Host: chance.pick(['example.org', '127.0.0.1.example.org', '']) } : {}),
    ...(chance.below(8) === 0 ? { Origin: chance.pick(['null', 'http://example.org', 'file://']) } : {}),
    ...(chance.below(8) === 0
      ? { 'Accept-Encoding': chance.pick(['identity;q=0', '*;q=0', 'gzip', 'x']) }
      : {}),
    ...(chance.below(8) === 0 ? { 'Line-Secret': chance.pick(['x', 'x'.repeat(40), '%00']) } : {}),
    ...(chance.below(8) === 0 ? { Accept: chance.pick(['*/*', 'text/html', 'image/png']) } : {}),
  };
  const method = chance.pick(['GET', 'GET', 'PUT', 'POST', 'PATCH', 'DELETE', 'OPTIONS', 'PROPFIND', 'HEAD']);
  return { method, path, headers, body };
}

function send(
  url: string,
  { method, path, headers, body }: Hostile,
): Promise<{ status: number; bytes: number }> {
  const { hostname, port } = new URL(url);
  return new Promise((resolve) => {
    const sent = request({ hostname, port, method, path, headers }, (answer) => {
      let bytes = 0;
      answer.on('data', (part: Buffer) => (bytes += part.length));
      answer.on('end', () => resolve({ status: answer.statusCode ?? 0, bytes }));
      answer.on('error', () => resolve({ status: answer.statusCode ?? 0, bytes }));
    });
    // A connection that is closed on it is an answer, too.
    sent.on('error', () => resolve({ status: 0, bytes: 0 }));
    sent.end(body);
  });
}

test('hostile requests are refused one by one, change nothing and stop nothing', async () => {
  const chance = chanceOf('hostile');
  const house = await House.open();
  try {
    const jobId = await importJob(house.url(), { ...honeyHouse(), name: 'Under attack' });
    let [requests, worstMs, worstBytes, closed] = [0, 0, 0, 0];
    const on5xx: string[] = [];
    await goRounds(75, 5000, 75, async () => {
      await Promise.all(
        Array.from({ length: 20 }, async () => {
          const hostile = hostileRequest(chance, jobId);
          const sentMs = Date.now();
          const { status, bytes } = await send(house.url(), hostile);
          requests++;
          worstMs = Math.max(worstMs, Date.now() - sentMs);
          worstBytes = Math.max(worstBytes, status >= 400 ? bytes : 0);
          if (status === 0) closed++;
          // 501 is said of methods that are not done anywhere, 503 where too much comes at once.
          if (status >= 500 && status !== 501 && status !== 503)
            on5xx.push(`${status} ${hostile.method} ${hostile.path.slice(0, 80)}`);
        }),
      );
    });
    tell('hostile', {
      requests,
      '5xx': on5xx.length,
      closed,
      'worst ms': worstMs,
      'worst refusal bytes': worstBytes,
    });
    expect(on5xx).toEqual([]);
    expect(worstBytes).toBeLessThan(20_000);
    expect((await readRevision(house.url(), jobId, 1)).name).toBe('Under attack');
    expect((await fetch(`${house.url()}/api/health`)).status).toBe(200);
  } finally {
    await house.close();
  }
});
