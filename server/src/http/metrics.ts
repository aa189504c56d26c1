import Router from '@koa/router';
import type { Context, Middleware, Next } from 'koa';
import type { Logger } from 'pino';
import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import type { DataSource } from 'typeorm';
import { withinMs } from './limits.ts';

/** What does not answer in this time is down, or not known. */
const MOST_LOOK_MS = 1500;

/** What to watch, in the common text format at `/api/metrics`, and one line of the log for each request: never what was sent. */
export class Metrics {
  private readonly registry = new Registry();
  private readonly seconds = new Histogram({
    name: 'zarnel_request_seconds',
    help: 'How long requests took, by method, route and status',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.01, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10],
    registers: [this.registry],
  });
  private readonly refused = new Counter({
    name: 'zarnel_conflicts_total',
    help: 'Saves that came second and were kept beside',
    registers: [this.registry],
  });

  constructor(
    source: DataSource,
    freeBytes: () => Promise<number | null>,
    private readonly log: Logger,
  ) {
    collectDefaultMetrics({ register: this.registry });
    new Gauge({
      name: 'zarnel_database_up',
      help: '1 while the database answers',
      registers: [this.registry],
      async collect() {
        this.set(await withinMs(MOST_LOOK_MS, () => source.query('SELECT 1').then(() => 1), 0));
      },
    });
    new Gauge({
      name: 'zarnel_disk_free_bytes',
      help: 'Free on the disk of the database, where that is this machine’s',
      registers: [this.registry],
      async collect() {
        const free = await withinMs(MOST_LOOK_MS, freeBytes, null);
        if (free !== null) this.set(free);
      },
    });
  }

  /** Counts and logs each request by its route as written in the code, so that no id or name gets into either. */
  watch(): Middleware {
    return async (ctx: Context, next: Next) => {
      const startMs = performance.now();
      try {
        await next();
      } finally {
        const seconds = (performance.now() - startMs) / 1000;
        const route = routeOf(ctx);
        const { method, status } = ctx;
        this.seconds.observe({ method: METHODS.has(method) ? method : 'other', route, status }, seconds);
        if (status === 412) this.refused.inc();
        this.log.info({ method, route, status, ms: Math.round(seconds * 1000) });
      }
    };
  }

  routes(): Router {
    const router = new Router();
    router.get('/api/metrics', async (ctx) => {
      ctx.type = this.registry.contentType;
      ctx.body = await this.registry.metrics();
    });
    return router;
  }
}

const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS']);

function routeOf(ctx: Context): string {
  const { _matchedRoute: matched } = ctx as { readonly _matchedRoute?: unknown };
  if (typeof matched === 'string') return matched;
  return ctx.path.startsWith('/api/') ? 'none' : 'page';
}
