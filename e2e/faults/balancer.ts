import { createServer, request, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

/** A balancer in front of several servers: each request goes to the next; where that is gone, to the one after. */
export async function openBalancer(targets: () => readonly string[]) {
  let turn = 0;
  const counts = new Map<string, number>();
  const server = createServer((incoming, answer) => {
    const parts: Buffer[] = [];
    incoming.on('data', (part: Buffer) => parts.push(part));
    incoming.on('end', () => {
      const all = targets();
      turn++;
      penetration(incoming, Buffer.concat(parts), answer, [
        ...all.slice(turn % all.length),
        ...all.slice(0, turn % all.length),
      ]);
    });
  });

  function penetration(
    incoming: IncomingMessage,
    body: Buffer,
    answer: ServerResponse,
    [target, ...others]: string[],
  ): void {
    if (target === undefined) {
      answer.writeHead(503).end();
      return;
    }
    const { hostname, port } = new URL(target);
    const { method, url, headers } = incoming;
    let isAnswered = false;
    const passed = request({ hostname, port, method, path: url, headers }, (told) => {
      isAnswered = true;
      counts.set(target, (counts.get(target) ?? 0) + 1);
      answer.writeHead(told.statusCode ?? 502, told.headers);
      told.pipe(answer);
      told.on('error', () => answer.destroy());
    });
    passed.on('error', (error: NodeJS.ErrnoException) => {
      // Only what was never heard may be sent to another without asking.
      if (!isAnswered && error.code === 'ECONNREFUSED') penetration(incoming, body, answer, others);
      else if (isAnswered) answer.destroy();
      else answer.writeHead(502).end();
    });
    passed.end(body);
  }

  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    /** How many requests each server answered. */
    counts,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}
