import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { doSegmentsCross } from '../geometry/segments.ts';
import type { PointMm } from '../plan/values.ts';
import { lanes, legsInLanes, type Way } from './lanes.ts';
import type { Leg } from './route.ts';

function wayThrough(id: string, points: readonly PointMm[], widthMm = 10): Way {
  const legs = points.slice(1).map((to, index): Leg => ({ face: 'w', from: points[index] ?? to, to }));
  return { id, legs, widthMm };
}

/** Runs that come to one line at y = 0 from above or below, share it, and leave it up or down; each at a place of its own. */
const trunk = fc
  .tuple(
    fc.array(fc.tuple(fc.constantFrom(-1, 1), fc.constantFrom(-1, 1), fc.boolean()), {
      minLength: 2,
      maxLength: 5,
    }),
    fc.infiniteStream(fc.integer({ min: 0, max: 1_000_000 })),
  )
  .map(([runs, chance]) => {
    const order = (count: number) =>
      Array.from({ length: count }, (_, at) => ({ at, by: Number(chance.next().value) }))
        .sort((a, b) => a.by - b.by || a.at - b.at)
        .map(({ at }) => at);
    const [ins, outs] = [order(runs.length), order(runs.length)];
    return runs.map(([from, to, isBack], index): Way => {
      const [x, end] = [(ins[index] ?? 0) * 300, 5000 + (outs[index] ?? 0) * 300];
      const points: PointMm[] = [[x, from * 2000], [x, 0], [end, 0], [end, to * 2000]]; // prettier-ignore
      return wayThrough(`r-${index}`, isBack ? points.reverse() : points);
    });
  });

function crossings(ways: readonly (readonly Leg[])[]): number {
  let count = 0;
  for (let a = 0; a < ways.length; a++)
    for (let b = a + 1; b < ways.length; b++)
      for (const one of ways[a] ?? [])
        for (const other of ways[b] ?? [])
          if (doSegmentsCross(one.from, one.to, other.from, other.to)) count++;
  return count;
}

function drawn(ways: readonly Way[]): Leg[][] {
  const dealt = lanes(ways);
  return ways.map(({ id, legs }) => legsInLanes(legs, dealt.get(id) ?? []));
}

function* permutations<Item>(items: readonly Item[]): Generator<Item[]> {
  if (items.length === 0) yield [];
  for (const [index, first] of items.entries())
    for (const rest of permutations([...items.slice(0, index), ...items.slice(index + 1)]))
      yield [first, ...rest];
}

/** The fewest crossings of all orders on the shared line, tried one by one. */
function fewest(ways: readonly Way[]): number {
  let best = Infinity;
  for (const order of permutations(ways)) {
    const laid = ways.map((way) => {
      const off = (order.indexOf(way) - (ways.length - 1) / 2) * 20;
      const isForward = (way.legs[1]?.to[0] ?? 0) > (way.legs[1]?.from[0] ?? 0);
      return legsInLanes(way.legs, [0, isForward ? off : -off, 0]);
    });
    best = Math.min(best, crossings(laid));
  }
  return best;
}

describe('lanes', () => {
  test('cross no more often than the best of all orders', () => {
    fc.assert(
      fc.property(trunk, (ways) => {
        expect(crossings(drawn(ways))).toBe(fewest(ways));
      }),
      { seed: 3, numRuns: 250 },
    );
  });

  test('leave each run its width and a clip beside the next, whatever way it runs', () => {
    fc.assert(
      fc.property(
        trunk,
        fc.array(fc.integer({ min: 5, max: 60 }), { minLength: 5, maxLength: 5 }),
        (ways, widths) => {
          const wide = ways.map((way, index) => ({ ...way, widthMm: widths[index] ?? 10 }));
          const shared = drawn(wide)
            .map((legs, index) => ({ y: legs[1]?.from[1] ?? 0, half: (wide[index]?.widthMm ?? 0) / 2 }))
            .sort((a, b) => a.y - b.y);
          for (let index = 1; index < shared.length; index++) {
            const [below, above] = [shared[index - 1], shared[index]];
            if (below === undefined || above === undefined) continue;
            expect(above.y - above.half - (below.y + below.half)).toBeGreaterThanOrEqual(10 - 1e-9);
          }
        },
      ),
      { seed: 4, numRuns: 100 },
    );
  });

  test('stay where they are alone, and keep their corners square', () => {
    const alone = wayThrough('a', [[0, 0], [1000, 0], [1000, 500]]); // prettier-ignore
    expect(drawn([alone])).toEqual([alone.legs]);
    const other = wayThrough('b', [[0, 0], [1000, 0], [1000, 900]]); // prettier-ignore
    for (const legs of drawn([alone, other])) {
      for (const [index, leg] of legs.entries()) {
        expect(leg.from[0] === leg.to[0] || leg.from[1] === leg.to[1]).toBe(true);
        if (index > 0) expect(leg.from).toEqual(legs[index - 1]?.to);
      }
    }
    // Two that turn together keep their order round the corner: no crossing.
    expect(crossings(drawn([alone, other]))).toBe(0);
  });
});
