import type { PointMm } from './point.ts';
import type { BoxMm } from './polygon.ts';

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
  const reach = reachAlong(polygon, axis, at);
  if (reach === null) return null;
  const [low, high] = reach;
  const across = polygon.map((point) => point[axis]);
  const isOnSide = at <= Math.min(...across) + ON_SIDE_MM || at >= Math.max(...across) - ON_SIDE_MM;
  return isOnSide || high - low <= 2 * ON_SIDE_MM ? null : [low + ON_SIDE_MM, high - ON_SIDE_MM];
}

/** Whether a point lies inside a convex polygon, by more than a touch. */
export function isInConvex([x, y]: PointMm, polygon: readonly PointMm[]): boolean {
  const slice = sliceOf(polygon, 0, x);
  const level = sliceOf(polygon, 1, y);
  return slice !== null && level !== null && y > slice[0] && y < slice[1] && x > level[0] && x < level[1];
}

/** Sides nearer to each other than this along a line make no slab of their own, mm. */
const SLAB_MM = 1e-9;

/**
 * From and to of a convex polygon along an upright (axis 0: x = at) or level (axis 1: y = at) line, its border counted, mm; null
 * where the line does not meet it, or only runs along a side.
 */
export function reachAlong(
  polygon: readonly PointMm[],
  axis: 0 | 1,
  at: number,
): readonly [number, number] | null {
  const across = axis === 0 ? 1 : 0;
  let [low, high] = [Infinity, -Infinity];
  let from = polygon[polygon.length - 1];
  if (from === undefined) return null;
  for (const to of polygon) {
    if (
      Math.min(from[axis], to[axis]) <= at &&
      at <= Math.max(from[axis], to[axis]) &&
      from[axis] !== to[axis]
    ) {
      const along =
        from[across] + ((to[across] - from[across]) * (at - from[axis])) / (to[axis] - from[axis]);
      low = Math.min(low, along);
      high = Math.max(high, along);
    }
    from = to;
  }
  return high < low ? null : [low, high];
}

/** Where two sides cross, along x; null where they do not. */
function crossingX(a: PointMm, b: PointMm, c: PointMm, d: PointMm): number | null {
  const [ux, uy, vx, vy] = [b[0] - a[0], b[1] - a[1], d[0] - c[0], d[1] - c[1]];
  const turn = ux * vy - uy * vx;
  if (turn === 0) return null;
  const s = ((c[0] - a[0]) * vy - (c[1] - a[1]) * vx) / turn;
  const t = ((c[0] - a[0]) * uy - (c[1] - a[1]) * ux) / turn;
  return s >= 0 && s <= 1 && t >= 0 && t <= 1 ? a[0] + s * ux : null;
}

/**
 * How much convex polygons cover together, what lies under several of them counted once, mm². Exact: between one corner or
 * crossing and the next, every side is straight and their order is one, so that each slab is as wide as at its middle.
 */
export function unionAreaMm2(polygons: readonly (readonly PointMm[])[]): number {
  const sides = polygons.map((polygon) =>
    polygon.map((to, index) => [polygon[(index + polygon.length - 1) % polygon.length] ?? to, to] as const),
  );
  const breaks = polygons.flatMap((polygon) => polygon.map(([x]) => x));
  sides.forEach((mine, index) => {
    for (const theirs of sides.slice(index + 1))
      for (const [a, b] of mine)
        for (const [c, d] of theirs) {
          const x = crossingX(a, b, c, d);
          if (x !== null) breaks.push(x);
        }
  });
  breaks.sort((a, b) => a - b);
  let area = 0;
  for (const [index, to] of breaks.entries()) {
    const from = breaks[index - 1];
    if (from === undefined || to - from < SLAB_MM) continue;
    const middle = (from + to) / 2;
    const reaches = polygons
      .flatMap((polygon) => {
        const reach = reachAlong(polygon, 0, middle);
        return reach === null ? [] : [reach];
      })
      .sort((a, b) => a[0] - b[0]);
    let covered = 0;
    let end = -Infinity;
    for (const [low, high] of reaches) {
      if (high <= end) continue;
      covered += high - Math.max(low, end);
      end = high;
    }
    area += covered * (to - from);
  }
  return area;
}

/** The part of a convex polygon in an upright box, as it goes round; empty where there is none. */
export function clipToRect(
  polygon: readonly PointMm[],
  { minX, minY, maxX, maxY }: BoxMm,
): readonly PointMm[] {
  const wide = cutToSpan(polygon, 0, minX, maxX);
  return wide.length === 0 ? wide : cutToSpan(wide, 1, minY, maxY);
}

/** What lies between two upright (axis 0) or two level lines; itself where all does. */
function cutToSpan(polygon: readonly PointMm[], axis: 0 | 1, from: number, to: number): readonly PointMm[] {
  let [least, most] = [Infinity, -Infinity];
  for (const point of polygon) {
    const at = point[axis];
    if (at < least) least = at;
    if (at > most) most = at;
  }
  if (least >= to || most <= from) return NOTHING;
  const upTo = most > to ? cutAt(polygon, axis, to, 1) : polygon;
  return least < from ? cutAt(upTo, axis, from, -1) : upTo;
}

/** What is not beyond a level or an upright line, in the direction of the sign. */
function cutAt(polygon: readonly PointMm[], axis: 0 | 1, at: number, sign: 1 | -1): PointMm[] {
  const kept: PointMm[] = [];
  let from = polygon[polygon.length - 1];
  if (from === undefined) return kept;
  let before = (from[axis] - at) * sign;
  for (const to of polygon) {
    const after = (to[axis] - at) * sign;
    if (before > 0 !== after > 0) {
      const part = before / (before - after);
      kept.push([from[0] + (to[0] - from[0]) * part, from[1] + (to[1] - from[1]) * part]);
    }
    if (after <= 0) kept.push(to);
    from = to;
    before = after;
  }
  return kept;
}

const NOTHING: readonly PointMm[] = [];
