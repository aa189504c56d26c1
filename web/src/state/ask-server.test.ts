import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { askServer } from './ask-server.ts';
import { saveAnswerOf } from './plan-api.ts';

/** What may stand between a page and its server, and what it answers. */
const BETWEEN: Readonly<Record<string, (answer: ServerResponse) => void>> = {
  'a captive portal': (answer) => {
    answer.writeHead(200, { 'Content-Type': 'text/html' }).end('<h1>Welcome to the campsite</h1>');
  },
  'a portal that says JSON': (answer) => {
    answer.writeHead(200, { 'Content-Type': 'application/json' }).end('<h1>Welcome</h1>');
  },
  'an answer that is cut off': (answer) => {
    answer.writeHead(200, { 'Content-Type': 'application/json' }).end('{"revisi');
  },
  'a connection that breaks in the middle': (answer) => {
    answer.writeHead(200, { 'Content-Type': 'application/json', 'Content-Length': '400' });
    answer.write('{"revision":');
    setTimeout(() => answer.destroy(), 20);
  },
  'nothing at all': (answer) => {
    answer.writeHead(200).end();
  },
  'another program’s JSON': (answer) => {
    answer.writeHead(200, { 'Content-Type': 'application/json' }).end('{"ok":true}');
  },
  'a proxy whose limit is smaller': (answer) => {
    answer.writeHead(413, { 'Content-Type': 'text/html' }).end('<h1>Too large</h1>');
  },
  'a proxy without its server': (answer) => {
    answer.writeHead(502, { 'Content-Type': 'text/html' }).end('<h1>Bad gateway</h1>');
  },
  'a page in place of a 204': (answer) => {
    answer.writeHead(201, { 'Content-Type': 'text/html' }).end('');
  },
};

let server: Server;
let base: string;

beforeAll(async () => {
  server = createServer((request, answer) => {
    const name = decodeURIComponent((request.url ?? '').slice(1));
    const between = BETWEEN[name];
    if (between !== undefined) between(answer);
    else if (name === 'sign in')
      answer.writeHead(401, { 'Content-Type': 'text/html' }).end('<form>Who are you?</form>');
    else if (name === 'wait')
      answer
        .writeHead(503, { 'Content-Type': 'application/problem+json', 'Retry-After': '17' })
        .end('{"type":"about:blank","title":"Busy","status":503}');
    else if (name === 'wait until')
      answer
        .writeHead(429, {
          'Content-Type': 'application/problem+json',
          'Retry-After': new Date(Date.now() + 90_000).toUTCString(),
        })
        .end('{"type":"about:blank","title":"Too many","status":429,"detail":"Later."}');
    else if (name === 'more than is known')
      answer
        .writeHead(200, { 'Content-Type': 'application/json; charset=utf-8' })
        .end('{"revision":7,"sunshine":{"hours":9}}');
    else answer.writeHead(204).end();
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
});

afterAll(() => {
  server.closeAllConnections();
  server.close();
});

const ask = (name: string) => askServer({ path: base + encodeURIComponent(name), method: 'PUT', body: '{}' });

describe('asking the server', () => {
  test.each(Object.keys(BETWEEN))('takes %s for no word of the server’s: nothing was saved', async (name) => {
    expect(saveAnswerOf(await ask(name))).toMatchObject({ kind: 'unreachable' });
  });

  test('hears who asks for a name, how long to wait, and more than it knows', async () => {
    expect(saveAnswerOf(await ask('sign in'))).toMatchObject({ kind: 'sign-in', status: 401 });
    expect(saveAnswerOf(await ask('wait'))).toEqual({
      kind: 'unreachable',
      status: 503,
      retryAfterMs: 17_000,
    });
    const later = saveAnswerOf(await ask('wait until'));
    expect(later).toMatchObject({ kind: 'refused', status: 429, message: 'Later.' });
    const waitMs = 'retryAfterMs' in later ? (later.retryAfterMs ?? 0) : 0;
    expect(waitMs).toBeGreaterThan(80_000);
    expect(waitMs).toBeLessThanOrEqual(91_000);
    expect(saveAnswerOf(await ask('more than is known'))).toEqual({ kind: 'saved', revision: 7 });
    expect(await ask('nothing to say')).toMatchObject({ kind: 'answer', status: 204, body: null });
  });

  test('ends a question that nobody answers, and one whose answer stops coming', async () => {
    const asked: AbortSignal[] = [];
    const never = ((_: unknown, { signal }: RequestInit) =>
      new Promise((_resolve, reject) => {
        if (signal == null) return;
        asked.push(signal);
        signal.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError')));
      })) as typeof fetch;
    const stops = ((_: unknown, { signal }: RequestInit) => {
      const body = new ReadableStream<Uint8Array>({
        start: (controller) => {
          controller.enqueue(new TextEncoder().encode('{"revision"'));
          signal?.addEventListener('abort', () =>
            controller.error(new DOMException('aborted', 'AbortError')),
          );
        },
      });
      return Promise.resolve(new Response(body, { headers: { 'Content-Type': 'application/json' } }));
    }) as typeof fetch;
    const limits = { quietMs: 60, mostMs: 5000 };
    const sinceMs = performance.now();
    for (const fetching of [never, stops])
      expect(await askServer({ path: '/' }, fetching, limits)).toMatchObject({ kind: 'not-reached' });
    expect(performance.now() - sinceMs).toBeLessThan(3000);
    expect(asked).toHaveLength(1);
  });
});
