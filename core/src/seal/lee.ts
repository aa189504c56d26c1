import type { Prepared } from '../check/prepared.ts';
import { dot, scale, type Vec3 } from '../geometry/vec3.ts';
import type { OpensTo } from '../plan/penetration.ts';
import { travelVector } from '../site/travel.ts';
import { pitchDeg } from '../site/pitch.ts';
import { outerSide, type PenetrationSides } from './penetration-sides.ts';

/** Flatter than this water stands or runs anywhere: it has no up-slope side. */
const LEVEL_DEG = 2;
/** Along an axis by this much is that way: cosine of 45°, as ways of travel are told. */
const ALONG = Math.SQRT1_2 - 1e-9;

/** The ways along a face, as they are told. */
export const WAY_WORDS: Readonly<Record<OpensTo, string>> = {
  left: 'left',
  right: 'right',
  up: 'up the face',
  down: 'down the face',
};

/** The ways along a face, as it is seen. */
export function waysOnFace(prepared: Prepared, face: string): Readonly<Record<OpensTo, Vec3>> | null {
  const frame = prepared.site.frames.get(face);
  if (frame === undefined) return null;
  return {
    left: scale(frame.right, -1),
    right: frame.right,
    up: frame.up,
    down: scale(frame.up, -1),
  };
}

/** The ways that water or wind come from on the outer side: an entry must not face them. */
export function weatherWays(
  prepared: Prepared,
  sides: PenetrationSides,
): readonly { readonly way: OpensTo; readonly from: 'travel' | 'up-slope' }[] {
  const { outer, isOutside } = outerSide(sides);
  const ways = waysOnFace(prepared, outer.face.id);
  const frame = prepared.site.frames.get(outer.face.id);
  if (!isOutside || ways === null || frame === undefined) return [];
  const travel = travelVector(prepared.plan.site.travel);
  const list = Object.entries(ways) as (readonly [OpensTo, Vec3])[];
  // The vertical as it lies in the face.
  const slope = Math.hypot(frame.right[2], frame.up[2]);
  const isSloping = pitchDeg(frame) >= LEVEL_DEG && slope > 0;
  return list.flatMap(([way, along]) => [
    ...(travel !== null && dot(along, travel) >= ALONG ? [{ way, from: 'travel' } as const] : []),
    ...(isSloping && along[2] / slope >= ALONG ? [{ way, from: 'up-slope' } as const] : []),
  ]);
}

/** Where entries best face: away from travel, else down the slope; null where nothing decides. */
export function freeSideOf(
  prepared: Prepared,
  sides: PenetrationSides,
): { readonly opensTo: OpensTo; readonly why: string } | null {
  const bad = weatherWays(prepared, sides);
  if (bad.length === 0) return null;
  const faced = new Set(bad.map(({ way }) => way));
  const travel = bad.find(({ from }) => from === 'travel');
  const slope = bad.find(({ from }) => from === 'up-slope');
  const tries: (readonly [OpensTo, string])[] = [
    ...(travel === undefined ? [] : [[OPPOSITE[travel.way], 'away from travel'] as const]),
    ...(slope === undefined ? [] : [[OPPOSITE[slope.way], 'away from water that runs down'] as const]),
    ...(['down', 'left', 'right', 'up'] as const).map(
      (way) => [way, 'away from travel and from water'] as const,
    ),
  ];
  const free = tries.find(([way]) => !faced.has(way));
  return free === undefined ? null : { opensTo: free[0], why: free[1] };
}

const OPPOSITE: Readonly<Record<OpensTo, OpensTo>> = { left: 'right', right: 'left', up: 'down', down: 'up' };
