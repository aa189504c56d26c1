import { clipToBox, type AxisBox } from './clip.ts';
import { distanceOfSegments } from './oriented-box.ts';
import { cross, dot, scale, sub, type Vec3 } from './vec3.ts';

/**
 * The shortest distance from a box along the axes to a flat convex polygon, mm; 0 where they touch or meet. Exact: the
 * nearest points of two that are apart are a corner and a point of the other, or lie on an edge of each.
 */
export function distanceFromBoxMm(box: AxisBox, polygon: readonly Vec3[]): number {
  if (polygon.length < 3) return Infinity;
  if (clipToBox(polygon, box).length > 0) return 0;
  const corners = cornersOf(box);
  let least = Infinity;
  for (const point of polygon) least = Math.min(least, pointToBoxMm(point, box));
  polygon.forEach((to, index) => {
    const from = polygon[(index + polygon.length - 1) % polygon.length] ?? to;
    for (const [a, b] of EDGES) {
      const [start, end] = [corners[a], corners[b]];
      if (start !== undefined && end !== undefined)
        least = Math.min(least, distanceOfSegments(start, end, from, to));
    }
  });
  for (const corner of corners) least = Math.min(least, pointToInsideMm(corner, polygon));
  return least;
}

/** Pairs of corner indices of a box’s twelve edges; bit n of an index says at which end of axis n the corner is. */
const EDGES = [1, 2, 4].flatMap((bit) =>
  [0, 1, 2, 3, 4, 5, 6, 7]
    .filter((index) => (index & bit) === 0)
    .map((index) => [index, index | bit] as const),
);

function cornersOf({ x, y, z }: AxisBox): Vec3[] {
  return Array.from({ length: 8 }, (_, index): Vec3 => [
    x[index & 1 ? 1 : 0],
    y[index & 2 ? 1 : 0],
    z[index & 4 ? 1 : 0],
  ]);
}

function pointToBoxMm([px, py, pz]: Vec3, { x, y, z }: AxisBox): number {
  const beyond = (at: number, [from, to]: readonly [number, number]) => Math.max(from - at, 0, at - to);
  return Math.hypot(beyond(px, x), beyond(py, y), beyond(pz, z));
}

/** From a point square to the plane of a convex polygon where it meets the polygon’s inside; else infinity. */
function pointToInsideMm(point: Vec3, polygon: readonly Vec3[]): number {
  const [a, b, c] = polygon;
  if (a === undefined || b === undefined || c === undefined) return Infinity;
  const across = cross(sub(b, a), sub(c, a));
  const length = Math.hypot(...across);
  if (length === 0) return Infinity;
  const normal = scale(across, 1 / length);
  const isInside = polygon.every((to, index) => {
    const from = polygon[(index + polygon.length - 1) % polygon.length] ?? to;
    return dot(cross(sub(to, from), sub(point, from)), normal) >= 0;
  });
  return isInside ? Math.abs(dot(sub(point, a), normal)) : Infinity;
}
