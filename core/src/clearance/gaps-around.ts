import { faceName } from '../plan/names.ts';
import { type ToldValue, told } from '../quantity/told.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { edgesOf } from '../geometry/segments.ts';
import type { RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { distanceFromBoxMm } from '../geometry/box-to-polygon.ts';
import { clipToBox } from '../geometry/clip.ts';
import type { Frame } from '../geometry/frame.ts';
import { mayLieUnder, obstacleParts, partInBox } from '../site/obstacle-zone.ts';
import { distanceBetweenBoxesMm, overlapDepthMm, type OrientedBox } from '../geometry/oriented-box.ts';
import type { SiteFace } from '../site/site-face.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import { floorUnder, isUpright } from './floor.ts';
import { hindrancesIn, partsIn } from './free-room.ts';
import { isFacingBeside, isOneOverOther } from './gaps.ts';
import { gearCounterparts, largestTowards, reachOfRulesMm, type RequiredGap } from './required-gap.ts';
import { gearInSpace, polygonsInFrame, thingsNear, type Room, type Thing } from './space.ts';

export const WAYS = ['left', 'right', 'above', 'below', 'nearest'] as const;
/** Which way a gap runs from the gear, as its face is seen; `nearest` is the straight line between two bodies. */
export type Way = (typeof WAYS)[number];

/** A gap from gear to what is around it and is not simply beside, above or below it on its own face. */
export type GapAround = {
  readonly item: Hung;
  /** What is there; null for the edge of the face itself, and for a floor or a ceiling known without one. */
  readonly thing: Thing | null;
  /** What is taken for the floor or the ceiling, where that is what is measured to. */
  readonly taken?: ToldValue;
  readonly way: Way;
  /** 0 or less where they touch or stand in each other. */
  readonly measuredMm: number;
  readonly required: RequiredGap | null;
};

/** What a gap leads to, in words. */
export function otherOf({ item, thing, taken }: Pick<GapAround, 'item' | 'thing' | 'taken'>): ToldValue {
  return thing?.name ?? taken ?? told('the edge of {face}', { face: faceName(item.face.id) });
}

/** What a gap leads to, as a key: the same for one thing whichever way it is measured to. */
export function keyOfOther({ thing, way, taken }: Pick<GapAround, 'thing' | 'way' | 'taken'>): string {
  if (thing !== null) return `${thing.kind}:${thing.face.id}:${thing.id}`;
  if (taken === undefined) return `edge-${way}`;
  return { below: 'floor', above: 'ceiling', nearest: 'opposite', left: 'left', right: 'right' }[way];
}

const SIDES: Record<Exclude<Way, 'nearest'>, RuleSide> = {
  left: 'beside',
  right: 'beside',
  above: 'above',
  below: 'below',
};

/**
 * Gaps from a piece to gear on other faces and to gear that stands diagonally on its own, to obstacles, to faces that
 * meet or face its own, to the floor and the ceiling, and to the edges of its own face, wherever one of its rules asks
 * for any. Across faces everything is measured in the site’s three dimensions: square out from the side of the body
 * where the other stands before it, else along the nearest line, to which only rules for every way apply. What the body
 * stands in has no gap. `item` may be a moved copy.
 */
export function gapsAround(prepared: Prepared, item: Hung): GapAround[] {
  const frame = prepared.site.frames.get(item.face.id);
  const self = gearInSpace(prepared, item);
  const [box] = self?.boxes ?? [];
  if (frame === undefined || box === undefined) return [];
  const reachMm = reachOfRulesMm(prepared, item.type.id);
  const gaps: GapAround[] = [
    ...edgeGaps(prepared, item),
    ...floorAndCeilingGaps(prepared, item),
    ...measuredGaps(prepared, item),
  ];
  for (const thing of thingsNear(prepared, item, reachMm)) {
    const counterparts = counterpartsOf(item, thing);
    const isNeighbour = thing.kind === 'gear' && thing.face.id === item.face.id;
    // Beside, above and below on one face have checks of their own.
    if (isNeighbour && thing.hung !== null && isSquareTo(item, thing.hung)) continue;
    const towards = (side: RuleSide) => largestTowards(prepared, item, side, counterparts);
    const isAsked = ASKED_SIDES.some((side) => towards(side) !== null);
    if (!isAsked || isInOneAnother(item, box, frame, thing)) continue;
    const square = isNeighbour ? [] : squareGaps(item, frame, thing);
    // The floor below is measured once, as it was found.
    const isFloorBelow =
      counterparts === FLOOR && isUpright(frame) && square.some(([way]) => way === 'below');
    if (isFloorBelow) continue;
    for (const [way, measuredMm] of square) {
      const required = towards(SIDES[way]);
      if (required !== null) gaps.push({ item, thing, way, measuredMm, required });
    }
    const required = towards('any');
    if (required === null) continue;
    const measuredMm =
      thing.kind === 'face'
        ? distanceToFaceMm(item, frame, thing)
        : Math.min(...thing.boxes.map((other) => distanceBetweenBoxesMm(box, other)));
    if (Number.isFinite(measuredMm)) gaps.push({ item, thing, way: 'nearest', measuredMm, required });
  }
  return gaps;
}

/** The body of a piece in its face’s own frame. */
function roomOf({ body, type }: Hung): Room {
  const { minX, maxX, minY, maxY } = body;
  return { x: [minX, maxX], y: [minY, maxY], z: [type.standoffMm, type.standoffMm + type.depthMm] };
}

/** Whether a body and a thing share more than a touch: that is no gap but a stop, which other checks say. */
function isInOneAnother(item: Hung, box: OrientedBox, frame: Frame, thing: Thing): boolean {
  if (thing.kind === 'obstacle' && thing.face.id === item.face.id) {
    const { obstacle } = thing;
    return (
      obstacle !== null &&
      !mayLieUnder(obstacle, item.type.standoffMm) &&
      obstacleParts(obstacle).some((part) => partInBox(part, item.body) !== null)
    );
  }
  if (thing.kind !== 'face') return thing.boxes.some((other) => overlapDepthMm(box, other) > TOUCH_MM);
  const inside = shrunk(roomOf(item));
  return polygonsInFrame(frame, thing).some((polygon) => clipToBox(polygon, inside).length > 0);
}

/** From a body to the nearest of a face that stands out before its own; infinity where nothing of it does. */
function distanceToFaceMm(item: Hung, frame: Frame, thing: Thing): number {
  const before: Room = { x: ANYWHERE, y: ANYWHERE, z: [TOUCH_MM, Infinity] };
  const room = roomOf(item);
  return Math.min(
    Infinity,
    ...polygonsInFrame(frame, thing).map((polygon) => distanceFromBoxMm(room, clipToBox(polygon, before))),
  );
}

/**
 * Down to the floor as it was found, drawn or taken as the lower edge of an upright face; and up to the ceiling, where
 * none is drawn over the piece, taken as the upper edge of an upright face inside.
 */
function floorAndCeilingGaps(prepared: Prepared, item: Hung): GapAround[] {
  const frame = prepared.site.frames.get(item.face.id);
  if (frame === undefined || !isUpright(frame)) return [];
  const gaps: GapAround[] = [];
  const toFloor = largestTowards(prepared, item, 'below', FLOOR);
  if (toFloor !== null) {
    const floor = floorUnder(prepared, item);
    const measuredMm = Math.max(0, item.body.minY - floor.highestMm);
    gaps.push({ item, thing: null, way: 'below', measuredMm, required: toFloor, taken: floor.name });
  }
  const toCeiling = largestTowards(prepared, item, 'above', CEILING);
  if (toCeiling !== null && item.face.face.side === 'inside' && !isUnderCeiling(prepared, item)) {
    const measuredMm = edgesAround(item).above;
    const taken = told('the upper edge of {face}, taken as the ceiling', { face: faceName(item.face.id) });
    if (Number.isFinite(measuredMm))
      gaps.push({ item, thing: null, way: 'above', measuredMm, required: toCeiling, taken });
  }
  return gaps;
}

/** To what was measured opposite the face, which no face drawn stands for: a surface square before the front. */
function measuredGaps(prepared: Prepared, item: Hung): GapAround[] {
  const { roomInFrontMm } = item.face.face;
  const required = largestTowards(prepared, item, 'any', SURFACE);
  if (roomInFrontMm === null || required === null) return [];
  const measuredMm = Math.max(0, roomInFrontMm - frontMm(item));
  return [{ item, thing: null, way: 'nearest', measuredMm, required, taken: 'what was measured opposite' }];
}

/** Whether any ceiling or underside of a roof is drawn over a body, however high. */
function isUnderCeiling(prepared: Prepared, item: Hung): boolean {
  const { x, y, z } = roomOf(item);
  const over: Room = { x, y: [y[1] - TOUCH_MM, item.face.bounds.maxY + FAR_MM], z: [TOUCH_MM, z[1]] };
  return hindrancesIn(prepared, item, over, (thing) => thing.kind === 'face' && isOverhead(thing.face)).some(
    (each) => partsIn(each, over).length > 0,
  );
}

/** Higher than this over its wall no ceiling is looked for, mm. */
const FAR_MM = 20_000;

const ASKED_SIDES = ['beside', 'above', 'below'] as const;

/** Things that stand in the same place as a piece though they belong to another face. `item` may be a moved copy. */
export function standsIn(prepared: Prepared, item: Hung): Thing[] {
  const frame = prepared.site.frames.get(item.face.id);
  const [box] = gearInSpace(prepared, item)?.boxes ?? [];
  if (frame === undefined || box === undefined) return [];
  return thingsNear(prepared, item, 0).filter(
    (thing) => thing.face.id !== item.face.id && isInOneAnother(item, box, frame, thing),
  );
}

function shrunk({ x, y, z }: Room): Room {
  const inner = ([from, to]: readonly [number, number]) => [from + TOUCH_MM, to - TOUCH_MM] as const;
  return { x: inner(x), y: inner(y), z: inner(z) };
}

function isSquareTo(item: Hung, other: Hung): boolean {
  return isFacingBeside(item.body, other.body) || isOneOverOther(item.body, other.body);
}

/** What a rule may call a thing. A door is an obstacle and an opening; a floor is a surface and the floor. */
export function counterpartsOf(
  item: Hung,
  { kind, hung, obstacle, face }: Thing,
): readonly RuleCounterpart[] {
  if (kind === 'gear') return hung === null ? NONE : gearCounterparts(item, hung);
  if (kind === 'obstacle') return obstacle === null ? OBSTACLE : obstacleCounterparts(obstacle);
  if (face.face.kind === 'floor') return FLOOR;
  return isOverhead(face) ? CEILING : SURFACE;
}

function isOverhead({ face }: SiteFace): boolean {
  return face.kind === 'ceiling' || (face.kind === 'roof' && face.side === 'inside');
}

/** A door, a window: an obstacle, and an opening. */
export function obstacleCounterparts({ kind }: Pick<Obstacle, 'kind'>): readonly RuleCounterpart[] {
  return OPENINGS.has(kind) ? OPENING : OBSTACLE;
}

// Lists are known by their identity where rules are looked up.
const NONE: readonly RuleCounterpart[] = [];
const OBSTACLE: readonly RuleCounterpart[] = ['obstacle'];
const OPENING: readonly RuleCounterpart[] = ['obstacle', 'opening'];
const SURFACE: readonly RuleCounterpart[] = ['surface'];
const FLOOR: readonly RuleCounterpart[] = ['surface', 'floor'];
const CEILING: readonly RuleCounterpart[] = ['surface', 'ceiling'];
const OPENINGS: ReadonlySet<string> = new Set(['door', 'window', 'hatch', 'skylight']);

/** How far a thing is square out from each side of the body, where it stands before that side. */
function squareGaps(item: Hung, frame: Frame, thing: Thing): (readonly [Exclude<Way, 'nearest'>, number])[] {
  const { minX, maxX, minY, maxY } = item.body;
  const { standoffMm, depthMm } = item.type;
  const z = [TOUCH_MM, standoffMm + depthMm - TOUCH_MM] as const;
  const across = { x: [-Infinity, Infinity], y: [minY + TOUCH_MM, maxY - TOUCH_MM], z } as const;
  const upright = { x: [minX + TOUCH_MM, maxX - TOUCH_MM], y: [-Infinity, Infinity], z } as const;
  const polygons = polygonsInFrame(frame, thing);
  const beside = polygons.flatMap((polygon) => clipToBox(polygon, across)).map(([x]) => x);
  const overUnder = polygons.flatMap((polygon) => clipToBox(polygon, upright)).map(([, y]) => y);
  return [
    ...sideGap('left', minX, beside, -1),
    ...sideGap('right', maxX, beside, 1),
    ...sideGap('above', maxY, overUnder, 1),
    ...sideGap('below', minY, overUnder, -1),
  ];
}

/** The gap from a side to the nearest of the given places beyond it; none where nothing of it lies beyond. */
function sideGap<Side extends Way>(
  way: Side,
  sideMm: number,
  places: readonly number[],
  sign: 1 | -1,
): (readonly [Side, number])[] {
  const nearest = nearestBeyond(sideMm, places, sign);
  return Number.isFinite(nearest) ? [[way, nearest]] : [];
}

function nearestBeyond(sideMm: number, places: readonly number[], sign: 1 | -1): number {
  let least = Infinity;
  for (const place of places) {
    const beyond = (place - sideMm) * sign;
    if (beyond >= -TOUCH_MM) least = Math.min(least, Math.max(0, beyond));
  }
  return least;
}

/** From each side of the body to the edge of its face, where a rule asks for room there. */
function edgeGaps(prepared: Prepared, item: Hung): GapAround[] {
  const rules = EDGE_WAYS.flatMap((way) => {
    const required = largestTowards(prepared, item, SIDES[way], EDGE);
    return required === null ? [] : [{ way, required }];
  });
  if (rules.length === 0) return [];
  const measured = edgesAround(item);
  return rules.flatMap(({ way, required }): GapAround[] => {
    const measuredMm = measured[way];
    return Number.isFinite(measuredMm) ? [{ item, thing: null, way, measuredMm, required }] : [];
  });
}

/** Square out from each side of a body to the outline of its face; infinity where the body reaches past it. */
function edgesAround(item: Hung): Readonly<Record<(typeof EDGE_WAYS)[number], number>> {
  const { minX, maxX, minY, maxY } = item.body;
  const bands = {
    across: { x: ANYWHERE, y: [minY + TOUCH_MM, maxY - TOUCH_MM], z: [-1, 1] },
    upright: { x: [minX + TOUCH_MM, maxX - TOUCH_MM], y: ANYWHERE, z: [-1, 1] },
  } as const satisfies Record<string, Room>;
  const places = (band: keyof typeof bands, axis: 0 | 1) =>
    edgesOf(item.face.outline)
      .flatMap(([[ax, ay], [bx, by]]) =>
        clipToBox(
          [
            [ax, ay, 0],
            [bx, by, 0],
          ] satisfies Vec3[],
          bands[band],
        ),
      )
      .map((point) => point[axis]);
  const [xs, ys] = [places('across', 0), places('upright', 1)];
  return {
    left: nearestBeyond(minX, xs, -1),
    right: nearestBeyond(maxX, xs, 1),
    above: nearestBeyond(maxY, ys, 1),
    below: nearestBeyond(minY, ys, -1),
  };
}

const EDGE: readonly RuleCounterpart[] = ['edge'];
const EDGE_WAYS = ['left', 'right', 'above', 'below'] as const;
const ANYWHERE = [-Infinity, Infinity] as const;
