import { add, dot, scale, sub, type Vec3 } from './vec3.ts';

/** A half-space: the points p with normal · p ≤ offset. The normal need not be a unit vector. */
export type HalfSpace = { readonly normal: Vec3; readonly offset: number };

/**
 * The part of a flat polygon inside every half-space (Sutherland and Hodgman 1974). A convex polygon gives its exact
 * part; of one that is not, the parts hang together by edges along the border. Empty where nothing is left.
 */
export function clipPolygon(polygon: readonly Vec3[], spaces: readonly HalfSpace[]): Vec3[] {
  let points = [...polygon];
  for (const { normal, offset } of spaces) {
    const kept: Vec3[] = [];
    points.forEach((to, index) => {
      const from = points[(index + points.length - 1) % points.length] ?? to;
      const [before, after] = [dot(normal, from) - offset, dot(normal, to) - offset];
      if (before > 0 !== after > 0) kept.push(add(from, scale(sub(to, from), before / (before - after))));
      if (after <= 0) kept.push(to);
    });
    points = kept;
    if (points.length === 0) return [];
  }
  return points;
}

/** A box of space along three axes, mm; an end at infinity bounds nothing. */
export type AxisBox = {
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
  readonly z: readonly [number, number];
};

/**
 * The part of a flat polygon inside a box, what `clipPolygon` gives for the box’s six half-spaces. Most polygons lie wholly
 * within or without along an axis: they are told by their bounds, and only what crosses an end is cut.
 */
export function clipToBox(polygon: readonly Vec3[], { x, y, z }: AxisBox): readonly Vec3[] {
  const alongX = clipAlong(polygon, 0, x[0], x[1]);
  if (alongX.length === 0) return alongX;
  const alongY = clipAlong(alongX, 1, y[0], y[1]);
  return alongY.length === 0 ? alongY : clipAlong(alongY, 2, z[0], z[1]);
}

const NOTHING: readonly Vec3[] = [];

function clipAlong(points: readonly Vec3[], axis: 0 | 1 | 2, from: number, to: number): readonly Vec3[] {
  let [least, most] = [Infinity, -Infinity];
  for (const point of points) {
    const at = point[axis];
    if (at < least) least = at;
    if (at > most) most = at;
  }
  if (least > to || most < from || points.length === 0) return NOTHING;
  let kept = points;
  if (most > to) kept = cutAt(kept, axis, to, 1);
  if (least < from) kept = cutAt(kept, axis, from, -1);
  return kept;
}

/** One cut of Sutherland and Hodgman square to an axis: keeps what is not beyond `at` in the direction of `sign`. */
function cutAt(points: readonly Vec3[], axis: 0 | 1 | 2, at: number, sign: 1 | -1): Vec3[] {
  const kept: Vec3[] = [];
  let from = points[points.length - 1];
  if (from === undefined) return kept;
  let before = (from[axis] - at) * sign;
  for (const to of points) {
    const after = (to[axis] - at) * sign;
    if (before > 0 !== after > 0) {
      const part = before / (before - after);
      kept.push([
        from[0] + (to[0] - from[0]) * part,
        from[1] + (to[1] - from[1]) * part,
        from[2] + (to[2] - from[2]) * part,
      ]);
    }
    if (after <= 0) kept.push(to);
    from = to;
    before = after;
  }
  return kept;
}
