import { sunAt, sunDirection, timeOf } from './sun.ts';
import type { Place } from '../plan/energy.ts';
import { modulesOfField } from '../array/field-modules.ts';
import type { Prepared } from '../check/prepared.ts';
import { dot, scale, type Vec3 } from '../geometry/vec3.ts';

/** The shortest day of the year north of the equator, and south of it: days counted from 0. */
const SHORTEST = { north: 354, south: 171 } as const;

/**
 * How far the foot of one tilted row stays behind the top of the row before it, so that it is not shaded on the shortest day
 * between two hours of the clock, mm measured along the face, `back` being the way from low edge to high edge on the face and
 * `out` away from it. Null where the sun does not rise over the face then at all.
 */
export function rowGapMm(
  place: Place,
  { heightMm, back, out }: { readonly heightMm: number; readonly back: Vec3; readonly out: Vec3 },
  [fromHour, toHour]: readonly [number, number] = [9, 15],
): number | null {
  const day = SHORTEST[place.latitudeDeg >= 0 ? 'north' : 'south'];
  let most: number | null = null;
  for (let hour = fromHour; hour <= toHour; hour += 0.25) {
    const position = sunAt(timeOf(day, hour, place.longitudeDeg), place.latitudeDeg, place.longitudeDeg);
    if (position.elevationDeg <= 0) continue;
    const sun = sunDirection(position, place.rootFacesDeg);
    const height = dot(sun, out);
    if (height <= 0.01) continue;
    // A point so high over the face throws its shadow so far back.
    const gap = (-dot(sun, back) / height) * heightMm;
    if (most === null || gap > most) most = gap;
  }
  return most === null ? null : Math.max(0, most);
}

/**
 * How far the rows of a tilted field stay apart on its face so that none shades the next between nine and three on the shortest
 * day, mm; null where it is not tilted, stands nowhere, or nobody said where.
 */
export function rowGapOf(prepared: Prepared, fieldId: string): number | null {
  const field = prepared.moduleFields.get(fieldId);
  const { place } = prepared.plan.site;
  const frame = field === undefined ? undefined : prepared.site.frames.get(field.face);
  const [first] = modulesOfField(prepared, fieldId);
  if (field?.tilt == null || place === null || frame === undefined || first === undefined) return null;
  const back = {
    bottom: frame.up,
    top: scale(frame.up, -1),
    left: frame.right,
    right: scale(frame.right, -1),
  }[field.tilt.low];
  return rowGapMm(place, { heightMm: first.reachMm - first.liftMm, back, out: frame.toViewer });
}
