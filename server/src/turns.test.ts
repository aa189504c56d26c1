import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { TooManyWaiting, Turns } from './turns.ts';

const LIMITS = { mostAtOnce: 3, mostOfKey: 4, mostWaiting: 12 };

describe('turns', () => {
  test('of one key go one after the other in their order, of all so many at once, and all are done', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.tuple(fc.constantFrom('a', 'b', 'c', null), fc.integer({ min: 0, max: 3 }), fc.boolean()),
          {
            maxLength: 15,
          },
        ),
        async (jobs) => {
          const turns = new Turns({ ...LIMITS, mostOfKey: 20, mostWaiting: 20 });
          const atWork: (string | null)[] = [];
          const order: Record<string, number[]> = {};
          let most = 0;
          const done = await Promise.allSettled(
            jobs.map(([key, steps, doesFail], index) =>
              turns.do(key, async () => {
                if (key !== null) expect(atWork).not.toContain(key);
                atWork.push(key);
                most = Math.max(most, atWork.length);
                (order[String(key)] ??= []).push(index);
                for (let step = 0; step < steps; step++) await Promise.resolve();
                atWork.splice(atWork.indexOf(key), 1);
                if (doesFail) throw new Error('it failed');
                return index;
              }),
            ),
          );
          expect(most).toBeLessThanOrEqual(LIMITS.mostAtOnce);
          for (const of of Object.values(order)) expect(of).toEqual(of.toSorted((a, b) => a - b));
          expect(done.map(({ status }) => status === 'rejected')).toEqual(jobs.map(([, , fails]) => fails));
          expect(atWork).toEqual([]);
        },
      ),
      { numRuns: 200, seed: 10 },
    );
  });

  test('leave room for others while one key is stuck, and say when too many wait for it', async () => {
    const turns = new Turns(LIMITS);
    let letGo = () => {};
    const stuck = turns.do('a', () => new Promise<void>((resolve) => (letGo = resolve)));
    const behind = Array.from({ length: 4 }, (_, index) => turns.do('a', () => Promise.resolve(index)));
    await expect(turns.do('a', () => Promise.resolve(9))).rejects.toBeInstanceOf(TooManyWaiting);
    await expect(turns.do('b', () => Promise.resolve('other'))).resolves.toBe('other');
    letGo();
    await stuck;
    await expect(Promise.all(behind)).resolves.toEqual([0, 1, 2, 3]);
  });
});
