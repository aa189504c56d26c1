import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import { hullOf } from '../array/shadow.ts';
import { unionAreaMm2 } from '../geometry/convex.ts';
import type { PointMm } from '../geometry/point.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { cellGrids, darkestCell, type CellGrid } from './cell-grid.ts';
import { cases } from '../test/cases.ts';

const corner = fc.tuple(fc.integer({ min: -300, max: 1500 }), fc.integer({ min: -300, max: 2100 }));
/** Convex figures, thin and single-pointed ones too. */
const figure = fc.array(corner, { minLength: 3, maxLength: 8 }).map(hullOf);
const figures = fc.array(
  figure.filter((points) => points.length > 2),
  { minLength: 1, maxLength: 5 },
);

/** By a general library of polygons. */
function theirAreaMm2(polygons: readonly Polygon[]): number {
  return polygons
    .flatMap((polygon) => polygon.map((ring) => signedAreaMm2(ring)))
    .reduce((sum, area) => sum + area, 0);
}
const ring = (points: readonly PointMm[]): Polygon => [
  [...points, points[0] ?? [0, 0]].map(([x, y]) => [x, y]),
];
/** The library gives up where lines nearly fall into one: what it cannot tell is not asked of it. */
function orSkip<T>(theirs: () => T): T {
  try {
    return theirs();
  } catch {
    return fc.pre(false) as never;
  }
}
const unionOf = (all: readonly (readonly PointMm[])[]) => {
  const [first, ...others] = all.map(ring);
  return first === undefined ? [] : orSkip(() => polygonClipping.union(first, ...others));
};

/** Shadows of pipes and cables: some cells at most. */
const thin = fc
  .tuple(
    corner,
    fc.array(fc.tuple(fc.integer({ min: -90, max: 90 }), fc.integer({ min: -90, max: 90 })), {
      minLength: 3,
      maxLength: 6,
    }),
  )
  .map(([[x, y], points]) =>
    hullOf(points.map(([dx, dy]): PointMm => [Math.abs(x) / 2 + dx, Math.abs(y) / 2 + dy])),
  );
const shadowsOf = fc.array(
  fc.oneof({ weight: 4, arbitrary: thin }, figure).filter((points) => points.length > 2),
  { minLength: 1, maxLength: 5 },
);

describe('what shadows take of a module', () => {
  test('what lies under several of them counts once, by a general library of polygons', () => {
    fc.assert(
      fc.property(figures, (all) => {
        expect(unionAreaMm2(all)).toBeCloseTo(theirAreaMm2(unionOf(all)), 3);
      }),
      { numRuns: cases(1500, 1000) },
    );
    const square = hullOf([
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
    ]);
    expect(unionAreaMm2([])).toBe(0);
    expect(unionAreaMm2([square, square, square])).toBe(100);
  });

  test('the darkest cell is the one that loses most, by a general library of polygons', () => {
    const layout = fc.record({
      widthMm: fc.integer({ min: 400, max: 1200 }),
      heightMm: fc.integer({ min: 400, max: 2000 }),
      groups: fc.constantFrom(1, 2, 3),
      halves: fc.constantFrom(1, 2),
      cells: fc.constantFrom(36, 54, 60, 72),
    });
    const cellBoxes = ({ box, columns, rows }: CellGrid) =>
      Array.from({ length: columns * rows }, (_, at): PointMm[] => {
        const [w, h] = [(box.maxX - box.minX) / columns, (box.maxY - box.minY) / rows];
        const [x, y] = [box.minX + (at % columns) * w, box.minY + Math.floor(at / columns) * h];
        return [
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
        ];
      });
    let partly = 0;
    fc.assert(
      fc.property(layout, shadowsOf, (module, shadows) => {
        const whole = unionOf(shadows);
        for (const grid of cellGrids(module).flat()) {
          const theirs = cellBoxes(grid).map(
            (cell) =>
              theirAreaMm2(orSkip(() => polygonClipping.intersection(ring(cell), whole))) /
              Math.abs(signedAreaMm2(cell)),
          );
          const mine = darkestCell(grid, shadows);
          expect(mine).toBeCloseTo(Math.max(...theirs), 5);
          partly += mine > 0.01 && mine < 0.99 ? 1 : 0;
        }
      }),
      { numRuns: cases(150, 100) },
    );
    expect(partly).toBeGreaterThan(50);
  });

  test('cells lie as on a common module: 6 × 10 of 60, 6 × 12 of 72, two times 6 × 9 of 108 half-cut (common practice)', () => {
    const [portrait, landscape] = [
      { widthMm: 1000, heightMm: 1650 },
      { widthMm: 1650, heightMm: 1000 },
    ];
    const shape = (layout: Parameters<typeof cellGrids>[0]) =>
      cellGrids(layout).map((halves) => halves.map(({ columns, rows }) => [columns, rows]));
    expect(shape({ ...portrait, groups: 3, halves: 1, cells: 60 })).toEqual([
      [[2, 10]],
      [[2, 10]],
      [[2, 10]],
    ]);
    expect(shape({ ...landscape, groups: 3, halves: 1, cells: 60 })).toEqual([
      [[10, 2]],
      [[10, 2]],
      [[10, 2]],
    ]);
    expect(shape({ widthMm: 1000, heightMm: 2000, groups: 3, halves: 1, cells: 72 })[0]).toEqual([[2, 12]]);
    expect(shape({ widthMm: 1134, heightMm: 1722, groups: 3, halves: 2, cells: 54 })[0]).toEqual([
      [2, 9],
      [2, 9],
    ]);
  });

  test('a shadow along the lower short side takes all of a whole module and half of a half-cut one; along a long side, one group of three', () => {
    const upright = { widthMm: 1134, heightMm: 1722, groups: 3, cells: 54 };
    const takes = (halves: number, shadow: readonly PointMm[]) =>
      cellGrids({ ...upright, halves }).map(
        (grids) => grids.reduce((sum, grid) => sum + darkestCell(grid, [shadow]), 0) / grids.length,
      );
    const strip = (maxX: number, maxY: number) =>
      hullOf([
        [-10, -10],
        [maxX, -10],
        [maxX, maxY],
        [-10, maxY],
      ]);
    const [lower, side] = [strip(1200, 200), strip(200, 1800)];
    expect(takes(1, lower)).toEqual([1, 1, 1]);
    expect(takes(2, lower)).toEqual([0.5, 0.5, 0.5]);
    expect(takes(1, side)).toEqual([1, 0, 0]);
    expect(takes(2, side)).toEqual([1, 0, 0]);
    // A line of a tenth of a cell takes a tenth, though in all it is as large as a cell.
    const cellHigh = 1722 / 9;
    takes(1, strip(1200, cellHigh / 10)).forEach((part) => expect(part).toBeCloseTo(0.1, 9));
  });
});
