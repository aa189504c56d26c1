import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Box3, Euler, Matrix4, Vector3 } from 'three';
import { OBB } from 'three/examples/jsm/math/OBB.js';
import { clipPolygon } from './clip.ts';
import { ROOT_FRAME } from './frame.ts';
import {
  aroundBox,
  boxOnFace,
  cornersOfBox,
  distanceBetweenBoxesMm,
  facesOfBox,
  overlapDepthMm,
  type OrientedBox,
} from './oriented-box.ts';
import { add, dot, scale, sub, type Vec3 } from './vec3.ts';

function turned(centre: Vec3, half: Vec3, [x, y, z]: Vec3): OrientedBox {
  const e = new Matrix4().makeRotationFromEuler(new Euler(x, y, z)).elements;
  return {
    centre,
    half,
    axes: [
      [e[0], e[1], e[2]],
      [e[4], e[5], e[6]],
      [e[8], e[9], e[10]],
    ],
  };
}

const boxes = fc
  .tuple(...Array.from({ length: 9 }, () => fc.double({ min: 0, max: 1, noNaN: true })))
  .map((values) => {
    const at = (index: number) => values[index] ?? 0;
    return turned(
      [at(0) * 400 - 200, at(1) * 400 - 200, at(2) * 400 - 200],
      [10 + at(3) * 90, 10 + at(4) * 90, 10 + at(5) * 90],
      [at(6) * 6.28, at(7) * 6.28, at(8) * 6.28],
    );
  });

/** The nearest point of a box to a point. */
function nearestIn({ centre, axes, half }: OrientedBox, point: Vec3): Vec3 {
  const from = sub(point, centre);
  return axes.reduce<Vec3>((sum, axis, index) => {
    const reach = half[index] ?? 0;
    return add(sum, scale(axis, Math.min(reach, Math.max(-reach, dot(from, axis)))));
  }, centre);
}

/** Alternating projections between two convex sets end at their nearest points (Cheney and Goldstein 1959). */
function byProjections(a: OrientedBox, b: OrientedBox): number {
  let [p, q] = [a.centre, b.centre];
  for (let round = 0; round < 4000; round++) {
    p = nearestIn(a, q);
    q = nearestIn(b, p);
  }
  return Math.hypot(...sub(p, q));
}

function obb({ centre, axes, half }: OrientedBox): OBB {
  const [x, y, z] = axes.map((axis) => new Vector3(...axis)) as [Vector3, Vector3, Vector3];
  const box = new OBB().fromBox3(new Box3(new Vector3(...scale(half, -1)), new Vector3(...half)));
  return box.applyMatrix4(new Matrix4().makeBasis(x, y, z).setPosition(...centre));
}

describe('boxes in space', () => {
  test('stand on a face from their back to their front', () => {
    const box = boxOnFace(ROOT_FRAME, { minX: 100, maxX: 300, minY: 50, maxY: 90 }, 10, 60);
    // The root faces −y: what stands out from it has smaller y.
    const { min, max } = aroundBox(box);
    [100, -60, 50].forEach((at, axis) => expect(min[axis]).toBeCloseTo(at, 9));
    [300, -10, 90].forEach((at, axis) => expect(max[axis]).toBeCloseTo(at, 9));
    expect(cornersOfBox(box)).toHaveLength(8);
    expect(facesOfBox(box).map((face) => face.length)).toEqual([4, 4, 4, 4, 4, 4]);
  });

  test('are as far apart as alternating projections find, to a thousandth of their size', () => {
    fc.assert(
      fc.property(boxes, boxes, (a, b) => {
        const distance = distanceBetweenBoxesMm(a, b);
        expect(Math.abs(distance - byProjections(a, b))).toBeLessThan(0.5);
        expect(distanceBetweenBoxesMm(b, a)).toBeCloseTo(distance, 6);
      }),
      { seed: 4, numRuns: 60 },
    );
  });

  test('stand in each other where the oriented boxes of a 3-D library do', () => {
    fc.assert(
      fc.property(boxes, boxes, (a, b) => {
        const depth = overlapDepthMm(a, b);
        fc.pre(Math.abs(depth) > 1e-3);
        expect(depth > 0).toBe(obb(a).intersectsOBB(obb(b)));
        if (depth > 0) expect(distanceBetweenBoxesMm(a, b)).toBe(0);
      }),
      { seed: 5, numRuns: 400 },
    );
  });

  test('touching is neither apart nor in each other', () => {
    const a = turned([0, 0, 0], [10, 10, 10], [0, 0, 0]);
    const b = turned([20, 0, 0], [10, 10, 10], [0, 0, 0]);
    expect(overlapDepthMm(a, b)).toBe(0);
    expect(distanceBetweenBoxesMm(a, b)).toBe(0);
    expect(distanceBetweenBoxesMm(a, { ...b, centre: [23, 24, 0] })).toBeCloseTo(5, 9);
  });
});

describe('clipPolygon', () => {
  test('keeps the part of a face before a plane, and nothing where all of it is behind', () => {
    const square: Vec3[] = [[0, 0, 0], [10, 0, 0], [10, 10, 0], [0, 10, 0]]; // prettier-ignore
    const cut = clipPolygon(square, [{ normal: [1, 1, 0], offset: 5 }]);
    expect(cut).toEqual(expect.arrayContaining([[0, 0, 0], [5, 0, 0], [0, 5, 0]])); // prettier-ignore
    expect(cut).toHaveLength(3);
    expect(clipPolygon(square, [{ normal: [0, 0, 1], offset: -1 }])).toEqual([]);
    expect(clipPolygon([], [])).toEqual([]);
  });
});
