import { afterAll, describe, expect, test } from '@jest/globals';
import { install } from '@sinonjs/fake-timers';
import type { NewReading } from '@zarnel/contract';
import fc from 'fast-check';
import { Outbox, type SendAnswer, type ToldWaiting, type Waiting } from './outbox.ts';

const clock = install({ toFake: ['setTimeout', 'clearTimeout', 'Date'] });
afterAll(() => clock.uninstall());

function reading(id: string): NewReading {
  return {
    id,
    item: 'wall/width',
    value: 4000,
    unit: 'mm',
    instrument: 'laser',
    takenAt: '2026-05-04T08:15:00.000Z',
    takenBy: 'Rowan Pell',
    note: '',
  };
}

function setUp(answers: SendAnswer[]) {
  const kept = new Map<string, Waiting>();
  const sent: string[][] = [];
  const seen: number[] = [];
  const acknowledged: string[] = [];
  const outbox = new Outbox({
    store: {
      all: () => Promise.resolve([...kept.values()]),
      add: (waiting) => Promise.resolve(void kept.set(waiting.reading.id, waiting)),
      remove: (ids) => Promise.resolve(ids.forEach((id) => kept.delete(id))),
    },
    send: (_job, readings) => {
      sent.push(readings.map(({ id }) => id));
      return Promise.resolve(answers.shift() ?? 'kept');
    },
    onWaiting: (waiting) => seen.push(waiting.length),
    onKept: (job) => acknowledged.push(job),
    onError: () => undefined,
    retryMs: 3000,
  });
  return { outbox, kept, sent, seen, acknowledged };
}

describe('Outbox', () => {
  test('keeps a reading before it is sent and lets go of it when it is acknowledged', async () => {
    const { outbox, kept, sent, seen, acknowledged } = setUp([]);
    await outbox.take('job', reading('a'));
    await clock.tickAsync(10);
    expect([sent, seen, acknowledged]).toEqual([[['a']], [1, 0], ['job']]);
    expect(kept.size).toBe(0);
  });

  test('sends again what could not be sent, with what came after, and loses nothing', async () => {
    const { outbox, kept, sent } = setUp(['unreachable', 'unreachable']);
    await outbox.take('job', reading('a'));
    await clock.tickAsync(10);
    await outbox.take('job', reading('b'));
    await clock.tickAsync(10);
    expect([...kept.keys()]).toEqual(['a', 'b']);
    await clock.tickAsync(3100);
    expect(sent.at(-1)).toEqual(['a', 'b']);
    expect(kept.size).toBe(0);
  });

  test('keeps what the server refuses', async () => {
    const { outbox, kept } = setUp(['refused']);
    await outbox.take('job', reading('a'));
    await clock.tickAsync(10);
    expect([...kept.keys()]).toEqual(['a']);
  });

  test('goes on with other jobs when one job’s readings are refused', async () => {
    const { outbox, kept, sent } = setUp(['unreachable', 'refused', 'kept', 'refused']);
    await outbox.take('gone', reading('a'));
    await outbox.take('here', reading('b'));
    await clock.tickAsync(3100);
    expect(sent.slice(1, 3)).toEqual([['a'], ['b']]);
    expect([...kept.keys()]).toEqual(['a']);
  });

  test('sends each job’s readings to that job', async () => {
    const { outbox, sent, acknowledged } = setUp(['unreachable']);
    await outbox.take('one', reading('a'));
    await outbox.take('two', reading('b'));
    await clock.tickAsync(6500);
    expect(sent.slice(-2)).toEqual([['a'], ['b']]);
    expect(acknowledged).toEqual(['one', 'two']);
  });

  test('loses no reading whatever fails, and in whatever order: the store or the sending', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.constantFrom('none', 'add', 'all', 'remove', 'send', 'unreachable'), {
          minLength: 4,
          maxLength: 24,
        }),
        async (faults) => {
          const kept = new Map<string, Waiting>();
          const arrived = new Set<string>();
          const told: (readonly ToldWaiting[])[] = [];
          const broken: unknown[] = [];
          const turn = <Answer>(what: string, work: () => Answer): Promise<Answer> =>
            faults.shift() === what ? Promise.reject(new Error(what)) : Promise.resolve(work());
          const outbox = new Outbox({
            store: {
              all: () => turn('all', () => [...kept.values()]),
              add: (waiting) => turn('add', () => void kept.set(waiting.reading.id, waiting)),
              remove: (ids) => turn('remove', () => ids.forEach((id) => kept.delete(id))),
            },
            send: (_job, readings) => {
              if (faults[0] === 'unreachable') return turn('none', () => 'unreachable');
              return turn('send', () => {
                for (const { id } of readings) arrived.add(id);
                return 'kept';
              });
            },
            onWaiting: (waiting) => told.push(waiting),
            onKept: () => undefined,
            onError: (error) => broken.push(error),
            retryMs: 3000,
          });
          for (const id of ['a', 'b', 'c']) {
            await outbox.take('job', reading(id));
            await clock.tickAsync(1000);
          }
          // What failed is over at last: whatever still waits goes out, and is not told as waiting any more.
          faults.length = 0;
          await outbox.take('job', reading('d'));
          await clock.tickAsync(60_000);
          expect([...arrived].sort()).toEqual(['a', 'b', 'c', 'd']);
          expect([kept.size, told.at(-1)]).toEqual([0, []]);
        },
      ),
      { seed: 27, numRuns: 200 },
    );
  });

  test('says of a reading that the browser would not keep that only this page has it', async () => {
    const told: (readonly ToldWaiting[])[] = [];
    const outbox = new Outbox({
      store: {
        all: () => Promise.reject(new Error('closed')),
        add: () => Promise.reject(new Error('full')),
        remove: () => Promise.reject(new Error('closed')),
      },
      send: () => Promise.resolve('unreachable'),
      onWaiting: (waiting) => told.push(waiting),
      onKept: () => undefined,
      onError: () => undefined,
      retryMs: 3000,
    });
    await outbox.take('job', reading('a'));
    expect(told.at(-1)).toMatchObject([{ reading: { id: 'a' }, isKept: false }]);
  });
});
