import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { openHoneyHouse } from '../test/open-honey-house.ts';
import type { Plan } from '../plan/plan.ts';
import { inchFromMm } from '../quantity/convert.ts';
import { libraryCost } from '../test/library-graph.ts';
import { cables, boxObstacle, gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import type { PointMm } from '../plan/values.ts';
import { graphOfFace } from './graph.ts';
import { nodeAt, pointUm, RIGHT, UP, type Band, type Direction } from './grid.ts';
import { routeAll } from './route.ts';
import { CABLE_CLEAR_MM } from './world.ts';
import { BENDS_PER_UM, findPath } from './search.ts';
import { buildSite } from '../site/site.ts';
import { cases } from '../test/cases.ts';

type Box = { x: number; y: number; width: number; height: number };

const box = fc.record({
  x: fc.integer({ min: 5, max: 75 }),
  y: fc.integer({ min: 5, max: 45 }),
  width: fc.integer({ min: 3, max: 30 }),
  height: fc.integer({ min: 3, max: 25 }),
});

/** A wall 1 m × 0.6 m with boxes in steps of 10 mm, and a path from lower left to upper right, leaving upwards. */
function onGrid(boxes: readonly Box[]) {
  const of = plan({ faces: [wall('w', rectangle(1000, 600))] });
  const site = buildSite(of);
  const face = site.faces.get('w');
  if (face === undefined) throw new Error('w');
  const keepOut = boxes.map(({ x, y, width, height }) => ({
    minX: x * 10,
    minY: y * 10,
    maxX: Math.min(970, (x + width) * 10),
    maxY: Math.min(570, (y + height) * 10),
  }));
  const points: PointMm[] = [
    [10, 10],
    [990, 590],
  ];
  const graph = graphOfFace({ face, keepOut, points });
  const at = (direction: Direction, point: PointMm) => ({
    face: 'w',
    node: nodeAt(graph.only, pointUm(point)),
    direction,
  });
  return { graph, start: at(UP, [10, 10]), goal: at(UP, [990, 590]) };
}

/** Breadth-first over (cell, direction) of a uniform 10 mm grid: length first, then bends. Plain and slow. */
function fineGridSearch(boxes: readonly Box[]): { length: number; bends: number } | null {
  const [columns, rows] = [101, 61];
  const clamped = boxes.map(({ x, y, width, height }) => ({
    minX: x,
    minY: y,
    maxX: Math.min(97, x + width),
    maxY: Math.min(57, y + height),
  }));
  const isFree = (ax: number, ay: number, bx: number, by: number) =>
    clamped.every(({ minX, minY, maxX, maxY }) => {
      const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
      return mx <= minX || mx >= maxX || my <= minY || my >= maxY;
    });
  const steps = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ] as const;
  let frontier = new Map<number, number>([[(1 * columns + 1) * 4 + UP, 0]]);
  const seen = new Set<number>();
  const goalCell = 59 * columns + 99;
  for (let length = 0; frontier.size > 0; length++) {
    // All states of one length at once; the fewest bends of each are known, since each step adds equally.
    const goals = [...frontier].filter(([state]) => state >> 2 === goalCell);
    if (goals.length > 0) {
      return {
        length,
        bends: Math.min(...goals.map(([state, bends]) => bends + ((state & 3) === UP ? 0 : 1))),
      };
    }
    const next = new Map<number, number>();
    for (const state of frontier.keys()) seen.add(state);
    for (const [state, bends] of frontier) {
      const cell = state >> 2;
      const [x, y] = [cell % columns, Math.floor(cell / columns)];
      for (const turn of [0, 1, 3]) {
        const direction = ((state & 3) + turn) % 4;
        const [dx, dy] = steps[direction] ?? [0, 0];
        const [nx, ny] = [x + dx, y + dy];
        if (nx < 0 || ny < 0 || nx >= columns || ny >= rows || !isFree(x, y, nx, ny)) continue;
        const reached = (ny * columns + nx) * 4 + direction;
        if (seen.has(reached)) continue;
        const total = bends + (turn === 0 ? 0 : 1);
        next.set(reached, Math.min(next.get(reached) ?? Infinity, total));
      }
    }
    frontier = next;
  }
  return null;
}

describe('findPath', () => {
  test('is as short as a fine grid search, with as few bends', () => {
    fc.assert(
      fc.property(fc.array(box, { maxLength: 7 }), (boxes) => {
        const { graph, start, goal } = onGrid(boxes);
        const found = findPath(graph, start, goal);
        const expected = fineGridSearch(boxes);
        expect(found === null ? null : { length: found.lengthUm / 10_000, bends: found.bendCount }).toEqual(
          expected,
        );
      }),
      { seed: 42, numRuns: cases(40, 25) },
    );
  });

  test('costs what a reference shortest-path library finds on the same graph, whichever way it leaves and arrives', () => {
    const way = fc.constantFrom<Direction>(0, 1, 2, 3);
    const weights = fc.record({
      bendUm: fc.constantFrom(0, 7000, 250_000),
      factor: fc.constantFrom(1, 1.35),
    });
    fc.assert(
      fc.property(
        fc.array(box, { minLength: 1, maxLength: 9 }),
        fc.nat(),
        fc.nat(),
        way,
        way,
        weights,
        (boxes, a, b, leaves, arrives, { bendUm, factor }) => {
          const alone = onGrid(boxes).graph;
          const graph = { ...alone, weights: { bendUm, boreUm: 0, factorOf: () => factor } };
          const nodes = alone.only.freeRight.length;
          const start = { face: 'w', node: a % nodes, direction: leaves };
          const goal = { face: 'w', node: b % nodes, direction: arrives };
          const found = findPath(graph, start, goal);
          const cost = found === null ? null : found.costUm * BENDS_PER_UM + found.bendCount;
          expect(cost).toBe(libraryCost(graph, ['w'], start, goal));
        },
      ),
      { seed: 43, numRuns: 100 },
    );
  });
});

describe('bored members', () => {
  const face = {
    id: 'w',
    outline: [[0, 0], [3000, 0], [3000, 2000], [0, 2000]] as PointMm[], // prettier-ignore
    bounds: { minX: 0, minY: 0, maxX: 3000, maxY: 2000 },
  };
  const member = fc
    .record({ centre: fc.integer({ min: 3, max: 27 }), from: fc.integer({ min: 0, max: 12 }), long: fc.integer({ min: 2, max: 8 }) })
    .map(({ centre, from, long }): Band => ({ axis: 'vertical', minMm: centre * 100 - 19, maxMm: centre * 100 + 19, fromMm: from * 100, toMm: (from + long) * 100, isBored: true })); // prettier-ignore

  test('cost a hole only where a way crosses them between their ends, and a way round their ends is found', () => {
    const boreMm = 300;
    fc.assert(
      fc.property(
        fc.array(member, { maxLength: 6 }),
        fc.nat({ max: 20 }),
        fc.nat({ max: 20 }),
        (bands, a, b) => {
          const [start, goal]: PointMm[] = [[0, a * 100], [3000, b * 100]]; // prettier-ignore
          if (start === undefined || goal === undefined) return;
          const alone = graphOfFace({ face, keepOut: [], bands, points: [start, goal] });
          const graph = { ...alone, weights: { bendUm: 0, boreUm: boreMm * 1000, factorOf: () => 1 } };
          const end = (at: PointMm, direction: Direction) => ({
            face: 'w',
            node: nodeAt(graph.only, pointUm(at)),
            direction,
          });
          const found = findPath(graph, end(start, RIGHT), end(goal, RIGHT));
          // By hand: at each height the members in the way; a way goes up or down between members as it likes.
          const heights = [...new Set([a * 100, b * 100, 0, 2000, ...bands.flatMap(({ fromMm, toMm }) => [fromMm, toMm])])]; // prettier-ignore
          const inOrder = [...bands].sort((x, y) => x.minMm - y.minMm);
          let costs = new Map(heights.map((y) => [y, Math.abs(y - a * 100)]));
          for (let index = 0; index < inOrder.length;) {
            const centre = inOrder[index]?.minMm;
            const here = inOrder.filter(({ minMm }) => minMm === centre);
            index += here.length;
            const across = new Map(heights.map((y) => [y, (costs.get(y) ?? 0) + boreMm * here.filter(({ fromMm, toMm }) => (y > fromMm || fromMm === 0) && (y < toMm || toMm === 2000)).length])); // prettier-ignore
            costs = new Map(heights.map((y) => [y, Math.min(...heights.map((from) => (across.get(from) ?? 0) + Math.abs(from - y)))])); // prettier-ignore
          }
          expect((found?.costUm ?? NaN) / 1000).toBeCloseTo(3000 + (costs.get(b * 100) ?? NaN), 6);
        },
      ),
      { seed: 17, numRuns: cases(200, 120) },
    );
  });
});

describe('routeAll', () => {
  test('takes the demo’s cable up the wall, through the roof and to the box by the shortest way', () => {
    const { routed, faults } = routeAll(prepare(openHoneyHouse()));
    expect(faults).toEqual([]);
    const [run] = routed;
    if (run === undefined) throw new Error('no run');
    // By hand, inches: 54 + 1.5 up to the disconnect’s top; 102 − 55.5 up the wall; 30 up the slope; 7/8 through;
    // across from 168 − 96 = 72 to 100 and up from 30 to the box’s bottom at 84 − 5.25.
    expect(inchFromMm(run.pathMm)).toBeCloseTo(102 - 55.5 + 30 + 0.875 + 28 + (84 - 5.25 - 30), 6);
    expect(inchFromMm(run.totalMm)).toBeCloseTo(inchFromMm(run.pathMm) + 24, 6);
    expect(run.penetrations).toEqual(['roof-hole']);
    expect(run.bendCount).toBe(1);
  });

  test('has legs that join end to end and add up to its length', () => {
    const [run] = routeAll(prepare(openHoneyHouse())).routed;
    if (run === undefined) throw new Error('no run');
    const onFacesMm = run.legs.reduce(
      (sum, { from, to }) => sum + Math.abs(from[0] - to[0]) + Math.abs(from[1] - to[1]),
      0,
    );
    expect(onFacesMm + 0.875 * 25.4).toBeCloseTo(run.pathMm, 2);
  });

  function twoBoxes(more: Partial<Plan>): Plan {
    const knockouts = [
      { id: 'top', edge: 'top' as const, alongMm: 50, fromBackMm: 30, tradeSize: '1/2' as const },
    ];
    return plan({
      gearTypes: [gear('t', { kind: 'other', widthMm: 100, heightMm: 100, dropMm: 100, knockouts })],
      placements: [hang('a', 't', 'w', 500, 800), hang('b', 't', 'w', 2500, 800)],
      ...cables([
        {
          id: 'r',
          name: 'Run',
          from: { placement: 'a', knockout: 'top' },
          to: { placement: 'b', knockout: 'top' },
          cableDiameterMm: 6,
          slackEachEndMm: 0,
        },
      ]),
      ...more,
    });
  }

  test('rises out of both knockouts and keeps the clear distance', () => {
    const [run] = routeAll(prepare(twoBoxes({}))).routed;
    expect(run?.pathMm).toBe(2000 + 2 * CABLE_CLEAR_MM);
    expect(run?.bendCount).toBe(2);
  });

  test('goes around an obstacle and its clear zone', () => {
    const post = boxObstacle('post', 'Post', 'other', [1500, 0, 100, 1000], { clearMm: 40 });
    const [run] = routeAll(
      prepare(twoBoxes({ faces: [wall('w', rectangle(5000, 2500), { obstacles: [post] })] })),
    ).routed;
    expect(run?.pathMm).toBe(2000 + 2 * (1000 + 40 - 800));
  });

  test('says when no way is left, and when a knockout has no room', () => {
    const fence = boxObstacle('fence', 'Fence', 'other', [1500, 0, 100, 2500]);
    const closed = routeAll(
      prepare(twoBoxes({ faces: [wall('w', rectangle(5000, 2500), { obstacles: [fence] })] })),
    );
    expect(closed.faults).toMatchObject([
      { code: 'barrier', isOne: true, barriers: [{ named: 'obstacle', id: 'fence', on: 'w' }] },
    ]);
    const lid = boxObstacle('lid', 'Lid', 'other', [400, 810, 200, 50]);
    const blocked = routeAll(
      prepare(twoBoxes({ faces: [wall('w', rectangle(5000, 2500), { obstacles: [lid] })] })),
    );
    expect(blocked.faults).toMatchObject([{ code: 'port-blocked', port: { placement: 'a' } }]);
  });

  test('crosses a fold whose far face is turned on its side', () => {
    const turned = twoBoxes({
      faces: [wall('w', rectangle(3000, 2500)), wall('side', rectangle(2500, 1200))],
      // The wall’s right edge meets the other face’s upper edge: up on the wall runs left on that face.
      folds: [{ id: 'f', a: { face: 'w', edge: 1 }, b: { face: 'side', edge: 2 }, towardViewerDeg: 90 }],
      placements: [hang('a', 't', 'w', 500, 800), hang('b', 't', 'side', 1000, 600)],
    });
    const fromRight = { ...turned, gearTypes: [gear('t', { kind: 'other', widthMm: 100, heightMm: 100, dropMm: 100,
      knockouts: [{ id: 'top', edge: 'top', alongMm: 50, fromBackMm: 30, tradeSize: '1/2' }] })] }; // prettier-ignore
    const { routed, faults } = routeAll(prepare(fromRight));
    expect(faults).toEqual([]);
    // On the unfolded sheet the port of b lies at wall height 1000 … and 600 beyond the corner: along plus across.
    expect(routed[0]?.pathMm).toBe(2500 + 600 + (1000 - 800));
    expect(routed[0]?.legs.map(({ face }) => face)).toContain('side');
  });

  test('repeats exactly', () => {
    expect(routeAll(prepare(openHoneyHouse()))).toEqual(routeAll(prepare(openHoneyHouse())));
  });
});
