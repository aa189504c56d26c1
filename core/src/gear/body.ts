import type { BoxMm } from '../geometry/polygon.ts';
import type { GearType, Knockout } from '../plan/gear-type.ts';
import type { Placement } from '../plan/placement.ts';
import type { PointMm } from '../plan/values.ts';

/** The hook line's centre is at the placement; the body hangs `dropMm` below it and is centred on it. */
export function bodyOf(
  type: Pick<GearType, 'widthMm' | 'heightMm' | 'dropMm'>,
  placement: Pick<Placement, 'xMm' | 'yMm'>,
): BoxMm {
  const minX = placement.xMm - type.widthMm / 2;
  const minY = placement.yMm - type.dropMm;
  return { minX, minY, maxX: minX + type.widthMm, maxY: minY + type.heightMm };
}

/** Where a knockout's centre projects onto the face, and which way it opens. */
export function knockoutOnFace(
  body: BoxMm,
  knockout: Knockout,
): { readonly at: PointMm; readonly opens: PointMm } {
  switch (knockout.edge) {
    case 'bottom':
      return { at: [body.minX + knockout.alongMm, body.minY], opens: [0, -1] };
    case 'top':
      return { at: [body.minX + knockout.alongMm, body.maxY], opens: [0, 1] };
    case 'left':
      return { at: [body.minX, body.minY + knockout.alongMm], opens: [-1, 0] };
    case 'right':
      return { at: [body.maxX, body.minY + knockout.alongMm], opens: [1, 0] };
  }
}

/** The heaviest thing that is lifted at once: the heaviest part, or the whole where it comes in one piece. */
export function heaviestLiftKg({ parts, massKg }: Pick<GearType, 'parts' | 'massKg'>): number {
  return parts.length === 0 ? massKg : Math.max(...parts.map((part) => part.massKg));
}
