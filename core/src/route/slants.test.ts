import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { isInConvex } from '../geometry/convex.ts';
import { boundsOf, doBoxesOverlap, growBox } from '../geometry/polygon.ts';
import type { PointMm } from '../plan/values.ts';
import type { Plan } from '../plan/plan.ts';
import { cables, gear, hang, plan, wall } from '../test/plans.ts';
import { routeOf } from './route.ts';
import { leastCostMm } from './way.ts';
import { CABLE_CLEAR_MM, gridAt } from './world.ts';
import { cases } from '../test/cases.ts';

const KNOCKOUTS = (['top', 'bottom'] as const).map((edge) => ({
  id: edge,
  edge,
  alongMm: 50,
  fromBackMm: 30,
  tradeSize: '1/2' as const,
}));

type Line = { readonly from: PointMm; readonly to: PointMm; readonly widthMm: number };

function site(lines: readonly Line[], a: PointMm, b: PointMm, outline: readonly PointMm[]): Plan {
  return plan({
    faces: [
      wall('w', [...outline], {
        obstacles: lines.map(({ from, to, widthMm }, index) => ({
          id: `l${index}`,
          name: 'Pipe',
          kind: 'pipe',
          shape: { kind: 'line', pointsMm: [from, to], widthMm },
          standsOutMm: 0,
          clearMm: 0,
          noDrillMm: 0,
          isConcealed: false,
          opens: null,
        })) as never,
      }),
    ],
    gearTypes: [gear('t', { kind: 'other', widthMm: 100, heightMm: 100, dropMm: 100, knockouts: KNOCKOUTS })],
    placements: [hang('a', 't', 'w', a[0], a[1]), hang('b', 't', 'w', b[0], b[1])],
    ...cables([
      {
        id: 'r',
        name: 'Run',
        from: { placement: 'a', knockout: 'top' },
        to: { placement: 'b', knockout: 'bottom' },
        cableDiameterMm: 6,
        slackEachEndMm: 0,
      },
    ]),
  });
}

/** A rectangle about a slanting line, past its ends by half its width: worked out here by itself. */
function cornersOf({ from, to, widthMm }: Line, off = 0): PointMm[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  const [ux, uy, h] = [dx / length, dy / length, widthMm / 2 + off];
  const at = (point: PointMm, along: number, across: number): PointMm => [
    point[0] + ux * along - uy * across,
    point[1] + uy * along + ux * across,
  ];
  return [at(from, -h, -h), at(to, h, -h), at(to, h, h), at(from, -h, h)];
}

/** The raster keeps so far off what slants: ways in narrower channels of steps are not looked for. */
const OFF_MM = 40;
const STEP = 25;

/** Fewest steps of 25 mm on a raster that never enters a shape or a box: breadth first. Infinity where there is none. */
function rasterMm(
  [from, to]: readonly [PointMm, PointMm],
  shapes: readonly (readonly PointMm[])[],
  boxes: readonly (readonly [PointMm, PointMm])[],
  width: number,
  height: number,
): number {
  const [columns, rows] = [width / STEP + 1, height / STEP + 1];
  const bounds = shapes.map((shape) => boundsOf(shape));
  const isFree = (x1: number, y1: number, x2: number, y2: number) => {
    const on = {
      minX: Math.min(x1, x2),
      maxX: Math.max(x1, x2),
      minY: Math.min(y1, y2),
      maxY: Math.max(y1, y2),
    };
    const near = shapes.filter((_, index) => {
      const box = bounds[index];
      return box !== undefined && doBoxesOverlap(growBox(on, 1), box);
    });
    for (let part = 0; part <= 10; part++) {
      const x = x1 + ((x2 - x1) * part) / 10;
      const y = y1 + ((y2 - y1) * part) / 10;
      if (near.some((shape) => isInConvex([x, y], shape))) return false;
      if (boxes.some(([low, high]) => x > low[0] && x < high[0] && y > low[1] && y < high[1])) return false;
    }
    return true;
  };
  const key = (i: number, j: number) => j * columns + i;
  const start = key(from[0] / STEP, from[1] / STEP);
  const goal = key(to[0] / STEP, to[1] / STEP);
  const seen = new Map([[start, 0]]);
  const queue = [start];
  for (const at of queue) {
    if (at === goal) return (seen.get(at) ?? 0) * STEP;
    const [i, j] = [at % columns, Math.floor(at / columns)];
    for (const [di, dj] of [
      [1, 0],
      [-1, 0],
      [0, 1],
      [0, -1],
    ] as const) {
      const [ni, nj] = [i + di, j + dj];
      if (ni < 0 || nj < 0 || ni >= columns || nj >= rows || seen.has(key(ni, nj))) continue;
      if (!isFree(i * STEP, j * STEP, ni * STEP, nj * STEP)) continue;
      seen.set(key(ni, nj), (seen.get(at) ?? 0) + 1);
      queue.push(key(ni, nj));
    }
  }
  return Infinity;
}

const at = (most: number) => fc.integer({ min: 8, max: most / STEP - 8 }).map((steps) => steps * STEP);
const point = fc.tuple(at(3000), at(2000));

describe('what a way would count for with nothing in it', () => {
  test('is never more than a way round things counts for, on faces with corners in and slanting edges', () => {
    const outlines: PointMm[][] = [
      [[0, 0], [3000, 0], [3000, 700], [1400, 700], [1400, 2000], [0, 2000]], // prettier-ignore
      [[0, 0], [3000, 0], [3000, 1200], [1500, 2000], [0, 1200]], // prettier-ignore
      [[0, 0], [1000, 0], [1000, 900], [2000, 900], [2000, 0], [3000, 0], [3000, 2000], [0, 2000]], // prettier-ignore
    ];
    let ways = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...outlines),
        fc.array(
          fc
            .record({ from: point, to: point, widthMm: fc.integer({ min: 20, max: 200 }) })
            .filter(({ from, to }) => Math.abs(from[0] - to[0]) > 100 && Math.abs(from[1] - to[1]) > 100),
          { maxLength: 3 },
        ),
        point,
        point,
        (outline, lines, a, b) => {
          if (Math.abs(a[0] - b[0]) < 200 && Math.abs(a[1] - b[1]) < 300) return;
          const prepared = prepare(site(lines, a, b, outline));
          const outcome = routeOf(prepared, 'r');
          if (outcome?.kind !== 'routed') return;
          ways++;
          const leastMm = leastCostMm(prepared, outcome.routed.run);
          expect(leastMm).not.toBeNull();
          expect(leastMm ?? Infinity).toBeLessThanOrEqual(outcome.routed.costMm + 0.001);
        },
      ),
      { seed: 33, numRuns: cases(300, 60) },
    );
    expect(ways).toBeGreaterThan(20);
  });
});

describe('ways round what slants', () => {
  test('keep out of it and are no longer than the best on a raster of 25 mm', () => {
    let round = 0;
    fc.assert(
      fc.property(
        fc.array(
          fc
            .record({ from: point, to: point, widthMm: fc.integer({ min: 20, max: 200 }) })
            .filter(({ from, to }) => Math.abs(from[0] - to[0]) > 100 && Math.abs(from[1] - to[1]) > 100),
          { minLength: 1, maxLength: 3 },
        ),
        point,
        point,
        (lines, a, b) => {
          const shapes = lines.map((line) => cornersOf(line));
          const stubs: [PointMm, PointMm] = [
            [a[0], a[1] + CABLE_CLEAR_MM],
            [b[0], b[1] - 100 - CABLE_CLEAR_MM],
          ];
          if (stubs.some((stub) => shapes.some((shape) => isInConvex(stub, shape)))) return;
          const boxes = [a, b].map(
            ([x, y]) =>
              [
                [x - 50 - CABLE_CLEAR_MM, y - 100 - CABLE_CLEAR_MM],
                [x + 50 + CABLE_CLEAR_MM, y + CABLE_CLEAR_MM],
              ] as [PointMm, PointMm],
          );
          if (Math.abs(a[0] - b[0]) < 200 && Math.abs(a[1] - b[1]) < 300) return;
          const outcome = routeOf(
            prepare(
              site(lines, a, b, [
                [0, 0],
                [3000, 0],
                [3000, 2000],
                [0, 2000],
              ]),
            ),
            'r',
          );
          const best = rasterMm(
            stubs,
            lines.map((line) => cornersOf(line, OFF_MM)),
            boxes,
            3000,
            2000,
          );
          if (outcome?.kind !== 'routed') {
            expect(best).toBe(Infinity);
            return;
          }
          const { legs, pathMm } = outcome.routed;
          expect(pathMm - 2 * CABLE_CLEAR_MM).toBeLessThanOrEqual(best + 0.01);
          // From its ports to its stubs it is in its own gear’s room, whatever lies there.
          const ports: PointMm[] = [a, [b[0], b[1] - 100]];
          const isAtPort = ([x, y]: PointMm) =>
            ports.some(([px, py]) => Math.abs(x - px) + Math.abs(y - py) <= CABLE_CLEAR_MM);
          const points = legs.flatMap(({ from, to }) =>
            Array.from({ length: 39 }, (_, part): PointMm => [
              from[0] + ((to[0] - from[0]) * (part + 1)) / 40,
              from[1] + ((to[1] - from[1]) * (part + 1)) / 40,
            ]),
          );
          const inside = points.filter(
            (on) => !isAtPort(on) && shapes.some((shape) => isInConvex(on, shape)),
          );
          expect(inside).toEqual([]);
          const direct = Math.abs(stubs[0][0] - stubs[1][0]) + Math.abs(stubs[0][1] - stubs[1][1]);
          if (pathMm - 2 * CABLE_CLEAR_MM > direct + 1) round++;
        },
      ),
      { seed: 3, numRuns: cases(60, 35) },
    );
    expect(round).toBeGreaterThan(8);
  });

  test('have few lines, however long a slanting edge and its setback are', () => {
    const of = site(
      [],
      [2000, 1500],
      [9000, 4000],
      [
        [0, 0],
        [12_000, 0],
        [12_000, 3000],
        [6000, 6000],
        [0, 3000],
      ],
    );
    const face = of.faces[0];
    if (face === undefined) throw new Error('It has a face.');
    const plan = {
      ...of,
      faces: [{ ...face, setbacks: [2, 3].map((edge) => ({ edge, distanceMm: 900, why: '' })) }],
    };
    const grid = gridAt(prepare(plan), 'kept', 'w');
    expect((grid?.xsUm.length ?? 0) + (grid?.ysUm.length ?? 0)).toBeLessThan(400);
  });
});
