import { describe, expect, test } from '@jest/globals';
import { Matrix4, Vector3 } from 'three';
import { plan, rectangle, wall } from '../test/plans.ts';
import type { Plan } from '../plan/plan.ts';
import type { PointMm } from '../plan/values.ts';
import { siteFromFace, type Frame } from '../geometry/frame.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { isBoxInside, isInside } from '../geometry/polygon.ts';
import { buildSite, mirrored } from './site.ts';
import { faceFromSheet, layOutSheet, sheetFromFace } from './sheet.ts';

const FOLD_DEG = 59.7;

/** A wall, a slope folded over its top, and the slope’s other side. */
function shed(towardViewerDeg = FOLD_DEG): Plan {
  return plan({
    faces: [
      wall('w', rectangle(4000, 2400)),
      wall('slope', rectangle(4000, 3000)),
      wall('top', [], { side: 'outside', shape: { kind: 'reverse', of: 'slope' } }),
    ],
    folds: [{ id: 'f', a: { face: 'w', edge: 2 }, b: { face: 'slope', edge: 0 }, towardViewerDeg }],
  });
}

function frameOf(of: Plan, id: string): Frame {
  const frame = buildSite(of).frames.get(id);
  if (frame === undefined) throw new Error(id);
  return frame;
}

describe('frames', () => {
  test.each([0, 30, FOLD_DEG, 90, -45])('agree with a 3-D library’s rotation for a fold of %d°', (deg) => {
    // The slope’s datum lies on the wall’s upper left corner; three.js turns it about the shared edge.
    const turn = new Matrix4()
      .makeTranslation(0, 0, 2400)
      .multiply(new Matrix4().makeRotationX((deg * Math.PI) / 180))
      .multiply(new Matrix4().makeBasis(new Vector3(1, 0, 0), new Vector3(0, 0, 1), new Vector3(0, -1, 0)));
    const frame = frameOf(shed(deg), 'slope');
    for (const [x, y] of [
      [0, 0],
      [4000, 0],
      [1234, 2100],
      [0, 3000],
    ] as PointMm[]) {
      const expected = new Vector3(x, y, 0).applyMatrix4(turn);
      const got = siteFromFace(frame, [x, y]);
      expect(got[0]).toBeCloseTo(expected.x, 6);
      expect(got[1]).toBeCloseTo(expected.y, 6);
      expect(got[2]).toBeCloseTo(expected.z, 6);
    }
  });

  test('put a point and its mirror image one thickness apart, square through the face', () => {
    const of = shed();
    const slope = buildSite(of).faces.get('slope');
    if (slope === undefined) throw new Error('slope');
    const front = siteFromFace(frameOf(of, 'slope'), [700, 900]);
    const back = siteFromFace(frameOf(of, 'top'), mirrored(slope, [700, 900]));
    expect(mirrored(slope, [700, 900])).toEqual([3300, 900]);
    expect(new Vector3(...front).distanceTo(new Vector3(...back))).toBeCloseTo(20, 9);
  });

  test('refuse a fold of unequal edges and say by how much', () => {
    const uneven = shed();
    const faces = uneven.faces.map((face) =>
      face.id === 'slope' ? wall('slope', rectangle(3900, 3000)) : face,
    );
    const site = buildSite({ ...uneven, faces });
    expect(site.problems).toContainEqual({
      code: 'fold-length',
      angleDeg: 0,
      face: 'slope',
      fold: 'f',
      differenceMm: -100,
    });
    expect(site.frames.has('slope')).toBe(false);
  });
});

describe('layOutSheet', () => {
  test('keeps straight lengths over a fold as long as the 3-D geodesic', () => {
    const of = shed();
    const site = buildSite(of);
    const places = layOutSheet(site, 'w');
    const [wallPlace, slopePlace] = [places.get('w'), places.get('slope')];
    if (wallPlace === undefined || slopePlace === undefined) throw new Error('places');
    for (const [a, b] of [
      [
        [300, 500],
        [3500, 2500],
      ],
      [
        [2000, 2300],
        [2100, 100],
      ],
      [
        [3900, 0],
        [50, 2999],
      ],
    ] as [PointMm, PointMm][]) {
      const [ax, ay] = sheetFromFace(wallPlace, a);
      const [bx, by] = sheetFromFace(slopePlace, b);
      const unfoldedMm = Math.hypot(bx - ax, by - ay);
      expect(unfoldedMm).toBeCloseTo(geodesicMm(frameOf(of, 'w'), a, frameOf(of, 'slope'), b), 5);
    }
  });

  test('sets reverses beside without covering anything, and maps there and back', () => {
    const places = layOutSheet(buildSite(shed()), 'w');
    const top = places.get('top');
    if (top === undefined) throw new Error('top');
    expect(top.island).toBe(1);
    expect(top.bounds.minX).toBeGreaterThan(4000);
    const [x, y] = faceFromSheet(top, sheetFromFace(top, [123, 456]));
    expect([x, y]).toEqual([expect.closeTo(123, 9), expect.closeTo(456, 9)]);
  });
});

/** The shortest way over the shared edge in 3-D, by golden-section search of the crossing point. */
function geodesicMm(frameA: Frame, a: PointMm, frameB: Frame, b: PointMm): number {
  const from = new Vector3(...siteFromFace(frameA, a));
  const to = new Vector3(...siteFromFace(frameB, b));
  const length = (x: number) => {
    const crossing = new Vector3(...siteFromFace(frameA, [x, 2400]));
    return from.distanceTo(crossing) + crossing.distanceTo(to);
  };
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [0, 4000];
  for (let step = 0; step < 100; step++) {
    const [left, right] = [high - ratio * (high - low), low + ratio * (high - low)];
    if (length(left) < length(right)) high = right;
    else low = left;
  }
  return length((low + high) / 2);
}

describe('polygons', () => {
  const gable: PointMm[] = [
    [0, 0],
    [4000, 0],
    [4000, 2000],
    [2000, 3500],
    [0, 2000],
  ];

  test('measure area by the triangle and rectangle they are made of', () => {
    expect(signedAreaMm2(gable)).toBe(4000 * 2000 + (4000 * 1500) / 2);
  });

  test('tell inside, border and outside', () => {
    expect(isInside([2000, 3400], gable)).toBe(true);
    expect(isInside([2000, 3500], gable)).toBe(true);
    expect(isInside([0, 1000], gable)).toBe(true);
    expect(isInside([200, 3000], gable)).toBe(false);
  });

  test('refuse a box that pokes through a slope or over a notch', () => {
    expect(isBoxInside({ minX: 1500, minY: 2000, maxX: 2500, maxY: 3000 }, gable)).toBe(true);
    expect(isBoxInside({ minX: 200, minY: 1500, maxX: 900, maxY: 2600 }, gable)).toBe(false);
    const notched: PointMm[] = [
      [0, 0],
      [1000, 0],
      [1000, 1000],
      [600, 1000],
      [500, 300],
      [400, 1000],
      [0, 1000],
    ];
    expect(isBoxInside({ minX: 100, minY: 100, maxX: 900, maxY: 900 }, notched)).toBe(false);
  });
});
