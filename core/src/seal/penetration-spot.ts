import { MM_PER_INCH } from '../quantity/convert.ts';
import { modulesOnFace, type PlacedModule } from '../array/field-modules.ts';
import { fieldName, gearName, obstacleName } from '../plan/names.ts';
import type { Named } from '../quantity/told.ts';
import type { Prepared } from '../check/prepared.ts';
import type { Penetration } from '../plan/penetration.ts';
import type { PointMm } from '../plan/values.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { distanceToSegmentMm, edgesOf } from '../geometry/segments.ts';
import type { PenetrationPlace } from '../site/penetration-places.ts';
import { setbackZones } from '../site/setback-zones.ts';
import { isInside } from '../geometry/polygon.ts';
import type { Member } from '../site/members.ts';
import { findNoDrillHit } from '../site/no-drill.ts';
import { isInPart } from '../site/obstacle-zone.ts';
import { cutMm } from '../drill/hole-saw.ts';
import { findPenetrationSides, outerSide, type PenetrationSides } from './penetration-sides.ts';

/** Skin left between the hole’s edge and a rib, truss, stud or edge of its face, for the gland’s nut and a hand (practice). */
export const FRAMING_MARGIN_MM = 20;

/** How far apart the spots are that are tried for a new hole. */
const SEARCH_STEP_MM = MM_PER_INCH;

/** Radius of the hole as it is sawn. */
export function holeRadiusMm({ hole }: PenetrationSides): number {
  return cutMm(hole) / 2;
}

/** Centre of a member to centre of a hole that leaves the margin between them, wherever the member may stand. */
export function keepOutMm(member: Member, radiusMm: number): number {
  return member.widthMm / 2 + member.toleranceMm + radiusMm + FRAMING_MARGIN_MM;
}

export function offsetMm(member: Member, [x, y]: PointMm): number {
  return Math.abs((member.axis === 'vertical' ? x : y) - member.centreMm);
}

/** The first member a hole comes too near, or undefined. */
export function findMemberHit(sides: PenetrationSides): Member | undefined {
  const radiusMm = holeRadiusMm(sides);
  const { face, at } = sides.here;
  return face.members.find((member) => {
    const alongMm = member.axis === 'vertical' ? at[1] : at[0];
    const keepMm = keepOutMm(member, radiusMm);
    const isBeside =
      isBelow(member.fromMm - alongMm, keepMm, 'mm') && isBelow(alongMm - member.toMm, keepMm, 'mm');
    return isBeside && isBelow(offsetMm(member, at), keepMm, 'mm');
  });
}

/** The first thing a hole comes out at on one side: an obstacle with `clear` around it, or gear. */
export function findCoverAt(
  prepared: Prepared,
  sides: PenetrationSides,
  { face, at }: PenetrationPlace,
  clear: 'body' | 'clear-zone',
): Named | undefined {
  const [x, y] = at;
  const { base, penetration } = sides;
  const isOuter = outerSide(sides).outer.face === face;
  // A box lies on the skin with all its base; a round flange is no more than its hole.
  const aroundMm = isOuter && base.shape === 'box' ? Math.min(base.widthMm, base.heightMm) / 2 : 0;
  const obstacle = face.inTheWay.find(({ obstacle: each, parts }) => {
    if (isUnderModules(each, base.standsOutMm) || (isOuter && isHousingUsed(penetration, each))) return false;
    return parts.some((part) => isInPart(at, part, Math.max(aroundMm, clear === 'body' ? 0 : each.clearMm)));
  });
  if (obstacle !== undefined) return obstacleName(face.id, obstacle.obstacle.id);
  const gear = (prepared.onFace.get(face.id) ?? []).find(
    ({ body }) =>
      x > body.minX - aroundMm &&
      x < body.maxX + aroundMm &&
      y > body.minY - aroundMm &&
      y < body.maxY + aroundMm,
  );
  if (gear !== undefined) return gearName(gear.id);
  // Modules that stand lower than the housing would lie on it.
  const module = modulesOver(prepared, face.id, at, aroundMm).find(({ liftMm }) =>
    isAbove(base.standsOutMm, liftMm, 'mm'),
  );
  return module === undefined ? undefined : fieldName(module.field);
}

/** Modules of a field over a place on a face, or over what is so far around it. */
export function modulesOver(
  prepared: Prepared,
  faceId: string,
  [x, y]: PointMm,
  aroundMm = 0,
): readonly PlacedModule[] {
  return modulesOnFace(prepared, faceId).filter(
    ({ box }) =>
      x > box.minX - aroundMm &&
      x < box.maxX + aroundMm &&
      y > box.minY - aroundMm &&
      y < box.maxY + aroundMm,
  );
}

/** Modules stand over the skin: what is lower than their underside goes under them. */
export function isUnderModules({ kind, standsOutMm }: Obstacle, baseMm: number): boolean {
  return kind === 'modules' && !isAbove(baseMm, standsOutMm, 'mm');
}

const HOUSINGS: readonly Obstacle['kind'][] = ['vent', 'fan', 'hatch', 'other'];

/** Whether a penetration goes through a housing that is already there. */
export function isHousingUsed({ entry }: Pick<Penetration, 'entry'>, { kind }: Obstacle): boolean {
  return entry.kind === 'existing' && HOUSINGS.includes(kind);
}

/** The first rib or seam that a base of the outer side lies on: it does not lie flat there, and leaks. */
export function findRibUnderBase(sides: PenetrationSides): Member | undefined {
  const { outer, isOutside } = outerSide(sides);
  const { base, penetration } = sides;
  if (!isOutside || penetration.entry.kind === 'existing') return undefined;
  const [x, y] = outer.at;
  return outer.face.members.find((member) => {
    if (member.role !== 'rib' && member.role !== 'seam') return false;
    const isUpright = member.axis === 'vertical';
    const [halfAcrossMm, halfAlongMm] = isUpright
      ? [base.widthMm / 2, base.heightMm / 2]
      : [base.heightMm / 2, base.widthMm / 2];
    const [acrossMm, alongMm] = isUpright ? [x, y] : [y, x];
    return (
      isBelow(
        Math.abs(acrossMm - member.centreMm),
        member.widthMm / 2 + member.toleranceMm + halfAcrossMm,
        'mm',
      ) &&
      isBelow(member.fromMm - alongMm, halfAlongMm, 'mm') &&
      isBelow(alongMm - member.toMm, halfAlongMm, 'mm')
    );
  });
}

/** The edge of a face that a hole comes nearest to, counted from 0, and what is left from its rim to it; never less than nothing. */
export function nearestEdge(
  sides: PenetrationSides,
  { face, at }: PenetrationPlace,
): { readonly edge: number; readonly leftMm: number } {
  const offMm = edgesOf(face.outline).map((ends) => distanceToSegmentMm(at, ...ends));
  const leastMm = Math.min(...offMm);
  return { edge: offMm.indexOf(leastMm), leftMm: Math.max(0, leastMm - holeRadiusMm(sides)) };
}

/** Whether a hole leaves skin all round it on one side. A housing that is used is there already. */
export function hasSkinRound(sides: PenetrationSides, place: PenetrationPlace): boolean {
  return (
    sides.penetration.entry.kind === 'existing' ||
    !isBelow(nearestEdge(sides, place).leftMm, FRAMING_MARGIN_MM, 'mm')
  );
}

/** Whether a hole is on its face, beside all framing, and comes out in the open on both sides. */
export function isPenetrationClear(prepared: Prepared, sides: PenetrationSides): boolean {
  return (
    findMemberHit(sides) === undefined &&
    findRibUnderBase(sides) === undefined &&
    findNoDrillHit([sides.here, sides.there], holeRadiusMm(sides)) === undefined &&
    [sides.here, sides.there].every(
      (place) =>
        isInside(place.at, place.face.outline) &&
        hasSkinRound(sides, place) &&
        setbackZones(place.face).every(
          ({ edge, setback }) =>
            !isBelow(distanceToSegmentMm(place.at, ...edge) - holeRadiusMm(sides), setback.distanceMm, 'mm'),
        ) &&
        findCoverAt(prepared, sides, place, 'clear-zone') === undefined,
    )
  );
}

/** The clear spot for a new hole that is nearest to the middle of its face; the middle if there is none. */
export function penetrationSpot(prepared: Prepared, penetration: Omit<Penetration, 'xMm' | 'yMm'>): PointMm {
  const face = prepared.site.faces.get(penetration.face);
  if (face === undefined) throw new Error(`There is no face “${penetration.face}”.`);
  const { minX, maxX, minY, maxY } = face.bounds;
  const middle: PointMm = [(minX + maxX) / 2, (minY + maxY) / 2];
  const spots: PointMm[] = [];
  for (let x = minX + SEARCH_STEP_MM; x < maxX; x += SEARCH_STEP_MM) {
    for (let y = minY + SEARCH_STEP_MM; y < maxY; y += SEARCH_STEP_MM) spots.push([x, y]);
  }
  const far = ([x, y]: PointMm) => Math.hypot(x - middle[0], y - middle[1]);
  spots.sort((a, b) => far(a) - far(b) || a[0] - b[0] || a[1] - b[1]);
  const clear = [middle, ...spots].find(([xMm, yMm]) => {
    const sides = findPenetrationSides(prepared, { ...penetration, xMm, yMm });
    return sides !== null && isPenetrationClear(prepared, sides);
  });
  return clear ?? middle;
}
