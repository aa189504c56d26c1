import type { SheetPlace } from '@zarnel/core/figures';
import { screenFromSheet, type Viewport } from './viewport.ts';

/**
 * How much of a face is drawn. From far its outline and mere boxes, which nobody could press; then gear as plain shapes, and
 * one mark for all that is found; nearer, names and marks where they belong; near, knockouts too.
 */
export type Detail = 'far' | 'plain' | 'names' | 'near';

/** A face whose longer side is shorter than this on the screen is seen from far: nothing on it could be read or pressed. */
const FAR_PX = 64;
/** So many pixels for a millimetre, and names or knockouts can be told apart. */
const NAMES_SCALE = 0.018;
const NEAR_SCALE = 0.1;
/** What reaches out of a face, such as its name under it, is still drawn. */
const AROUND_PX = 60;

/** The faces that are in sight, in the order of their places on the sheet. */
export function visibleFaces(
  places: ReadonlyMap<string, SheetPlace>,
  viewport: Viewport,
  widthPx: number,
  heightPx: number,
): ReadonlyMap<string, Detail> {
  const seen = new Map<string, Detail>();
  for (const [id, { bounds }] of places) {
    const [left, top] = screenFromSheet(viewport, [bounds.minX, bounds.maxY]);
    const [right, bottom] = screenFromSheet(viewport, [bounds.maxX, bounds.minY]);
    const isOut =
      right < -AROUND_PX || bottom < -AROUND_PX || left > widthPx + AROUND_PX || top > heightPx + AROUND_PX;
    if (!isOut)
      seen.set(id, Math.max(right - left, bottom - top) < FAR_PX ? 'far' : nearness(viewport.scale));
  }
  return seen;
}

function nearness(scale: number): Detail {
  return scale < NAMES_SCALE ? 'plain' : scale < NEAR_SCALE ? 'names' : 'near';
}
