import type { Prepared } from '../check/prepared.ts';
import type { Pass } from '../plan/run.ts';
import { GLANDS } from '../reference/glands.ts';
import { findPassPlaces, type PassPlaces } from '../site/pass-places.ts';
import { sawnGlandHole, type SawnHole } from '../wireway/hole-saw.ts';

/** A sealed hole: both its places, and what it is cut with for its gland. */
export type PassSides = PassPlaces & { readonly pass: Pass; readonly hole: SawnHole };

export function findPassSides(prepared: Prepared, pass: Pass): PassSides | null {
  const places = findPassPlaces(prepared.site, pass);
  if (places === null) return null;
  return { ...places, pass, hole: sawnGlandHole(GLANDS.rows[pass.gland].clearanceHoleMm) };
}

export function allPassSides(prepared: Prepared): PassSides[] {
  return prepared.plan.passes.flatMap((pass) => findPassSides(prepared, pass) ?? []);
}
