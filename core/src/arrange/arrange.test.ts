import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { asLpText, madeUpProblem } from '../test/arrange-mip.ts';
import { loadHighs } from '../test/highs.ts';
import { seeded } from './seeded.ts';
import { AxisSolver } from './axis.ts';
import { isSoundLayout, layoutCost } from './problem.ts';
import { searchLayouts } from './search.ts';
import { IS_EVERY_CASE } from '../test/cases.ts';

describe('placing along one axis', () => {
  /** The same program for a general solver. */
  async function byHighs(
    pulls: { a: number; b: number; offset: number; weight: number }[],
    count: number,
    orders: { i: number; j: number; apart: number }[],
    compact: number,
    size: number,
    high: number,
  ) {
    const highs = await loadHighs();
    const rows = [
      ...pulls.flatMap(({ a, b, offset }, k) => [
        `d${k} - x${a}${b < 0 ? '' : ` + x${b}`} >= ${offset}`,
        `d${k} + x${a}${b < 0 ? '' : ` - x${b}`} >= ${-offset}`,
      ]),
      ...orders.map(({ i, j, apart }) => `x${j} - x${i} >= ${apart}`),
      ...Array.from({ length: count }, (_, i) => [`far - x${i} >= ${size}`, `x${i} - near >= 0`]).flat(),
    ];
    const text = [
      'Minimize',
      ` obj: ${[...pulls.map(({ weight }, k) => `${weight} d${k}`), `${compact} far - ${compact} near`].join(' + ')}`,
      'Subject To',
      ...rows.map((row, index) => ` r${index}: ${row}`),
      'Bounds',
      ...Array.from({ length: count }, (_, i) => ` 0 <= x${i} <= ${high}`),
      'End',
    ].join('\n');
    return highs.solve(text);
  }

  test('costs what a general solver of linear programs finds, or cannot be where it cannot', async () => {
    const random = seeded(3);
    const whole = (most: number) => Math.floor(random() * most);
    let [solved, impossible] = [0, 0];
    for (let round = 0; round < 60; round++) {
      const count = 2 + whole(5);
      const high = 300 + whole(900);
      const pulls = Array.from({ length: count + 2 }, () => {
        const a = whole(count);
        const b = whole(count + 1) - 1;
        return { a, b: b === a ? -1 : b, offset: whole(400) - 200, weight: 1 + whole(4) };
      });
      const orders = Array.from({ length: count }, () => ({
        i: whole(count),
        j: whole(count),
        apart: whole(260),
      })).filter(({ i, j }) => i < j);
      const solver = new AxisSolver(
        {
          size: new Float64Array(count).fill(100),
          low: new Float64Array(count),
          high: new Float64Array(count).fill(high),
          pulls: pulls.map(({ a, b, offset, weight }) => ({ a, b, atA: offset, atB: 0, weight })),
          compact: 0.5,
        },
        orders.length,
      );
      // The solver is made once and solves again and again: a first, empty set of orders leaves nothing behind.
      solver.solve([]);
      const isSolved = solver.solve(orders);
      const expected = await byHighs(pulls, count, orders, 0.5, 100, high);
      expect(isSolved).toBe(expected.Status === 'Optimal');
      if (!isSolved) impossible++;
      else {
        solved++;
        expect(solver.cost).toBeCloseTo(expected.ObjectiveValue, 4);
        for (const { i, j, apart } of orders)
          expect((solver.x[j] ?? 0) - (solver.x[i] ?? 0)).toBeGreaterThan(apart - 1e-6);
      }
    }
    expect([solved > 20, impossible > 0]).toEqual([true, true]);
  });

  test('costs the same when an order is added to what was found as when all is worked out anew', () => {
    const random = seeded(9);
    const whole = (most: number) => Math.floor(random() * most);
    let [kept, refused] = [0, 0];
    for (let round = 0; round < 300; round++) {
      const count = 2 + whole(6);
      const problem = {
        size: new Float64Array(count).fill(100),
        low: new Float64Array(count).fill(0),
        high: new Float64Array(count).fill(300 + whole(700)),
        pulls: Array.from({ length: count + 1 }, () => {
          const a = whole(count);
          const b = whole(count + 1) - 1;
          return { a, b: b === a ? -1 : b, atA: whole(100), atB: whole(400), weight: 1 + whole(3) };
        }),
        compact: whole(2),
      };
      const orders = Array.from({ length: 3 + whole(5) }, () => ({
        i: whole(count + 1) - 1,
        j: whole(count + 1) - 1,
        apart: whole(260),
      })).filter(({ i, j }) => i !== j);
      const [grown, anew] = [new AxisSolver(problem, 20), new AxisSolver(problem, 20)];
      if (!grown.solve([])) continue;
      let before = grown.answer();
      orders.forEach((order, index) => {
        const earlier = orders.slice(0, index);
        const canBe = anew.solve([...earlier, order]);
        if (!anew.solve(earlier)) return;
        grown.take(before, earlier);
        expect(grown.add(order)).toBe(canBe);
        if (!canBe) refused++;
        else {
          kept++;
          anew.solve([...earlier, order]);
          expect(grown.cost).toBeCloseTo(anew.cost, 6);
          before = grown.answer();
        }
      });
    }
    expect([kept > 300, refused > 30]).toEqual([true, true]);
  });
});

describe('searching layouts', () => {
  const made = [3, 4, 5, 6].flatMap((count) => [1, 2].map((seed) => [count, seed] as const));
  const tried = made.filter(([count, seed]) => IS_EVERY_CASE || seed === (count === 4 ? 2 : 1));

  // HiGHS, the reference library for mixed-integer programs, proves the optimum of the same problem.
  test.each(tried)(
    'of %i pieces (seed %i) ends at the proven optimum of a mixed-integer solver',
    async (count, seed) => {
      const problem = madeUpProblem(seeded(seed * 100 + count), count, 2);
      const { best, isProven } = searchLayouts(problem, { mostSteps: 400_000, random: seeded(1) });
      const highs = await loadHighs();
      const reference = highs.solve(asLpText(problem), { mip_rel_gap: 1e-7 });
      expect([isProven, reference.Status]).toEqual([true, 'Optimal']);
      expect(best?.cost).toBeCloseTo(reference.ObjectiveValue, 3);
      if (best === null) throw new Error('no layout');
      expect(isSoundLayout(problem, best.x, best.y)).toBe(true);
      expect(layoutCost(problem, best.x, best.y)).toBeCloseTo(best.cost, 6);
    },
  );

  test('of more pieces keeps every gap and block, repeats for a seed, and gets no worse with more steps', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1000 }), fc.constantFrom(8, 9), (seed, count) => {
        const problem = madeUpProblem(seeded(seed), count, 3);
        const few = searchLayouts(problem, { mostSteps: 3000, random: seeded(seed) });
        const again = searchLayouts(problem, { mostSteps: 3000, random: seeded(seed) });
        expect(again).toEqual(few);
        for (const { x, y } of few.found) expect(isSoundLayout(problem, x, y)).toBe(true);
        const more = searchLayouts(problem, { mostSteps: 6000, random: seeded(seed) });
        expect(more.best?.cost ?? Infinity).toBeLessThanOrEqual((few.best?.cost ?? Infinity) + 1e-6);
      }),
      { seed: 5, numRuns: 4 },
    );
  });

  test('proves that what cannot fit does not', () => {
    const wide = madeUpProblem(seeded(4), 4, 0, [900, 800]);
    const pieces = wide.pieces.map((piece) => ({
      ...piece,
      widthMm: 500,
      heightMm: 450,
      x: [0, 400] as const,
      y: [0, 350] as const,
    }));
    expect(searchLayouts({ ...wide, pieces }, { mostSteps: 100_000, random: seeded(1) })).toMatchObject({
      best: null,
      isProven: true,
    });
  });

  test('stops when told to and keeps the best so far', () => {
    const problem = madeUpProblem(seeded(9), 9, 3);
    let calls = 0;
    const stopped = searchLayouts(problem, {
      mostSteps: 1_000_000,
      random: seeded(1),
      onProgress: () => ++calls < 3,
    });
    expect([calls, stopped.best === null, stopped.isProven]).toEqual([3, false, false]);
    expect(stopped.steps).toBeLessThan(5000);
  });
});
