import type { PointMm } from './point.ts';

/** Points nearer to a side than this are on it, not inside, mm. */
const ON_SIDE_MM = 0.002;

/**
 * The part of an upright (axis 0: x = at) or level (axis 1: y = at) line that lies inside a convex polygon, by more than a
 * touch: from and to along the line, mm; null where none does.
 */
export function sliceOf(
  polygon: readonly PointMm[],
  axis: 0 | 1,
  at: number,
): readonly [number, number] | null {
  let [low, high] = [Infinity, -Infinity];
  let [before, after] = [Infinity, -Infinity];
  polygon.forEach((to, index) => {
    const from = polygon[(index + polygon.length - 1) % polygon.length] ?? to;
    const [a, b] = [from[axis], to[axis]];
    before = Math.min(before, b);
    after = Math.max(after, b);
    if (a === b || at < Math.min(a, b) || at > Math.max(a, b)) return;
    const [c, d] = [from[axis === 0 ? 1 : 0], to[axis === 0 ? 1 : 0]];
    const along = c + ((d - c) * (at - a)) / (b - a);
    low = Math.min(low, along);
    high = Math.max(high, along);
  });
  const isOnSide = at <= before + ON_SIDE_MM || at >= after - ON_SIDE_MM;
  return isOnSide || high - low <= 2 * ON_SIDE_MM ? null : [low + ON_SIDE_MM, high - ON_SIDE_MM];
}

/** Whether a point lies inside a convex polygon, by more than a touch. */
export function isInConvex([x, y]: PointMm, polygon: readonly PointMm[]): boolean {
  const slice = sliceOf(polygon, 0, x);
  const level = sliceOf(polygon, 1, y);
  return slice !== null && level !== null && y > slice[0] && y < slice[1] && x > level[0] && x < level[1];
}
