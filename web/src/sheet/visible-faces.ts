import type { SheetPlace } from '@zarnel/core/figures';
import { screenFromSheet, type Viewport } from './viewport.ts';

/** How much of a face is drawn: all of it, or, from far, its outline and what hangs on it as mere boxes. */
export type Detail = 'near' | 'far';

/** A face whose longer side is shorter than this on the screen is seen from far: nothing on it could be read or pressed. */
const FAR_PX = 64;
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
    if (!isOut) seen.set(id, Math.max(right - left, bottom - top) < FAR_PX ? 'far' : 'near');
  }
  return seen;
}

/** Lists by a key, each the same object as before where it holds the same; so that whoever shows one is left alone. */
export function steadyGroups<Item>(
  before: ReadonlyMap<string, readonly Item[]>,
  items: readonly Item[],
  keysOf: (item: Item) => readonly string[],
): ReadonlyMap<string, readonly Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) {
    for (const key of keysOf(item)) {
      const group = groups.get(key);
      if (group === undefined) groups.set(key, [item]);
      else group.push(item);
    }
  }
  return new Map(
    [...groups].map(([key, group]) => {
      const known = before.get(key);
      const isSame = known?.length === group.length && group.every((item, index) => item === known[index]);
      return [key, isSame ? known : group];
    }),
  );
}
