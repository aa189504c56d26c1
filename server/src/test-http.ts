import type Koa from 'koa';
import { createServer, request, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';

export type RawAnswer = { readonly status: number; readonly type: string; readonly text: string };

/** An answer to a request whose path goes out letter by letter, as no well-behaved client would send it. For tests. */
export function rawAnswer(
  base: string,
  method: string,
  path: string,
  headers: Record<string, string> = {},
  body = '',
): Promise<RawAnswer> {
  const { hostname, port } = new URL(base);
  return new Promise((resolve, reject) => {
    const sent = request({ hostname, port, method, path, headers }, (answer) => {
      const parts: Buffer[] = [];
      answer.on('data', (part: Buffer) => parts.push(part));
      answer.on('end', () => {
        const type = answer.headers['content-type'] ?? '';
        resolve({ status: answer.statusCode ?? 0, type, text: Buffer.concat(parts).toString() });
      });
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

/** A server of one test’s own on loopback, and its address. */
export async function startTestServer(app: Koa): Promise<{ readonly server: Server; readonly base: string }> {
  // What goes wrong is answered; nobody reads it here.
  app.silent = true;
  const server = createServer(app.callback() as RequestListener);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { server, base: `http://127.0.0.1:${(server.address() as AddressInfo).port}` };
}
