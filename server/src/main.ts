import { createServer } from 'node:http';
import { pino } from 'pino';
import { z } from 'zod';
import { DEMOS, SAMPLE_GEAR } from '@zarnel/core';
import { openDatabase } from './database.ts';
import { GearStore } from './gear/gear-store.ts';
import { createApp } from './http/app.ts';
import { JobStore } from './jobs/job-store.ts';

const settingsSchema = z.object({
  DATABASE_URL: z.url({ protocol: /^(?:mysql|mariadb)$/u, hostname: /.*/u }),
  ZARNEL_PORT: z.coerce.number().int().min(0).max(65535).default(0),
  ZARNEL_WEB_ROOT: z.string().optional(),
  ZARNEL_DEMO: z.enum(['load', 'skip']).default('load'),
  ZARNEL_LOG: z.enum(['info', 'warn', 'error', 'silent']).default('warn'),
});

async function main(): Promise<void> {
  const settings = settingsSchema.parse(process.env);
  const log = pino({ level: settings.ZARNEL_LOG });
  const now = () => new Date();
  const source = await openDatabase(settings.DATABASE_URL);
  if (settings.ZARNEL_DEMO === 'load') {
    const store = new JobStore(source, now);
    // Newest on top of the list: the first demo is loaded last.
    for (const { id, plan } of [...DEMOS].reverse()) await store.createDemoOnce(id, plan());
  }
  await new GearStore(source, now).loadSamples(SAMPLE_GEAR);
  const app = createApp({ source, log, now, webRoot: settings.ZARNEL_WEB_ROOT ?? null });
  // Without a listener Koa prints each error; they are logged where they are answered.
  app.on('error', (error: unknown) => log.debug({ err: error }));
  const server = createServer(app.callback() as Parameters<typeof createServer>[1]);
  server.listen(settings.ZARNEL_PORT, '127.0.0.1', () => {
    const address = server.address();
    if (typeof address === 'object' && address !== null) process.send?.({ port: address.port });
  });
  server.on('error', (error) => {
    process.stderr.write(`Zarnel cannot listen on port ${settings.ZARNEL_PORT}: ${error.message}\n`);
    process.exit(1);
  });

  let isStopping = false;
  const stop = () => {
    if (isStopping) return;
    isStopping = true;
    server.close(() => {
      void source.destroy().finally(() => process.exit(0));
    });
    // Idle browser connections would otherwise hold the server open.
    server.closeIdleConnections();
    setTimeout(() => server.closeAllConnections(), 2000).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('disconnect', stop);
}

main().catch((error: unknown) => {
  const message = error instanceof Error ? error.message : String(error);
  process.stderr.write(`Zarnel could not start: ${message}\n`);
  process.exit(1);
});
