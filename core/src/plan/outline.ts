import { countOf, told, type Told } from '../quantity/told.ts';
// Geometry of outlines that the document itself depends on: what may be an outline at all.
import { distanceToSegmentMm, doSegmentsCross, edgesOf, signedAreaMm2 } from '../geometry/segments.ts';
import type { PointMm } from './values.ts';

/** Two corners closer than this are one corner: less than any mark on a wall. */
export const COINCIDENT_MM = 0.01;

/** A length to the nearest nanometre, so that sums of inches stay the inches they were. */
export function cleanMm(lengthMm: number): number {
  return Math.round(lengthMm * 1e6) / 1e6;
}

/** Less than this is no face: a square centimetre. */
const LEAST_AREA_MM2 = 100;

export type OutlineFault =
  | { readonly kind: 'same-corner'; readonly corner: number; readonly other: number }
  | { readonly kind: 'crossing'; readonly edge: number; readonly other: number }
  | { readonly kind: 'no-area' };

/**
 * The first thing that keeps points from being an outline: two corners in one place, edges that cross or touch,
 * an area of nothing. Null for a simple polygon. O(n²) in the corners, of which there are at most 200.
 */
export function findOutlineFault(points: readonly PointMm[]): OutlineFault | null {
  for (let corner = 0; corner < points.length; corner++) {
    for (let other = corner + 1; other < points.length; other++) {
      const [a, b] = [points[corner], points[other]];
      if (a === undefined || b === undefined) continue;
      if (Math.hypot(a[0] - b[0], a[1] - b[1]) <= COINCIDENT_MM)
        return { kind: 'same-corner', corner, other };
    }
  }
  const edges = edgesOf(points);
  for (let edge = 0; edge < edges.length; edge++) {
    for (let other = edge + 1; other < edges.length; other++) {
      const [first, second] = [edges[edge], edges[other]];
      if (first === undefined || second === undefined) continue;
      const areNext = other === edge + 1 || (edge === 0 && other === edges.length - 1);
      const meets = areNext ? doFoldBack(first, second) : doMeet(first, second);
      if (meets) return { kind: 'crossing', edge, other };
    }
  }
  return Math.abs(signedAreaMm2(points)) < LEAST_AREA_MM2 ? { kind: 'no-area' } : null;
}

export function outlineFaultTold(fault: OutlineFault): Told {
  switch (fault.kind) {
    case 'same-corner':
      return told('Corners {corner} and {other} are in one place.', {
        corner: countOf(fault.corner + 1),
        other: countOf(fault.other + 1),
      });
    case 'crossing':
      return told('The edge from corner {edge} crosses or touches the edge from corner {other}.', {
        edge: countOf(fault.edge + 1),
        other: countOf(fault.other + 1),
      });
    case 'no-area':
      return told('The corners enclose no area.');
  }
}

type Segment = readonly [PointMm, PointMm];

function doMeet([a, b]: Segment, [c, d]: Segment): boolean {
  if (doSegmentsCross(a, b, c, d)) return true;
  return [
    distanceToSegmentMm(a, c, d),
    distanceToSegmentMm(b, c, d),
    distanceToSegmentMm(c, a, b),
    distanceToSegmentMm(d, a, b),
  ].some((distanceMm) => distanceMm <= COINCIDENT_MM);
}

/** Neighbouring edges share a corner; they may not run back over each other. */
function doFoldBack([a, b]: Segment, [c, d]: Segment): boolean {
  const areInOrder = Math.hypot(b[0] - c[0], b[1] - c[1]) <= COINCIDENT_MM;
  const [corner, before, after] = areInOrder ? [b, a, d] : [a, b, c];
  return (
    distanceToSegmentMm(after, before, corner) <= COINCIDENT_MM ||
    distanceToSegmentMm(before, corner, after) <= COINCIDENT_MM
  );
}
