import { describe, expect, test } from '@jest/globals';
import { InTurn } from './in-turn.ts';

/** Something slow that says when it begins and is ended by hand. */
function slow(log: string[], name: string) {
  let end = () => {};
  let fail: (error: Error) => void = () => {};
  const ended = new Promise<void>((resolve, reject) => {
    end = resolve;
    fail = reject;
  });
  const work = () => {
    log.push(name);
    return ended;
  };
  return { work, end: () => end(), fail: () => fail(new Error(name)) };
}

const settled = () => new Promise((resolve) => setTimeout(resolve));

describe('things done in turn', () => {
  test('wait for each other, and one that fails holds up none after it', async () => {
    const log: string[] = [];
    const line = new InTurn();
    const [first, second] = [slow(log, 'first'), slow(log, 'second')];
    const failed = expect(line.do(first.work)).rejects.toThrow('first');
    const done = line.do(second.work);
    await settled();
    expect(log).toEqual(['first']);
    first.fail();
    await failed;
    await settled();
    expect(log).toEqual(['first', 'second']);
    second.end();
    await done;
  });

  test('of a key only the newest that waits is done, where the first of them stood; other keys are left alone', async () => {
    const log: string[] = [];
    const line = new InTurn();
    const busy = slow(log, 'busy');
    void line.do(busy.work);
    const works = ['a1', 'b1', 'a2', 'a3'].map((name) => [name, slow(log, name)] as const);
    const done = works.map(([name, { work }]) => line.doNewest(name.slice(0, 1), work));
    const after = line.do(() => Promise.resolve(log.push('after')));
    for (const [, { end }] of works) end();
    await settled();
    expect(log).toEqual(['busy']);
    busy.end();
    await Promise.all([...done, after]);
    expect(log).toEqual(['busy', 'a3', 'b1', 'after']);
  });

  test('one asked for while its key is being done is done after it', async () => {
    const log: string[] = [];
    const line = new InTurn();
    const first = slow(log, 'first');
    const done = line.doNewest('key', first.work);
    await settled();
    const next = line.doNewest('key', slow(log, 'next').work);
    void next;
    await settled();
    expect(log).toEqual(['first']);
    first.end();
    await done;
    await settled();
    expect(log).toEqual(['first', 'next']);
  });
});
