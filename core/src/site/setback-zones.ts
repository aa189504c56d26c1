import { byIdentity } from '../derive/by-identity.ts';
import type { Setback } from '../plan/face.ts';
import { distanceToSegmentMm, doSegmentsCross, edgesOf } from '../geometry/segments.ts';
import type { PointMm } from '../plan/values.ts';
import { isBelow } from '../quantity/compare.ts';
import { boundsOf, isInside, type BoxMm } from '../geometry/polygon.ts';
import type { SiteFace } from './site-face.ts';

/** An edge of a face with what is kept free along it. */
export type SetbackZone = {
  readonly setback: Setback;
  readonly edge: readonly [PointMm, PointMm];
  /** The strip along the edge, counter-clockwise. */
  readonly corners: readonly [PointMm, PointMm, PointMm, PointMm];
};

/** The setbacks of a face as zones on it; worked out once while the face stays as it is. */
export const setbackZones = byIdentity((face: SiteFace): readonly SetbackZone[] => {
  const edges = edgesOf(face.outline);
  return face.setbacks.flatMap((setback): SetbackZone[] => {
    const edge = edges[setback.edge];
    if (edge === undefined || setback.distanceMm === 0) return [];
    const [[ax, ay], [bx, by]] = edge;
    const lengthMm = Math.hypot(bx - ax, by - ay);
    // The inside of a counter-clockwise outline lies left of each of its edges.
    const inX = (-(by - ay) / lengthMm) * setback.distanceMm;
    const inY = ((bx - ax) / lengthMm) * setback.distanceMm;
    const [a, b] = edge;
    return [{ setback, edge, corners: [a, b, [bx + inX, by + inY], [ax + inX, ay + inY]] }];
  });
});

/** From a box on a face to the nearest of an edge, mm; 0 where they meet. Exact for slanting edges too. */
export function distanceToEdgeMm(box: BoxMm, [a, b]: readonly [PointMm, PointMm]): number {
  const corners: PointMm[] = [
    [box.minX, box.minY],
    [box.maxX, box.minY],
    [box.maxX, box.maxY],
    [box.minX, box.maxY],
  ];
  if ([a, b].some((point) => isInside(point, corners))) return 0;
  const sides = edgesOf(corners);
  if (sides.some(([c, d]) => doSegmentsCross(a, b, c, d))) return 0;
  return Math.min(
    ...corners.map((corner) => distanceToSegmentMm(corner, a, b)),
    ...sides.flatMap(([c, d]) => [distanceToSegmentMm(a, c, d), distanceToSegmentMm(b, c, d)]),
  );
}

/** A slanting strip is covered by boxes of about this size, and by no more of them each way than so many. */
const PIECE_MM = 25;
const MOST_ALONG = 60;
const MOST_ACROSS = 12;

/** The boxes that cover a zone, for what works with upright boxes only: exact along upright and level edges. */
export function setbackBoxes({ corners }: SetbackZone): BoxMm[] {
  const [a, b, c, d] = corners;
  const isSquare = a[0] === b[0] || a[1] === b[1];
  const count = isSquare ? 1 : piecesOf(a, b, MOST_ALONG);
  const between = (from: PointMm, to: PointMm, ratio: number): PointMm => [
    from[0] + (to[0] - from[0]) * ratio,
    from[1] + (to[1] - from[1]) * ratio,
  ];
  const along = Array.from({ length: count }, (_, piece) => {
    const [from, to] = [piece / count, (piece + 1) / count];
    return [between(a, b, from), between(a, b, to), between(d, c, to), between(d, c, from)] as const;
  });
  if (isSquare) return along.map((points) => boundsOf([...points]));
  // Across a slanting strip too, so that no box reaches far beyond it.
  const acrossCount = piecesOf(a, d, MOST_ACROSS);
  return along.flatMap(([p, q, r, s]) =>
    Array.from({ length: acrossCount }, (_, row) => {
      const [low, high] = [row / acrossCount, (row + 1) / acrossCount];
      return boundsOf([between(p, s, low), between(q, r, low), between(q, r, high), between(p, s, high)]);
    }),
  );
}

function piecesOf(from: PointMm, to: PointMm, most: number): number {
  const count = Math.ceil(Math.hypot(to[0] - from[0], to[1] - from[1]) / PIECE_MM);
  return Math.min(most, Math.max(1, count));
}

/** Whether a box keeps all setbacks of a face. */
export function keepsSetbacks(face: SiteFace, box: BoxMm): boolean {
  return setbackZones(face).every(
    ({ edge, setback }) => !isBelow(distanceToEdgeMm(box, edge), setback.distanceMm, 'mm'),
  );
}
