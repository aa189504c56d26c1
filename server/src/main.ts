import { createServer, type RequestListener, type Server } from 'node:http';
import { pino } from 'pino';
import { z } from 'zod';
import { DEMOS, SAMPLE_GEAR } from '@zarnel/core/files';
import { openDatabase } from './database.ts';
import { GearStore } from './gear/gear-store.ts';
import { createApp } from './http/app.ts';
import { freeBytesOf } from './http/disk.ts';
import { JobStore } from './jobs/job-store.ts';
import { SaneTime } from './jobs/sane-time.ts';

/** How often it is looked whether the clock runs right. */
const LOOK_MS = 10 * 60_000;
/** Whoever sends slower than this is let go. */
const MOST_REQUEST_MS = 180_000;
/** Longer than proxies and browsers keep a connection that is idle: none sends into one that is just closed. */
const KEEP_ALIVE_MS = 75_000;

const settingsSchema = z.object({
  DATABASE_URL: z.url({ protocol: /^(?:mysql|mariadb)$/u, hostname: /.*/u }),
  ZARNEL_PORT: z.coerce.number().int().min(0).max(65535).default(0),
  /** Where it is at other times, when another program has that port. */
  ZARNEL_USUAL_PORT: z.coerce.number().int().min(1).max(65535).optional(),
  /** A folder on the disk of the database, where that is this machine’s. */
  ZARNEL_DATA_FOLDER: z.string().optional(),
  /** The address of a proxy before it, beside the loopback one. */
  ZARNEL_PUBLIC_ORIGIN: z
    .url({ protocol: /^https?$/u })
    .transform((url) => new URL(url).origin)
    .optional(),
  ZARNEL_WEB_ROOT: z.string().optional(),
  ZARNEL_DEMO: z.enum(['load', 'skip']).default('load'),
  ZARNEL_LOG: z.enum(['info', 'warn', 'error', 'silent']).default('warn'),
});

async function main(): Promise<void> {
  const settings = settingsSchema.parse(process.env);
  const log = pino({ level: settings.ZARNEL_LOG });
  const source = await openDatabase(settings.DATABASE_URL);
  if (settings.ZARNEL_DEMO === 'load') {
    const store = new JobStore(source);
    // Newest on top of the list: the first demo is loaded last.
    for (const { id, plan } of [...DEMOS].reverse()) await store.createDemoOnce(id, plan());
  }
  await new GearStore(source).loadSamples(SAMPLE_GEAR);
  const saneTime = new SaneTime(source);
  const look = () => saneTime.look().catch((error: unknown) => log.warn({ err: error }));
  await look();
  setInterval(() => void look(), LOOK_MS).unref();
  const usualPort = settings.ZARNEL_USUAL_PORT ?? null;
  const servers: Server[] = [];
  const app = createApp({
    source,
    log,
    webRoot: settings.ZARNEL_WEB_ROOT ?? null,
    address: () => ({
      usual: usualPort === null ? null : `http://127.0.0.1:${usualPort}`,
      isThere: usualPort === null || servers.some((each) => portOf(each) === usualPort),
    }),
    freeBytes: freeBytesOf(settings.ZARNEL_DATA_FOLDER ?? null),
    publicOrigin: settings.ZARNEL_PUBLIC_ORIGIN ?? null,
  });
  // Without a listener Koa prints each error; they are logged where they are answered.
  app.on('error', (error: unknown) => log.debug({ err: error }));
  const answer = app.callback() as RequestListener;
  const listen = (port: number) =>
    new Promise<number>((resolve, reject) => {
      const server = createServer(
        { requestTimeout: MOST_REQUEST_MS, keepAliveTimeout: KEEP_ALIVE_MS },
        answer,
      );
      server.once('error', reject);
      server.listen(port, '127.0.0.1', () => {
        servers.push(server);
        resolve(portOf(server));
      });
    });
  const { ZARNEL_PORT: wanted } = settings;
  const port = await listen(wanted).catch((error: unknown) => {
    throw new Error(`it cannot listen on port ${wanted} (${error instanceof Error ? error.message : ''}).`);
  });
  process.send?.({ port });
  process.on('message', ({ listenAlso: also }: { readonly listenAlso?: unknown }) => {
    if (typeof also !== 'number') return;
    void listen(also).then(
      () => process.send?.({ also, isThere: true }),
      () => process.send?.({ also, isThere: false }),
    );
  });

  let isStopping = false;
  const stop = () => {
    if (isStopping) return;
    isStopping = true;
    const closed = servers.map((server) => new Promise((resolve) => server.close(resolve)));
    void Promise.all(closed)
      .then(() => source.destroy())
      .finally(() => process.exit(0));
    // Idle browser connections would otherwise hold the server open.
    for (const server of servers) server.closeIdleConnections();
    setTimeout(() => servers.forEach((server) => server.closeAllConnections()), 2000).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('disconnect', stop);
}

function portOf(server: Server): number {
  const address = server.address();
  return typeof address === 'object' && address !== null ? address.port : 0;
}

main().catch((error: unknown) => {
  const message = error instanceof Error ? error.message : String(error);
  process.stderr.write(`Zarnel could not start: ${message}\n`);
  process.exit(1);
});
