import { describe, expect, jest, test } from '@jest/globals';
import type { NewReading } from '@zarnel/core';
import { Outbox, type SendAnswer, type Waiting } from './outbox.ts';

jest.useFakeTimers();

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
    retryMs: 3000,
  });
  return { outbox, kept, sent, seen, acknowledged };
}

describe('Outbox', () => {
  test('keeps a reading before it is sent and lets go of it when it is acknowledged', async () => {
    const { outbox, kept, sent, seen, acknowledged } = setUp([]);
    await outbox.take('job', reading('a'));
    await jest.advanceTimersByTimeAsync(10);
    expect([sent, seen, acknowledged]).toEqual([[['a']], [1, 0], ['job']]);
    expect(kept.size).toBe(0);
  });

  test('sends again what could not be sent, with what came after, and loses nothing', async () => {
    const { outbox, kept, sent } = setUp(['unreachable', 'unreachable']);
    await outbox.take('job', reading('a'));
    await jest.advanceTimersByTimeAsync(10);
    await outbox.take('job', reading('b'));
    await jest.advanceTimersByTimeAsync(10);
    expect([...kept.keys()]).toEqual(['a', 'b']);
    await jest.advanceTimersByTimeAsync(3100);
    expect(sent.at(-1)).toEqual(['a', 'b']);
    expect(kept.size).toBe(0);
  });

  test('keeps what the server refuses', async () => {
    const { outbox, kept } = setUp(['refused']);
    await outbox.take('job', reading('a'));
    await jest.advanceTimersByTimeAsync(10);
    expect([...kept.keys()]).toEqual(['a']);
  });

  test('goes on with other jobs when one job’s readings are refused', async () => {
    const { outbox, kept, sent } = setUp(['unreachable', 'refused', 'kept', 'refused']);
    await outbox.take('gone', reading('a'));
    await outbox.take('here', reading('b'));
    await jest.advanceTimersByTimeAsync(3100);
    expect(sent.slice(1, 3)).toEqual([['a'], ['b']]);
    expect([...kept.keys()]).toEqual(['a']);
  });

  test('sends each job’s readings to that job', async () => {
    const { outbox, sent, acknowledged } = setUp(['unreachable']);
    await outbox.take('one', reading('a'));
    await outbox.take('two', reading('b'));
    await jest.advanceTimersByTimeAsync(6500);
    expect(sent.slice(-2)).toEqual([['a'], ['b']]);
    expect(acknowledged).toEqual(['one', 'two']);
  });
});
