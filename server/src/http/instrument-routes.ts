import Router from '@koa/router';
import type { Context } from 'koa';
import { PassThrough } from 'node:stream';
import { prepare, surveyItems, type SurveyItem } from '@zarnel/core/figures';
import { writeInstrumentLine } from '@zarnel/core/files';
import { METRIC_READER, tellingOf, toldText } from '@zarnel/core/words';
import { simulatedReading } from '../instruments/simulated.ts';
import type { JobStore } from '../jobs/job-store.ts';
import { found, idOf } from './found.ts';
import { parseNumber } from './parse.ts';
import { ProblemError } from './problem.ts';

const INSTRUMENTS = [
  { id: 'laser', name: 'Laser meter (simulated)', unit: 'mm', isSimulated: true },
  { id: 'level', name: 'Digital level (simulated)', unit: 'deg', isSimulated: true },
] as const;

/** How often a measuring instrument shows a new figure. */
const LINE_EVERY_MS = 400;
/** An instrument that is left on switches itself off. */
const MOST_LINES = 1500;
/** More than a crew has in its hands. */
const MOST_STREAMS = 40;

/** Simulated instruments. The server keeps nothing: a reading follows from the job, the item and its count. */
export function instrumentRoutes(jobs: JobStore): Router {
  const router = new Router();

  router.get('/api/instruments', (ctx) => {
    ctx.body = { instruments: INSTRUMENTS };
  });

  let open = 0;
  router.get('/api/jobs/:id/instruments/:instrument/lines', async (ctx, next) => {
    if (open >= MOST_STREAMS)
      throw new ProblemError(429, `No more than ${MOST_STREAMS} instruments are read at once.`);
    open++;
    ctx.res.once('close', () => open--);
    await next();
  });

  router.get('/api/jobs/:id/instruments/:instrument/lines', async (ctx) => {
    const id = idOf(ctx, 'job');
    const instrument = INSTRUMENTS.find((each) => each.id === ctx.params.instrument);
    if (instrument === undefined) throw new ProblemError(404, 'There is no such instrument.');
    const { plan } = found(await jobs.readPlan(id), 'job');
    // Whoever has gone meanwhile needs nothing worked out.
    if (ctx.res.destroyed) return;
    const key = ctx.query.item;
    const item = surveyItems(plan, prepare(plan).site).find((each) => each.key === key);
    if (item === undefined)
      throw new ProblemError(404, 'There is nothing of that name to measure in this job.');
    if (item.instrument !== instrument.id) {
      const what = toldText(item.what, tellingOf(METRIC_READER, plan));
      throw new ProblemError(400, `“${what}” is not measured with this instrument.`);
    }
    // A stream that broke goes on where it was: the browser sends the id of the last line it got.
    const last = ctx.get('Last-Event-ID');
    const from = last === '' ? ctx.query.from : String(Number(last) + 1);
    stream(ctx, item, id, parseNumber(from, 'from', 0, 0, 1_000_000));
  });

  return router;
}

function stream(ctx: Context, item: SurveyItem, building: string, from: number): void {
  const lines = new PassThrough();
  let sequence = from;
  const send = () => {
    const line = writeInstrumentLine(simulatedReading(item, building, sequence));
    lines.write(`id: ${sequence}\ndata: ${line}\n\n`);
    sequence++;
    if (sequence - from >= MOST_LINES) stop();
  };
  const timer = setInterval(send, LINE_EVERY_MS);
  const stop = () => {
    clearInterval(timer);
    lines.end();
  };
  ctx.req.on('close', stop);
  lines.on('error', stop);
  ctx.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
  // Lines go out as they come: nothing collects and packs them.
  ctx.compress = false;
  ctx.status = 200;
  ctx.body = lines;
  send();
}
