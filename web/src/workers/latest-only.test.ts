import { describe, expect, test } from '@jest/globals';
import { LatestOnly } from './latest-only.ts';

function setUp() {
  const waiting: { input: number; finish: (output: string) => void; fail: (error: unknown) => void }[] = [];
  const outputs: string[] = [];
  const errors: unknown[] = [];
  const latest = new LatestOnly<number, string>(
    (input) => new Promise((finish, fail) => waiting.push({ input, finish, fail })),
    (output) => outputs.push(output),
    (error) => errors.push(error),
  );
  const settle = () => new Promise((resolve) => setImmediate(resolve));
  return { latest, waiting, outputs, errors, settle };
}

describe('LatestOnly', () => {
  test('skips inputs that were replaced while one was under way, and drops its stale answer', async () => {
    const { latest, waiting, outputs, settle } = setUp();
    latest.ask(1);
    latest.ask(2);
    latest.ask(3);
    waiting[0]?.finish('one');
    await settle();
    expect(waiting.map(({ input }) => input)).toEqual([1, 3]);
    waiting[1]?.finish('three');
    await settle();
    expect(outputs).toEqual(['three']);
  });

  test('goes on after an error', async () => {
    const { latest, waiting, outputs, errors, settle } = setUp();
    latest.ask(1);
    waiting[0]?.fail('broken');
    await settle();
    latest.ask(2);
    waiting[1]?.finish('two');
    await settle();
    expect([errors, outputs]).toEqual([['broken'], ['two']]);
  });

  test('drops the answer under way when cancelled', async () => {
    const { latest, waiting, outputs, settle } = setUp();
    latest.ask(1);
    latest.cancel();
    waiting[0]?.finish('one');
    await settle();
    expect(outputs).toEqual([]);
  });
});
