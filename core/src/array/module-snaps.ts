import type { Prepared } from '../check/prepared.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { boundsOf } from '../geometry/polygon.ts';
import { usableOutlines } from '../site/usable.ts';
import { modulesOfField, modulesOnFace } from './field-modules.ts';
import type { Snap, Snaps } from '../placing/snaps.ts';

/**
 * Where the lower left corner of the first of some modules sticks while they are dragged together: at what setbacks leave of the
 * face, in line with other modules, and one gap beside them. `moved` null moves the whole field.
 */
export function moduleSnaps(prepared: Prepared, fieldId: string, moved: ReadonlySet<string> | null): Snaps {
  const field = prepared.moduleFields.get(fieldId);
  const face = field === undefined ? undefined : prepared.site.faces.get(field.face);
  const own = modulesOfField(prepared, fieldId);
  const taken = own.filter(({ id }) => moved === null || moved.has(id));
  const [first] = taken;
  if (field === undefined || face === undefined || first === undefined) return { across: [], up: [] };
  const bounds = unionOf(taken.map(({ box }) => box));
  const [inX, inY] = [first.box.minX - bounds.minX, first.box.minY - bounds.minY];
  const [width, height] = [bounds.maxX - bounds.minX, bounds.maxY - bounds.minY];
  const others = modulesOnFace(prepared, face.id).filter((each) => !taken.includes(each));
  const across: Snap[] = [];
  const up: Snap[] = [];
  for (const usable of usableOutlines(face).map(boundsOf)) {
    across.push(
      { atMm: usable.minX + inX, why: 'setback', lineMm: usable.minX },
      { atMm: usable.maxX - width + inX, why: 'setback', lineMm: usable.maxX },
    );
    up.push(
      { atMm: usable.minY + inY, why: 'setback', lineMm: usable.minY },
      { atMm: usable.maxY - height + inY, why: 'setback', lineMm: usable.maxY },
    );
  }
  for (const { box } of others) {
    across.push(
      { atMm: box.minX + inX, why: 'in-line', lineMm: box.minX },
      { atMm: box.maxX + field.gapAcrossMm + inX, why: 'one-gap', lineMm: box.maxX + field.gapAcrossMm },
      {
        atMm: box.minX - field.gapAcrossMm - width + inX,
        why: 'one-gap',
        lineMm: box.minX - field.gapAcrossMm,
      },
    );
    up.push(
      { atMm: box.minY + inY, why: 'bottoms', lineMm: box.minY },
      { atMm: box.maxY - height + inY, why: 'tops', lineMm: box.maxY },
      { atMm: box.maxY + field.gapUpMm + inY, why: 'one-gap', lineMm: box.maxY + field.gapUpMm },
      { atMm: box.minY - field.gapUpMm - height + inY, why: 'one-gap', lineMm: box.minY - field.gapUpMm },
    );
  }
  return { across, up };
}

/** The place of a module moved to where it would stick: the nearest of its snaps across, and the nearest up; null where it is gone. */
export function intoGrid(
  prepared: Prepared,
  fieldId: string,
  module: string,
): { readonly xMm: number; readonly yMm: number } | null {
  const laid = prepared.moduleFields.get(fieldId)?.modules.find(({ id }) => id === module);
  if (laid === undefined) return null;
  const { across, up } = moduleSnaps(prepared, fieldId, new Set([module]));
  const nearest = (snaps: readonly Snap[], at: number) =>
    snaps.reduce<number | null>(
      (best, { atMm }) => (best === null || Math.abs(atMm - at) < Math.abs(best - at) ? atMm : best),
      null,
    ) ?? at;
  return { xMm: nearest(across, laid.xMm), yMm: nearest(up, laid.yMm) };
}

function unionOf(boxes: readonly BoxMm[]): BoxMm {
  return {
    minX: Math.min(...boxes.map(({ minX }) => minX)),
    minY: Math.min(...boxes.map(({ minY }) => minY)),
    maxX: Math.max(...boxes.map(({ maxX }) => maxX)),
    maxY: Math.max(...boxes.map(({ maxY }) => maxY)),
  };
}
