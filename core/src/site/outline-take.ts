import { cleanMm, COINCIDENT_MM, findOutlineFault, outlineFaultTold } from '../plan/outline.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import type { PointMm } from '../plan/values.ts';
import { fail, ok, type Result } from '../result.ts';
import { countOf, told, type Told } from '../quantity/told.ts';
import { boundsOf } from '../geometry/polygon.ts';

/** Most corners a face may have. */
const MOST_CORNERS = 200;

/**
 * Corners from anywhere made into an outline: scaled to mm, counter-clockwise, a repeated last corner dropped, the
 * lower left at the datum. Says why they cannot be one.
 */
export function takeOutline(points: readonly PointMm[], mmPerUnit: number): Result<[number, number][], Told> {
  const scaled = points.map(([x, y]): [number, number] => [x * mmPerUnit, y * mmPerUnit]);
  const [first, last] = [scaled[0], scaled.at(-1)];
  if (
    first !== undefined &&
    last !== undefined &&
    scaled.length > 3 &&
    Math.hypot(first[0] - last[0], first[1] - last[1]) <= COINCIDENT_MM
  ) {
    scaled.pop();
  }
  if (scaled.length < 3) return fail(told('An outline has at least three corners.'));
  if (scaled.length > MOST_CORNERS)
    return fail(
      told('This has {count} corners; a face may have {most}.', {
        count: countOf(scaled.length),
        most: countOf(MOST_CORNERS),
      }),
    );
  const fault = findOutlineFault(scaled);
  if (fault !== null) return fail(outlineFaultTold(fault));
  if (signedAreaMm2(scaled) < 0) scaled.reverse();
  const { minX, minY } = boundsOf(scaled);
  return ok(scaled.map(([x, y]) => [cleanMm(x - minX), cleanMm(y - minY)]));
}

/** The outline of an upright rectangle, mm. */
export function rectangleOutline(widthMm: number, heightMm: number): [number, number][] {
  return [
    [0, 0],
    [widthMm, 0],
    [widthMm, heightMm],
    [0, heightMm],
  ];
}
