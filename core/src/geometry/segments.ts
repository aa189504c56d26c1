import type { PointMm } from './point.ts';

/** The edges of a closed outline, from corner n to corner n + 1. */
export function edgesOf(points: readonly PointMm[]): readonly (readonly [PointMm, PointMm])[] {
  return points.map((point, index) => [point, points[(index + 1) % points.length] ?? point]);
}

/** Shoelace formula: positive for a counter-clockwise outline, mm². */
export function signedAreaMm2(points: readonly PointMm[]): number {
  return edgesOf(points).reduce((sum, [[ax, ay], [bx, by]]) => sum + (ax * by - bx * ay) / 2, 0);
}

export function distanceToSegmentMm([px, py]: PointMm, [ax, ay]: PointMm, [bx, by]: PointMm): number {
  const dx = bx - ax;
  const dy = by - ay;
  const lengthSquared = dx * dx + dy * dy;
  const along = lengthSquared === 0 ? 0 : ((px - ax) * dx + (py - ay) * dy) / lengthSquared;
  const clamped = Math.max(0, Math.min(1, along));
  return Math.hypot(px - ax - clamped * dx, py - ay - clamped * dy);
}

/** Whether two segments cross at a point inside both; touching at an end does not count. */
export function doSegmentsCross(a: PointMm, b: PointMm, c: PointMm, d: PointMm): boolean {
  const side = (p: PointMm, q: PointMm, r: PointMm) =>
    (q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]);
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}
