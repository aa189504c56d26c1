import { byIdentity } from '../derive/by-identity.ts';
import { gapOfSpans, TOUCH_MM } from '../quantity/compare.ts';
import { distanceToSegmentMm, doSegmentsCross, edgesOf } from './segments.ts';
import type { PointMm } from './point.ts';

export type BoxMm = {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
};

export function boundsOf(points: readonly PointMm[]): BoxMm {
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const [x, y] of points) {
    if (x < minX) minX = x;
    if (x > maxX) maxX = x;
    if (y < minY) minY = y;
    if (y > maxY) maxY = y;
  }
  return { minX, minY, maxX, maxY };
}

/** Whether the point is inside or on the outline (within TOUCH_MM). Ray casting with a border test first. */
export function isInside([x, y]: PointMm, points: readonly PointMm[]): boolean {
  let inside = false;
  for (const [[ax, ay], [bx, by]] of edgesOf(points)) {
    if (distanceToSegmentMm([x, y], [ax, ay], [bx, by]) <= TOUCH_MM) return true;
    if (ay > y !== by > y && x < ax + ((y - ay) / (by - ay)) * (bx - ax)) inside = !inside;
  }
  return inside;
}

/** The box an outline is, when it is an upright rectangle; null for any other. Worked out once for an outline. */
const findRectangle = byIdentity((points: readonly PointMm[]): BoxMm | null => {
  const isUpright =
    points.length === 4 &&
    edgesOf(points).every(([[ax, ay], [bx, by]], index, edges) => {
      const next = edges[(index + 1) % 4];
      if (next === undefined) return false;
      const [[cx, cy], [dx, dy]] = next;
      // Each side runs along an axis, and the next along the other.
      return (ax === bx && cy === dy) || (ay === by && cx === dx);
    });
  return isUpright ? boundsOf(points) : null;
});

/** Whether the whole box lies inside the outline, touching allowed. */
export function isBoxInside(box: BoxMm, points: readonly PointMm[]): boolean {
  const rectangle = findRectangle(points);
  if (rectangle !== null) return isBoxWithin(box, rectangle);
  // Less a touch all round, so that a box flush with a slanting edge cuts nothing.
  const { minX, minY, maxX, maxY } = growBox(box, -TOUCH_MM);
  const corners: PointMm[] = [
    [minX, minY],
    [maxX, minY],
    [maxX, maxY],
    [minX, maxY],
  ];
  if (!corners.every((corner) => isInside(corner, points))) return false;
  const boxEdges = edgesOf(corners);
  const cuts = edgesOf(points).some(([a, b]) => boxEdges.some(([c, d]) => doSegmentsCross(a, b, c, d)));
  const notch = points.some(([x, y]) => x > minX && x < maxX && y > minY && y < maxY);
  return !cuts && !notch;
}

/** Whether the whole of a box lies in another, touching allowed. */
export function isBoxWithin(inner: BoxMm, outer: BoxMm): boolean {
  return (
    inner.minX >= outer.minX - TOUCH_MM &&
    inner.minY >= outer.minY - TOUCH_MM &&
    inner.maxX <= outer.maxX + TOUCH_MM &&
    inner.maxY <= outer.maxY + TOUCH_MM
  );
}

/** The gap between two boxes along the wall; negative where they overlap in it, 0 where they touch. */
export function gapAcrossMm(a: BoxMm, b: BoxMm): number {
  return gapOfSpans([a.minX, a.maxX], [b.minX, b.maxX]);
}

/** The gap between two boxes up the wall; negative where they overlap in it, 0 where they touch. */
export function gapUpMm(a: BoxMm, b: BoxMm): number {
  return gapOfSpans([a.minY, a.maxY], [b.minY, b.maxY]);
}

/** Whether the insides of two boxes share more than a touch. Of two that do not, one of the two gaps is 0 or more. */
export function doBoxesOverlap(a: BoxMm, b: BoxMm): boolean {
  return gapAcrossMm(a, b) < 0 && gapUpMm(a, b) < 0;
}

export function growBox(box: BoxMm, byMm: number): BoxMm {
  return { minX: box.minX - byMm, minY: box.minY - byMm, maxX: box.maxX + byMm, maxY: box.maxY + byMm };
}

/** How wide and high a box is, mm. */
export function sizeOfBox(box: BoxMm): { readonly widthMm: number; readonly heightMm: number } {
  return { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY };
}
