import { describe, expect, test } from '@jest/globals';
import { Point, Polygon } from '@flatten-js/core';
import fc from 'fast-check';
import type { Fold } from '../plan/face.ts';
import type { Plan } from '../plan/plan.ts';
import type { PointMm } from '../plan/values.ts';
import { plan, rectangle, wall } from '../test/plans.ts';
import { siteFromFace } from '../geometry/frame.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { boundsOf, doBoxesOverlap, growBox, isInside } from '../geometry/polygon.ts';
import { buildSite } from './site.ts';
import { layOutSheet, unionOf } from './sheet.ts';

/** A room of four walls 4 m and 3 m long, folded one to the next at inside corners, with a floor. */
function room(): Plan {
  const sizes = [4000, 3000, 4000, 3000];
  const folds: Fold[] = [0, 1, 2].map((index) => ({
    id: `f${index}`,
    a: { face: `w${index}`, edge: 1 },
    b: { face: `w${index + 1}`, edge: 3 },
    towardViewerDeg: 90,
  }));
  return plan({
    rootFace: 'w0',
    faces: [
      ...sizes.map((widthMm, index) => wall(`w${index}`, rectangle(widthMm, 2500))),
      wall('floor', rectangle(4000, 3000), { kind: 'floor' }),
    ],
    folds: [
      ...folds,
      { id: 'ff', a: { face: 'w0', edge: 0 }, b: { face: 'floor', edge: 2 }, towardViewerDeg: 90 },
    ],
  });
}

describe('a room of four walls', () => {
  const site = buildSite(room());

  test('closes: the last wall ends where the first begins', () => {
    const last = site.frames.get('w3');
    const first = site.frames.get('w0');
    if (last === undefined || first === undefined) throw new Error('not placed');
    const end = siteFromFace(last, [3000, 1000]);
    const begin = siteFromFace(first, [0, 1000]);
    end.forEach((value, axis) => expect(value).toBeCloseTo(begin[axis] ?? NaN, 6));
    expect(site.problems).toEqual([]);
  });

  test('has every wall looking into the room', () => {
    // The middle of the room lies 1.5 m towards the viewer of the first wall.
    const middle = [2000, -1500, 1250] as const;
    for (const [id, { origin, toViewer }] of site.frames) {
      const inward = middle.reduce(
        (sum, value, axis) => sum + (value - (origin[axis] ?? 0)) * (toViewer[axis] ?? 0),
        0,
      );
      expect([id, inward > 0]).toEqual([id, true]);
    }
  });

  test('lies flat as one strip without overlaps, the floor below its wall', () => {
    const places = [...layOutSheet(site, 'w0').values()];
    expect(new Set(places.map(({ island }) => island))).toEqual(new Set([0]));
    places.forEach((a, index) =>
      places.slice(index + 1).forEach((b) => expect(doBoxesOverlap(a.bounds, b.bounds)).toBe(false)),
    );
    expect(unionOf(places.map(({ bounds }) => bounds))).toMatchObject({
      minX: 0,
      maxX: 14000,
      minY: -3000,
      maxY: 2500,
    });
  });

  test('starts an island where a face would cover another', () => {
    const crowded = room();
    const second = {
      id: 'again',
      a: { face: 'w1', edge: 0 },
      b: { face: 'floor2', edge: 2 },
      towardViewerDeg: 90,
    };
    const wide = {
      ...crowded,
      faces: [...crowded.faces, wall('floor2', rectangle(3000, 4000))],
      folds: [...crowded.folds, second],
    };
    const places = layOutSheet(buildSite(wide), 'w0');
    // The second floor would lie beside the first without touching it: it has room.
    expect(places.get('floor2')?.island).toBe(0);
    const third = {
      id: 'third',
      a: { face: 'floor', edge: 1 },
      b: { face: 'flap', edge: 3 },
      towardViewerDeg: 0,
    };
    const covered = {
      ...wide,
      faces: [...wide.faces, wall('flap', rectangle(500, 3000))],
      folds: [...wide.folds, third],
    };
    expect(layOutSheet(buildSite(covered), 'w0').get('flap')?.island).toBe(1);
  });
});

describe('sites with something wrong', () => {
  test('name a face that nothing connects and an outline drawn the wrong way round', () => {
    const loose = plan({
      faces: [wall('w', rectangle(1000, 1000)), wall('far', [...rectangle(500, 500)].reverse())],
    });
    expect(buildSite(loose).problems).toEqual([
      { code: 'clockwise', face: 'far', fold: null, differenceMm: 0, angleDeg: 0 },
      { code: 'not-placed', face: 'far', fold: null, differenceMm: 0, angleDeg: 0 },
    ]);
  });
});

describe('polygons against a general geometry library', () => {
  /** Star-shaped outlines: corners at growing angles, so that no edge crosses another. */
  const outline = fc
    .array(fc.integer({ min: 200, max: 2000 }), { minLength: 3, maxLength: 12 })
    .map((radii) =>
      radii.map((radius, index): PointMm => {
        const angle = (2 * Math.PI * index) / radii.length;
        return [Math.round(radius * Math.cos(angle)), Math.round(radius * Math.sin(angle))];
      }),
    );

  test('agree on area', () => {
    fc.assert(
      fc.property(outline, (points) => {
        const theirs = new Polygon(points.map(([x, y]) => new Point(x, y))).area();
        expect(Math.abs(signedAreaMm2(points))).toBeCloseTo(theirs, 3);
      }),
      { seed: 21, numRuns: 200 },
    );
  });

  test('agree on inside and outside', () => {
    const point = fc.tuple(fc.integer({ min: -2100, max: 2100 }), fc.integer({ min: -2100, max: 2100 }));
    fc.assert(
      fc.property(outline, fc.array(point, { minLength: 20, maxLength: 20 }), (points, probes) => {
        const theirs = new Polygon(points.map(([x, y]) => new Point(x, y)));
        for (const [x, y] of probes) {
          expect(isInside([x, y], points)).toBe(theirs.contains(new Point(x, y)));
        }
      }),
      { seed: 22, numRuns: 150 },
    );
  });

  test('grow a box on every side', () => {
    const box = boundsOf([
      [10, 20],
      [30, 5],
    ]);
    expect(growBox(box, 5)).toEqual({ minX: 5, minY: 0, maxX: 35, maxY: 25 });
  });
});
