import { clipToRect, unionAreaMm2 } from '../geometry/convex.ts';
import type { PointMm } from '../geometry/point.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { dot, sub, type Vec3 } from '../geometry/vec3.ts';
import type { ModulePlane } from './field-modules.ts';

/** A block that throws a shadow: its eight corners, the four of one end and then, in the same order, of the other. */
export type Block = readonly Vec3[];

/** A sun lower than this over a plane lights it by so little that its shadows are not drawn; a sine. */
const GRAZING = 0.02;
/** What of a block lies less above the plane than this throws nothing on it, mm. */
const ABOVE_MM = 1;

/**
 * The shadow of a block on the plane of a module, in mm right and up from the plane’s origin; null where none falls. Only what
 * of the block is above the plane throws any. The corners of a convex figure, counter-clockwise.
 */
export function shadowOn(plane: ModulePlane, block: Block, sun: Vec3): PointMm[] | null {
  const facing = dot(plane.normal, sun);
  if (facing < GRAZING) return null;
  const [along, upward] = [dot(plane.right, sun) / facing, dot(plane.up, sun) / facing];
  const local = block.map((corner) => {
    const off = sub(corner, plane.origin);
    return [dot(off, plane.right), dot(off, plane.up), dot(off, plane.normal)] as const;
  });
  const points: PointMm[] = [];
  const cast = (x: number, y: number, height: number) =>
    points.push([x - height * along, y - height * upward]);
  for (const [x, y, height] of local) if (height > ABOVE_MM) cast(x, y, height);
  if (points.length === 0) return null;
  if (points.length < local.length) {
    for (const [from, to] of EDGES) {
      const [a, b] = [local[from], local[to]];
      if (a === undefined || b === undefined || a[2] > ABOVE_MM === b[2] > ABOVE_MM) continue;
      const part = (ABOVE_MM - a[2]) / (b[2] - a[2]);
      cast(a[0] + (b[0] - a[0]) * part, a[1] + (b[1] - a[1]) * part, ABOVE_MM);
    }
  }
  const hull = hullOf(points);
  return hull.length < 3 ? null : hull;
}

const EDGES = [0, 1, 2, 3].flatMap((at): [number, number][] => [
  [at, (at + 1) % 4],
  [at + 4, ((at + 1) % 4) + 4],
  [at, at + 4],
]);

/** The convex hull, counter-clockwise. Andrew 1979. */
export function hullOf(points: readonly PointMm[]): PointMm[] {
  const sorted = [...points].sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const half = (all: readonly PointMm[]) => {
    const kept: PointMm[] = [];
    for (const point of all) {
      for (;;) {
        const [a, b] = [kept.at(-2), kept.at(-1)];
        if (a === undefined || b === undefined) break;
        if ((b[0] - a[0]) * (point[1] - a[1]) - (b[1] - a[1]) * (point[0] - a[0]) > 0) break;
        kept.pop();
      }
      kept.push(point);
    }
    kept.pop();
    return kept;
  };
  return [...half(sorted), ...half(sorted.reverse())];
}

/** How much of a box convex figures cover, mm²; what lies under several of them is counted once. */
export function coveredAreaMm2(figures: readonly (readonly PointMm[])[], box: BoxMm): number {
  const parts: (readonly PointMm[])[] = [];
  for (const figure of figures) {
    const part = clipToRect(figure, box);
    if (part.length > 2) parts.push(part);
  }
  const [only] = parts;
  if (only === undefined) return 0;
  return parts.length === 1 ? Math.abs(signedAreaMm2(only)) : unionAreaMm2(parts);
}
