import type { Prepared } from '../check/prepared.ts';
import { penetrationsAt } from '../model/model.ts';
import type { Penetration } from '../plan/penetration.ts';
import { findPenetrationPlaces, type PenetrationPlaces } from '../site/penetration-places.ts';
import type { SawnHole } from '../drill/hole-saw.ts';
import { baseOf, holeOf, type Base } from './entry.ts';

/** A penetration: both its places, what is cut, and what stands over it. */
export type PenetrationSides = PenetrationPlaces & {
  readonly penetration: Penetration;
  readonly hole: SawnHole;
  readonly base: Base;
};

export function findPenetrationSides(prepared: Prepared, penetration: Penetration): PenetrationSides | null {
  const places = findPenetrationPlaces(prepared.site, penetration);
  if (places === null) return null;
  return { ...places, penetration, hole: holeOf(prepared, penetration), base: baseOf(prepared, penetration) };
}

/** The penetrations of a face, measured on either side, each with both its sides. */
export function penetrationSidesAt(prepared: Prepared, faceId: string): PenetrationSides[] {
  return penetrationsAt(prepared, faceId).flatMap(
    (penetration) => findPenetrationSides(prepared, penetration) ?? [],
  );
}

/** The side that weather meets, else the one it was measured on; and whether weather meets it. */
export function outerSide({ here, there }: PenetrationPlaces): {
  readonly outer: PenetrationPlaces['here'];
  readonly inner: PenetrationPlaces['here'];
  readonly isOutside: boolean;
} {
  if (here.face.face.side === 'outside') return { outer: here, inner: there, isOutside: true };
  if (there.face.face.side === 'outside') return { outer: there, inner: here, isOutside: true };
  return { outer: here, inner: there, isOutside: false };
}
