import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clipPolygon, clipToBox, type AxisBox, type HalfSpace } from './clip.ts';
import type { Vec3 } from './vec3.ts';

/** The six half-spaces of a box; ends at infinity bound nothing. */
function halfSpacesOf({ x, y, z }: AxisBox): HalfSpace[] {
  return ([x, y, z] as const).flatMap(([from, to], axis) => {
    const normal: Vec3 = [Number(axis === 0), Number(axis === 1), Number(axis === 2)];
    const away: Vec3 = [-normal[0], -normal[1], -normal[2]];
    return [
      ...(Number.isFinite(to) ? [{ normal, offset: to }] : []),
      ...(Number.isFinite(from) ? [{ normal: away, offset: -from }] : []),
    ];
  });
}

const part = fc.integer({ min: -20, max: 20 });
const polygon = fc
  .tuple(fc.tuple(part, part, part), fc.tuple(part, part, part), fc.tuple(part, part, part))
  // A parallelogram is flat whatever its corners are.
  .map(([a, b, c]): Vec3[] => [a, b, [b[0] + c[0] - a[0], b[1] + c[1] - a[1], b[2] + c[2] - a[2]], c]);
const span = fc
  .tuple(fc.oneof(part, fc.constant(-Infinity)), fc.oneof(part, fc.constant(Infinity)))
  .filter(([from, to]) => from <= to);

describe('clipToBox', () => {
  test('gives the polygon that the six half-spaces of the box give', () => {
    fc.assert(
      fc.property(polygon, span, span, span, (points, x, y, z) => {
        const box = { x, y, z };
        const [ours, theirs] = [clipToBox(points, box), clipPolygon(points, halfSpacesOf(box))];
        expect(ours.length).toBe(theirs.length);
        ours.forEach((point, index) =>
          point.forEach((value, axis) => expect(value).toBeCloseTo(theirs[index]?.[axis] ?? NaN, 6)),
        );
      }),
      { seed: 5, numRuns: 400 },
    );
  });

  test('keeps what touches the box, and has nothing of what is beyond or of nothing', () => {
    const square: Vec3[] = [
      [0, 0, 0],
      [10, 0, 0],
      [10, 10, 0],
      [0, 10, 0],
    ];
    const everywhere = [-Infinity, Infinity] as const;
    const from = (x: number) => ({ x: [x, Infinity], y: everywhere, z: everywhere }) as const;
    expect(clipToBox(square, from(0))).toEqual(square);
    expect(new Set(clipToBox(square, from(10)).map(([x]) => x))).toEqual(new Set([10]));
    expect(clipToBox(square, from(10.1))).toEqual([]);
    expect(clipToBox([], from(0))).toEqual([]);
  });
});
