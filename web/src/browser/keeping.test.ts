import { afterAll, describe, expect, test } from '@jest/globals';
import { install } from '@sinonjs/fake-timers';
import { KeptTexts } from './facilities.ts';
import { Keeping, UntilKept } from './keeping.ts';

const clock = install({ toFake: ['setTimeout', 'clearTimeout', 'Date'] });
afterAll(() => clock.uninstall());

describe('what a browser does not keep', () => {
  test('is told when it changes, and as another set', () => {
    const keeping = new Keeping();
    const told: string[][] = [];
    keeping.subscribe(() => told.push([...keeping.notKept()]));
    keeping.tell('edits', true);
    keeping.tell('edits', false);
    keeping.tell('edits', false);
    keeping.tell('steps', false);
    keeping.tell('edits', true);
    expect(told).toEqual([['edits'], ['edits', 'steps'], ['steps']]);
  });

  test('is tried until it is kept; what came later takes the place of what failed', async () => {
    const told: boolean[] = [];
    const done: string[] = [];
    const until = new UntilKept(1000, (isKept) => told.push(isKept));
    const ends: ((fails: boolean) => void)[] = [];
    const slow = (name: string) => () =>
      new Promise<void>((resolve, reject) => {
        done.push(name);
        ends.push((fails) => (fails ? reject(new Error('full')) : resolve()));
      });
    void until.try(slow('old'));
    void until.try(slow('new'));
    // The newer is kept; the older fails after it, and is not tried over it.
    ends[1]?.(false);
    ends[0]?.(true);
    await clock.tickAsync(5000);
    expect([done, told]).toEqual([['old', 'new'], [true]]);
    void until.try(slow('third'));
    ends[2]?.(true);
    await clock.tickAsync(1100);
    ends[3]?.(false);
    await clock.tickAsync(5000);
    expect([done.slice(2), told.slice(1)]).toEqual([
      ['third', 'third'],
      [false, true],
    ]);
  });
});

describe('texts kept under keys', () => {
  test('are the page’s own while the store takes none, and are written as soon as it does', async () => {
    const kept = new Map<string, string>();
    const told: boolean[] = [];
    let isBlocked = true;
    const open = () => {
      if (isBlocked) throw new DOMException('denied', 'SecurityError');
      return {
        getItem: (key: string) => kept.get(key) ?? null,
        setItem: (key: string, text: string) => void kept.set(key, text),
      };
    };
    const texts = new KeptTexts(open, (isKept) => told.push(isKept), 1000);
    expect(texts.getItem('a')).toBeNull();
    texts.setItem('a', 'one');
    texts.setItem('a', 'two');
    expect([texts.getItem('a'), kept.size, told.at(-1)]).toEqual(['two', 0, false]);
    isBlocked = false;
    await clock.tickAsync(1100);
    expect([[...kept], told.at(-1), texts.getItem('a')]).toEqual([[['a', 'two']], true, 'two']);
  });
});
