import { byIdentity } from '../derive/by-identity.ts';
import earcut from 'earcut';
import type { PointMm } from './point.ts';

/** An outline as triangles that together cover it just once; a triangle is its own. Cutting a triangle is exact. */
export function trianglesOf(outline: readonly PointMm[]): (readonly [PointMm, PointMm, PointMm])[] {
  const indices = earcut(outline.flat());
  const at = (index: number | undefined): PointMm => {
    const point = index === undefined ? undefined : outline[index];
    if (point === undefined) throw new Error('A triangle has a corner that its outline lacks.');
    return point;
  };
  return Array.from({ length: indices.length / 3 }, (_, triangle) => [
    at(indices[triangle * 3]),
    at(indices[triangle * 3 + 1]),
    at(indices[triangle * 3 + 2]),
  ]);
}

/** Whether an outline turns the same way at every corner: then it can be cut as it is. */
export function isConvex(outline: readonly PointMm[]): boolean {
  const count = outline.length;
  let sign = 0;
  for (let index = 0; index < count; index++) {
    const [a, b, c] = [outline[index], outline[(index + 1) % count], outline[(index + 2) % count]];
    if (a === undefined || b === undefined || c === undefined) continue;
    const turn = Math.sign((b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]));
    if (turn !== 0 && sign !== 0 && turn !== sign) return false;
    if (turn !== 0) sign = turn;
  }
  return true;
}

/** An outline as parts without notches, so that each can be cut exactly: itself, or its triangles. Worked out once. */
export const convexParts = byIdentity((outline: readonly PointMm[]): readonly (readonly PointMm[])[] =>
  isConvex(outline) ? [outline] : trianglesOf(outline),
);
