import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { afterAll, describe, expect, test } from '@jest/globals';
import { install } from '@sinonjs/fake-timers';
import { Answering, WorkerLost, type Mortal } from './answering.ts';

function setUp() {
  const made: { die: (message: string) => void; isEnded: boolean }[] = [];
  const answers: ((value: string) => void)[] = [];
  const answering = new Answering<Mortal, () => Promise<string>>(() => {
    const listeners: ((event: unknown) => void)[] = [];
    const record = {
      die: (message: string) => listeners.forEach((listen) => listen({ message })),
      isEnded: false,
    };
    made.push(record);
    return {
      worker: {
        terminate: () => {
          record.isEnded = true;
        },
        addEventListener: (_, listener) => void listeners.push(listener),
      },
      remote: () => new Promise<string>((resolve) => answers.push(resolve)),
    };
  }, 1000);
  return { answering, made, answers };
}

const clock = install({ toFake: ['setTimeout', 'clearTimeout', 'Date'] });
afterAll(() => clock.uninstall());

describe('a worker that is asked', () => {
  test('answers, and is kept', async () => {
    const { answering, made, answers } = setUp();
    const first = answering.ask((ask) => ask());
    answers[0]?.('one');
    await expect(first).resolves.toBe('one');
    const second = answering.ask((ask) => ask());
    answers[1]?.('two');
    await expect(second).resolves.toBe('two');
    expect(made).toHaveLength(1);
  });

  test('that dies tells whoever waits, and the next question goes to a fresh one', async () => {
    const { answering, made, answers } = setUp();
    const lost = answering.ask((ask) => ask());
    made[0]?.die('out of memory');
    await expect(lost).rejects.toThrow('out of memory');
    expect(made[0]?.isEnded).toBe(true);
    const next = answering.ask((ask) => ask());
    answers[1]?.('back');
    await expect(next).resolves.toBe('back');
    expect(made).toHaveLength(2);
  });

  test('keeps no answer once it was given, however long the worker lives', async () => {
    const { answering, answers } = setUp();
    setFlagsFromString('--expose-gc');
    const collect = runInNewContext('gc') as () => void;
    const held: WeakRef<object>[] = [];
    for (let count = 0; count < 50; count++) {
      const asked = answering.ask((ask) => ask());
      const answer = { large: new Array(1000).fill(count) };
      held.push(new WeakRef(answer));
      answers.pop()?.(answer as unknown as string);
      await asked;
    }
    // The newest may still be on its way.
    await new Promise((resolve) => setImmediate(resolve));
    collect();
    expect(held.filter((each) => each.deref() !== undefined).length).toBeLessThanOrEqual(1);
  });

  test('that gives no answer is replaced', async () => {
    const { answering, made } = setUp();
    const lost = answering.ask((ask) => ask());
    const seen = expect(lost).rejects.toBeInstanceOf(WorkerLost);
    await clock.tickAsync(1001);
    await seen;
    expect(made[0]?.isEnded).toBe(true);
  });
});
