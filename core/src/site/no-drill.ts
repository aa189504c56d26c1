import { obstacleName } from '../plan/names.ts';
import type { PointMm } from '../plan/values.ts';
import { isBelow } from '../quantity/compare.ts';
import type { ToldValue } from '../quantity/told.ts';
import { distanceToObstacleMm } from './obstacle-zone.ts';
import type { PenetrationPlace } from './penetration-places.ts';
import { mirrored, type Site, type SiteFace } from './site.ts';

/** A place on a face, and the same behind it where it has another side: what is hidden is drawn on either. */
export function onBothSides({ faces }: Pick<Site, 'faces'>, face: SiteFace, at: PointMm): PenetrationPlace[] {
  const other = face.otherSide === null ? undefined : faces.get(face.otherSide);
  return [{ face, at }, ...(other === undefined ? [] : [{ face: other, at: mirrored(face, at) }])];
}

/** Something already there that a hole’s edge comes too near on either side, hidden things too. */
export type NoDrillHit = {
  readonly name: ToldValue;
  readonly measuredMm: number;
  readonly requiredMm: number;
};

/** The nearest thing whose no-drill band a hole of a radius at a place would meet, or undefined. */
export function findNoDrillHit(
  places: readonly PenetrationPlace[],
  radiusMm: number,
): NoDrillHit | undefined {
  return places
    .flatMap(({ face, at }) =>
      face.obstacles.map((obstacle) => ({
        name: obstacleName(face.id, obstacle.id),
        measuredMm: distanceToObstacleMm(obstacle, at) - radiusMm,
        requiredMm: obstacle.noDrillMm,
      })),
    )
    .filter(({ measuredMm, requiredMm }) => requiredMm > 0 && isBelow(measuredMm, requiredMm, 'mm'))
    .sort((a, b) => a.measuredMm - a.requiredMm - (b.measuredMm - b.requiredMm))[0];
}
