import type { Prepared } from '../check/prepared.ts';
import { passesAt } from '../model/model.ts';
import type { Pass } from '../plan/run.ts';
import { GLANDS } from '../reference/glands.ts';
import { findPassPlaces, type PassPlaces } from '../site/pass-places.ts';
import { sawnGlandHole, type SawnHole } from '../drill/hole-saw.ts';

/** A sealed hole: both its places, and what it is cut with for its gland. */
export type PassSides = PassPlaces & { readonly pass: Pass; readonly hole: SawnHole };

export function findPassSides(prepared: Prepared, pass: Pass): PassSides | null {
  const places = findPassPlaces(prepared.site, pass);
  if (places === null) return null;
  return { ...places, pass, hole: sawnGlandHole(GLANDS.rows[pass.gland].clearanceHoleMm) };
}

/** The holes of a face, measured on either side, each with both its sides. */
export function passSidesAt(prepared: Prepared, faceId: string): PassSides[] {
  return passesAt(prepared, faceId).flatMap((pass) => findPassSides(prepared, pass) ?? []);
}
