import { Clipper, FillRule, JoinType, EndType, type PathsD } from 'clipper2-ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import type { PointMm } from '../plan/values.ts';
import { foldEdge } from './place-faces.ts';
import type { SiteFace } from './site.ts';

/** Decimal places of a mm that the clipping library keeps. */
const PRECISION = 3;
/** Finest step of its round joins, mm off the true circle. */
const ARC_TOLERANCE_MM = 0.25;
/** Room under this is no room: a square centimetre. */
const LEAST_AREA_MM2 = 100;

/**
 * The parts of a face that its setbacks leave: points of the outline at least each edge’s distance from that edge.
 * Outlines counter-clockwise, largest first; empty when nothing is left. Cut with a polygon clipping library.
 */
export function usableOutlines(face: Pick<SiteFace, 'outline' | 'setbacks'>): PointMm[][] {
  const outline = [face.outline.map(([x, y]) => ({ x, y }))];
  const bands: PathsD = face.setbacks.flatMap(({ edge, distanceMm }) => {
    const ends = foldEdge(face, edge);
    if (ends === null || distanceMm === 0) return [];
    const line = [ends.map(([x, y]) => ({ x, y }))];
    return Clipper.inflatePathsD(
      line,
      distanceMm,
      JoinType.Round,
      EndType.Round,
      2,
      PRECISION,
      ARC_TOLERANCE_MM,
    );
  });
  if (bands.length === 0) return [face.outline.map(([x, y]): PointMm => [x, y])];
  return Clipper.differenceD(outline, bands, FillRule.NonZero, PRECISION)
    .map((path) => path.map(({ x, y }): PointMm => [x, y]))
    .filter((points) => signedAreaMm2(points) > LEAST_AREA_MM2)
    .sort((a, b) => signedAreaMm2(b) - signedAreaMm2(a));
}
