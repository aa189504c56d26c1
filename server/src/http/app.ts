import bodyParser from '@koa/bodyparser';
import Router from '@koa/router';
import Koa from 'koa';
import compress from 'koa-compress';
import helmet from 'koa-helmet';
import serve from 'koa-static';
import { existsSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import type { Address } from '@zarnel/contract';
import { databaseClock, type Clock } from '../database.ts';
import { JobStore } from '../jobs/job-store.ts';
import { GearStore } from '../gear/gear-store.ts';
import { ReadingStore } from '../readings/reading-store.ts';
import { addressRoutes } from './address-routes.ts';
import { refuseWhenFull } from './disk.ts';
import { gearRoutes } from './gear-routes.ts';
import { instrumentRoutes } from './instrument-routes.ts';
import { jobRoutes } from './job-routes.ts';
import { answerInTime, boundBodies, MOST_BODY_BYTES, withinMs } from './limits.ts';
import { Metrics } from './metrics.ts';
import { answerProblems, ProblemError } from './problem.ts';
import { readingRoutes } from './reading-routes.ts';
import { refuseStrangers } from './strangers.ts';

/** Health is told within two seconds, whatever hangs. */
const MOST_HEALTH_MS = 1500;

export type AppParts = {
  readonly source: DataSource;
  readonly log: Logger;
  /** What time it is; by the database, where nothing is said. */
  readonly now?: Clock;
  /** The built client; null serves the API alone. */
  readonly webRoot: string | null;
  /** Where it is and should be found; as it is, where nothing is said. */
  readonly address?: () => Address;
  /** What is free on the disk of the database; null where that is not known. */
  readonly freeBytes?: () => Promise<number | null>;
  /** The address that a proxy before it has, such as `https://zarnel.example.org`, beside the loopback one. */
  readonly publicOrigin?: string | null;
};

/** The whole server in one screen. It keeps nothing in memory that a second copy of it would miss. */
export function createApp({
  source,
  log,
  now = databaseClock,
  webRoot,
  address = () => ({ usual: null, isThere: true }),
  freeBytes = () => Promise.resolve(null),
  publicOrigin = null,
}: AppParts): Koa {
  const app = new Koa();
  const metrics = new Metrics(source, freeBytes, log);
  app.use(metrics.watch());
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:'],
          workerSrc: ["'self'", 'blob:'],
          connectSrc: ["'self'"],
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
      // The client is alone in its process, so that a worker can be told to stop in the middle of its work.
      crossOriginEmbedderPolicy: true,
    }),
  );
  app.use(keepNowhere);
  app.use(answerProblems(log));
  app.use(refuseStrangers(publicOrigin));
  app.use(refuseWhenFull(freeBytes));
  app.use(packWhereAccepted);
  app.use(compress({ threshold: 2048, br: false }));
  app.use(boundBodies());
  // As text: it is looked along before anything is built from it (`parse.ts`).
  app.use(
    bodyParser({
      enableTypes: ['text'],
      extendTypes: { text: ['application/json'] },
      textLimit: `${MOST_BODY_BYTES}b`,
    }),
  );
  app.use(answerInTime());

  const health = new Router();
  health.get('/api/health', async (ctx) => {
    const isUp = await withinMs(MOST_HEALTH_MS, () => source.query('SELECT 1').then(() => true), false);
    if (!isUp) throw new ProblemError(503, 'The database does not answer.', {}, 2);
    ctx.body = { status: 'ok', database: 'ok' };
  });
  // Whether the server itself still turns, for whoever keeps it running.
  health.get('/api/alive', (ctx) => {
    ctx.body = { status: 'ok' };
  });
  const jobStore = new JobStore(source, now);
  app.use(health.routes());
  app.use(metrics.routes().routes());
  app.use(addressRoutes(address).routes());
  for (const router of [
    readingRoutes(new ReadingStore(source)),
    instrumentRoutes(jobStore),
    jobRoutes(jobStore),
    gearRoutes(new GearStore(source, now)),
  ]) {
    app.use(router.routes()).use(router.allowedMethods());
  }
  if (webRoot !== null) serveClient(app, webRoot);
  return app;
}

/** What the API answers is of this moment: nobody on the way keeps it. */
const keepNowhere: Koa.Middleware = async (ctx, next) => {
  if (ctx.path.startsWith('/api/')) ctx.set('Cache-Control', 'no-store');
  await next();
};

/** Whoever takes nothing that we have is sent it as it is (RFC 9110, 12.5.3, leaves that to us). */
const packWhereAccepted: Koa.Middleware = async (ctx, next) => {
  if (ctx.acceptsEncodings('gzip', 'deflate', 'identity') === false) ctx.compress = false;
  await next();
};

/** Built files by name; any other page address gets the client, which knows its own routes. */
function serveClient(app: Koa, webRoot: string): void {
  const page = join(webRoot, 'index.html');
  app.use(async (ctx, next) => {
    await next();
    // Built assets carry their hash in the name.
    if (ctx.path.startsWith('/assets/') && ctx.status === 200)
      ctx.set('Cache-Control', 'max-age=31536000, immutable');
  });
  app.use(serve(webRoot));
  app.use(async (ctx, next) => {
    const wantsPage = ctx.method === 'GET' && !ctx.path.startsWith('/api/') && ctx.accepts('html') === 'html';
    if (!wantsPage || ctx.path.startsWith('/assets/') || !existsSync(page)) {
      await next();
      return;
    }
    ctx.type = 'html';
    ctx.set('Cache-Control', 'no-cache');
    ctx.body = await readFile(page, 'utf8');
  });
}
