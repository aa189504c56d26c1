import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { DataSource } from 'typeorm';
import { rawAnswer } from '../test-http.ts';
import { createApp } from './app.ts';

let server: Server;
let base: string;
const webRoot = mkdtempSync(join(tmpdir(), 'zarnel-web-'));

beforeAll(async () => {
  mkdirSync(join(webRoot, 'assets'));
  writeFileSync(join(webRoot, 'index.html'), '<!doctype html><title>Client</title>');
  writeFileSync(join(webRoot, 'assets', 'main-abc123.js'), 'export {};');
  // The pages need no database.
  const source = {} as DataSource;
  const app = createApp({ source, log: pino({ level: 'silent' }), now: () => new Date(0), webRoot });
  app.silent = true;
  server = createServer(app.callback() as Parameters<typeof createServer>[1]);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});

afterAll(() => {
  server.closeAllConnections();
  server.close();
  rmSync(webRoot, { recursive: true, force: true });
});

const html = { headers: { Accept: 'text/html' } };

describe('the client’s files', () => {
  test('are the page for every address the client knows', async () => {
    for (const path of ['/', '/jobs', '/jobs/1/mount']) {
      const answer = await fetch(base + path, html);
      expect(answer.status).toBe(200);
      expect(await answer.text()).toContain('<title>Client</title>');
    }
  });

  test('are kept for long where their name carries their content, and the page never is', async () => {
    const asset = await fetch(`${base}/assets/main-abc123.js`);
    expect(asset.headers.get('Cache-Control')).toContain('immutable');
    const page = await fetch(`${base}/jobs`, html);
    expect(page.headers.get('Cache-Control')).toBe('no-cache');
  });

  test('answer 404 for an asset or a call that is not there, never the page', async () => {
    expect((await fetch(`${base}/assets/gone.js`, html)).status).toBe(404);
    const call = await fetch(`${base}/api/nothing`, html);
    expect(call.status).toBe(404);
    expect(call.headers.get('Content-Type')).toContain('application/problem+json');
  });

  test('come with a policy that forbids scripts from elsewhere and made on the spot', async () => {
    const policy = (await fetch(`${base}/jobs`, html)).headers.get('Content-Security-Policy') ?? '';
    expect(policy).toContain("script-src 'self'");
    expect(policy).toContain("connect-src 'self'");
    expect(policy).not.toContain('unsafe-eval');
  });

  test.each([
    '/..%2f..%2fetc%2fpasswd',
    '/../../../etc/passwd',
    '/assets/../../../etc/passwd',
    '/%2e%2e/%2e%2e/etc/passwd',
    '//etc/passwd',
    '/assets/%00',
    '/%zz',
    '/C:%5cwindows',
  ])(
    'do not lead out of their folder, and an address without sense is a problem of the caller: %s',
    async (path) => {
      const { status, type, text } = await rawAnswer(base, 'GET', path);
      expect(text).not.toContain('root:');
      expect([status >= 400 && status < 500, status]).toEqual([true, status]);
      expect(type).toContain('application/problem+json');
    },
  );
});
