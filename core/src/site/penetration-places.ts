import type { Penetration } from '../plan/penetration.ts';
import type { PointMm } from '../plan/values.ts';
import { mirrored, type Site, type SiteFace } from './site.ts';

export type PenetrationPlace = { readonly face: SiteFace; readonly at: PointMm };

/** One hole on both sides of its face. `here` is the side it was measured on. */
export type PenetrationPlaces = {
  readonly here: PenetrationPlace;
  readonly there: PenetrationPlace;
  readonly thicknessMm: number;
};

/** Both sides’ positions, each from its own datum; the hidden side is mirrored. Null if there is no other side. */
export function findPenetrationPlaces(site: Site, penetration: Penetration): PenetrationPlaces | null {
  const face = site.faces.get(penetration.face);
  if (face === undefined || face.otherSide === null) return null;
  const other = site.faces.get(face.otherSide);
  if (other === undefined) return null;
  const at: PointMm = [penetration.xMm, penetration.yMm];
  return {
    here: { face, at },
    there: { face: other, at: mirrored(face, at) },
    thicknessMm: face.thicknessMm,
  };
}
