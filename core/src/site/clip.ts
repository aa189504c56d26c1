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
