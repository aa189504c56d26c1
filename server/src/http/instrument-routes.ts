import Router from '@koa/router';
import type { Context } from 'koa';
import { PassThrough } from 'node:stream';
import { prepare, surveyItems, type SurveyItem } from '@zarnel/core/figures';
import { writeInstrumentLine } from '@zarnel/core/files';
import { METRIC_READER, tellingOf, toldText } from '@zarnel/core/words';
import { simulatedReading } from '../instruments/simulated.ts';
import type { JobStore } from '../jobs/job-store.ts';
import { found, idOf } from './found.ts';
import { StreamPlaces, type Ended } from './stream-places.ts';
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
/** As many things are measured over one stream at a time. */
const MOST_OF_STREAM = 40;

/** What is listened to: an item of a job with its instrument, and the number of the next line of it. */
type Heard = {
  readonly id: string;
  readonly instrument: string;
  readonly key: string;
  readonly from: number;
};

/** One instrument pointed at one item; its lines are numbered from 0 on. */
type Pointed = { readonly item: SurveyItem; readonly building: string };

/** Simulated instruments. The server keeps nothing: a reading follows from the job, the item and its count. */
export function instrumentRoutes(jobs: JobStore): Router {
  const router = new Router();
  const places = new StreamPlaces(MOST_STREAMS);

  router.get('/api/instruments', (ctx) => {
    ctx.body = { instruments: INSTRUMENTS };
  });

  // All that one browser listens to, over one connection: it has six in all for this server.
  router.get('/api/instruments/lines', async (ctx) => {
    const letGo = places.take(ctx);
    const heard = heardIn(ctx);
    const pointed = await Promise.all(heard.map((each) => point(jobs, each).catch(faultOf)));
    // Whoever has gone meanwhile needs nothing worked out.
    if (ctx.req.socket.destroyed) return;
    const last = /^[\d,]*$/u.exec(ctx.get('Last-Event-ID'))?.[0].split(',') ?? [];
    stream(ctx, letGo, (send) => {
      const next = heard.map(({ from }, index) =>
        (last[index] ?? '') === '' ? from : Number(last[index]) + 1,
      );
      const ids = () => next.map((each) => each - 1).join(',');
      for (const [index, each] of pointed.entries())
        if ('fault' in each) send('', JSON.stringify({ of: index, fault: each.fault }));
      return () =>
        pointed.forEach((each, index) => {
          if ('fault' in each) return;
          const line = lineOf(each, next[index] ?? 0);
          next[index] = (next[index] ?? 0) + 1;
          send(ids(), JSON.stringify({ of: index, line }));
        });
    });
  });

  router.get('/api/jobs/:id/instruments/:instrument/lines', async (ctx) => {
    const letGo = places.take(ctx);
    const { instrument = '' } = ctx.params;
    const key = typeof ctx.query.item === 'string' ? ctx.query.item : '';
    const pointed = await point(jobs, { id: idOf(ctx, 'job'), instrument, key });
    if (ctx.req.socket.destroyed) return;
    // A stream that broke goes on where it was: the browser sends the id of the last line it got.
    const last = ctx.get('Last-Event-ID');
    let sequence = parseNumber(
      last === '' ? ctx.query.from : String(Number(last) + 1),
      'from',
      0,
      0,
      MOST_NUMBER,
    );
    stream(ctx, letGo, (send) => () => {
      send(String(sequence), lineOf(pointed, sequence));
      sequence++;
    });
  });

  return router;
}

const MOST_NUMBER = 1_000_000;

/** What a stream is to tell: `of=JOB INSTRUMENT FROM ITEM`, once for each. */
function heardIn(ctx: Context): Heard[] {
  const asked = [ctx.query.of ?? []].flat();
  if (asked.length === 0 || asked.length > MOST_OF_STREAM)
    throw new ProblemError(400, `Say what is measured, “of”, 1 to ${MOST_OF_STREAM} times.`);
  return asked.map((each) => {
    const [, id = '', instrument = '', from = '', key = ''] = /^(\S+) (\S+) (\S+) (.+)$/su.exec(each) ?? [];
    return { id, instrument, key, from: parseNumber(from, 'from', 0, 0, MOST_NUMBER) };
  });
}

async function point(
  jobs: JobStore,
  { id, instrument, key }: Pick<Heard, 'id' | 'instrument' | 'key'>,
): Promise<Pointed> {
  const known = INSTRUMENTS.find((each) => each.id === instrument);
  if (known === undefined) throw new ProblemError(404, 'There is no such instrument.');
  const { plan } = found(await jobs.readPlan(idOf({ params: { id } }, 'job')), 'job');
  const item = surveyItems(plan, prepare(plan).site).find((each) => each.key === key);
  if (item === undefined)
    throw new ProblemError(404, 'There is nothing of that name to measure in this job.');
  if (item.instrument !== known.id) {
    const what = toldText(item.what, tellingOf(METRIC_READER, plan));
    throw new ProblemError(400, `“${what}” is not measured with this instrument.`);
  }
  return { item, building: id };
}

/** What cannot be measured is told in its place, and the others go on. */
function faultOf(error: unknown): { readonly fault: string } {
  if (error instanceof ProblemError) return { fault: error.detail };
  throw error;
}

function lineOf({ item, building }: Pointed, sequence: number): string {
  return writeInstrumentLine(simulatedReading(item, building, sequence));
}

/** Sends lines until nobody listens any more, or the instrument switches itself off. */
function stream(
  ctx: Context,
  letGo: Ended,
  begin: (send: (id: string, data: string) => void) => () => void,
): void {
  const lines = new PassThrough();
  const step = begin((id, data) => lines.write(`${id === '' ? '' : `id: ${id}\n`}data: ${data}\n\n`));
  let steps = 0;
  const stop = () => {
    clearInterval(timer);
    lines.end();
  };
  const timer = setInterval(() => {
    step();
    steps++;
    if (steps >= MOST_LINES) stop();
  }, LINE_EVERY_MS);
  letGo.then(stop, stop);
  lines.on('error', stop);
  ctx.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
  // Lines go out as they come: nothing collects and packs them.
  ctx.compress = false;
  ctx.status = 200;
  ctx.body = lines;
  step();
}
