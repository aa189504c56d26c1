import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Box3, Ray, Vector3 } from 'three';
import { signedAreaMm2 } from '../geometry/segments.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import type { ModulePlane } from './field-modules.ts';
import { coveredAreaMm2, hullOf, shadowOn } from './shadow.ts';

const level: ModulePlane = { origin: [0, 0, 0], right: [1, 0, 0], up: [0, 1, 0], normal: [0, 0, 1] };
const boxAt = ([x, y, z]: Vec3, [w, d, h]: Vec3): Vec3[] =>
  [z, z + h].flatMap((at): Vec3[] => [
    [x, y, at],
    [x + w, y, at],
    [x + w, y + d, at],
    [x, y + d, at],
  ]);
const unit = ([x, y, z]: Vec3): Vec3 => {
  const length = Math.hypot(x, y, z);
  return [x / length, y / length, z / length];
};
const tilted = (deg: number): ModulePlane => {
  const [cos, sin] = [Math.cos((deg * Math.PI) / 180), Math.sin((deg * Math.PI) / 180)];
  return { origin: [100, -50, 30], right: [1, 0, 0], up: [0, cos, sin], normal: [0, -sin, cos] };
};

describe('shadows on a module', () => {
  test('of a mast one metre high reach as far as the sun is low: cotangent of its elevation', () => {
    const mast = boxAt([0, 0, 0], [10, 10, 1000]);
    const shadow = shadowOn(level, mast, unit([0, -1, Math.tan((30 * Math.PI) / 180)])) ?? [];
    expect(Math.max(...shadow.map(([, y]) => y))).toBeCloseTo(10 + 1000 / Math.tan((30 * Math.PI) / 180), 3);
  });

  test('fall where a ray to the sun meets the block, by a general 3-D library, on any plane', () => {
    const size = fc.tuple(
      fc.integer({ min: 50, max: 900 }),
      fc.integer({ min: 50, max: 900 }),
      fc.integer({ min: 50, max: 2000 }),
    );
    const place = fc.tuple(
      fc.integer({ min: -900, max: 900 }),
      fc.integer({ min: -900, max: 900 }),
      fc.integer({ min: -400, max: 600 }),
    );
    const way = fc.tuple(
      fc.double({ min: -1, max: 1, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      fc.double({ min: 0.15, max: 1, noNaN: true }),
    );
    const spot = fc.tuple(fc.integer({ min: -900, max: 900 }), fc.integer({ min: -900, max: 900 }));
    let met = 0;
    fc.assert(
      fc.property(
        size,
        place,
        way,
        spot,
        fc.integer({ min: -40, max: 60 }),
        (whd, at, towards, [x, y], deg) => {
          const plane = tilted(deg);
          const sun = unit(towards);
          if (sun[0] * plane.normal[0] + sun[1] * plane.normal[1] + sun[2] * plane.normal[2] < 0.05) return;
          const shadow = shadowOn(plane, boxAt(at, whd), sun);
          const here = new Vector3(...plane.origin)
            .addScaledVector(new Vector3(...plane.right), x)
            .addScaledVector(new Vector3(...plane.up), y);
          // A touch off the plane, as the shadow counts only what stands above it.
          const start = here.clone().addScaledVector(new Vector3(...plane.normal), 1);
          const box = new Box3(
            new Vector3(...at),
            new Vector3(at[0] + whd[0], at[1] + whd[1], at[2] + whd[2]),
          );
          const isHit = new Ray(start, new Vector3(...sun)).intersectBox(box, new Vector3()) !== null;
          const cell = { minX: x - 3, minY: y - 3, maxX: x + 3, maxY: y + 3 };
          const part = shadow === null ? 0 : coveredAreaMm2([shadow], cell) / 36;
          // On the very border of a shadow either may be right.
          if (part > 0.001 && part < 0.999) return;
          const atStart = here
            .clone()
            .addScaledVector(
              new Vector3(...sun),
              1 / Math.max(0.05, new Vector3(...sun).dot(new Vector3(...plane.normal))),
            );
          if (box.distanceToPoint(atStart) < 8 && box.distanceToPoint(start) < 8) return;
          met += isHit ? 1 : 0;
          expect(part > 0.5).toBe(isHit);
        },
      ),
      { seed: 11, numRuns: 4000 },
    );
    expect(met).toBeGreaterThan(100);
  });

  test('fall from nothing that lies beneath the plane, and on nothing that looks away', () => {
    expect(shadowOn(level, boxAt([0, 0, -500], [100, 100, 400]), [0, 0, 1])).toBeNull();
    expect(shadowOn(level, boxAt([0, 0, 0], [100, 100, 400]), [0, 0, -1])).toBeNull();
  });

  test('cover of a box what their figures share', () => {
    const figure = hullOf([
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
      [5, 5],
    ]);
    expect(signedAreaMm2(figure)).toBe(100);
    expect(coveredAreaMm2([figure], { minX: 5, minY: -5, maxX: 20, maxY: 5 })).toBe(25);
    expect(coveredAreaMm2([figure], { minX: 10, minY: 0, maxX: 20, maxY: 5 })).toBe(0);
    expect(
      coveredAreaMm2(
        [
          hullOf([
            [0, 0],
            [4, 0],
            [0, 4],
          ]),
        ],
        { minX: 0, minY: 0, maxX: 2, maxY: 2 },
      ),
    ).toBe(4);
  });
});
