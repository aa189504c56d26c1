import type { Hung, Prepared } from '../check/prepared.ts';
import { COINCIDENT_MM, edgesOf } from '../plan/outline.ts';
import type { RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import type { Frame } from '../site/frame.ts';
import { clipToBox } from '../site/clip.ts';
import { distanceBetweenBoxesMm, overlapDepthMm } from '../site/oriented-box.ts';
import type { Vec3 } from '../site/vec3.ts';
import { isFacingBeside, isOneOverOther } from './gaps.ts';
import { gearCounterparts, largestTowards, reachOfRulesMm, type RequiredGap } from './required-gap.ts';
import { sharedRules, type SharedRule } from './rule-packs.ts';
import { gearInSpace, polygonsInFrame, thingsNear, type Room, type Thing } from './space.ts';

export const WAYS = ['left', 'right', 'above', 'below', 'nearest'] as const;
/** Which way a gap runs from the gear, as its face is seen; `nearest` is the straight line between two bodies. */
export type Way = (typeof WAYS)[number];

/** A gap from gear to what is around it and is not simply beside, above or below it on its own face. */
export type GapAround = {
  readonly item: Hung;
  /** What is there; null for the edge of the face itself. */
  readonly thing: Thing | null;
  readonly way: Way;
  /** 0 or less where they touch or stand in each other. */
  readonly measuredMm: number;
  readonly required: RequiredGap | null;
};

const SIDES: Record<Exclude<Way, 'nearest'>, RuleSide> = {
  left: 'beside',
  right: 'beside',
  above: 'above',
  below: 'below',
};

/**
 * Gaps from a piece to gear on other faces and to gear that stands diagonally on its own, to obstacles, to faces that
 * meet or face its own, and to the edges of its own, wherever one of its rules asks for any. Across faces everything
 * is measured in the site’s three dimensions: square out from the side of the body where the other stands before it,
 * else along the nearest line, to which only rules for every way apply. `item` may be a moved copy.
 */
export function gapsAround(prepared: Prepared, item: Hung): GapAround[] {
  const frame = prepared.site.frames.get(item.face.id);
  const self = gearInSpace(prepared, item);
  const [box] = self?.boxes ?? [];
  if (frame === undefined || box === undefined) return [];
  const shared = sharedRules(prepared.plan);
  const reachMm = reachOfRulesMm(item.type, shared);
  const gaps: GapAround[] = edgeGaps(item, shared);
  for (const thing of thingsNear(prepared, item, reachMm)) {
    const counterparts = counterpartsOf(item, thing);
    const isNeighbour = thing.kind === 'gear' && thing.face.id === item.face.id;
    // Beside, above and below on one face have checks of their own.
    if (isNeighbour && thing.hung !== null && isSquareTo(item, thing.hung)) continue;
    const towards = (side: RuleSide) => largestTowards(item, side, counterparts, shared);
    // Nothing is measured that no rule asks about.
    if (!isNeighbour && ASKED_SIDES.some((side) => towards(side) !== null)) {
      for (const [way, measuredMm] of squareGaps(item, frame, thing)) {
        const required = towards(SIDES[way]);
        if (required !== null) gaps.push({ item, thing, way, measuredMm, required });
      }
    }
    const required = largestTowards(item, 'any', counterparts, shared);
    if (required === null || thing.boxes.length === 0) continue;
    const measuredMm = Math.min(...thing.boxes.map((other) => distanceBetweenBoxesMm(box, other)));
    gaps.push({ item, thing, way: 'nearest', measuredMm, required });
  }
  return gaps;
}

const ASKED_SIDES = ['beside', 'above', 'below'] as const;

/** Things that stand in the same place as a piece though they belong to another face. `item` may be a moved copy. */
export function standsIn(prepared: Prepared, item: Hung): Thing[] {
  const frame = prepared.site.frames.get(item.face.id);
  const [box] = gearInSpace(prepared, item)?.boxes ?? [];
  if (frame === undefined || box === undefined) return [];
  const { minX, maxX, minY, maxY } = item.body;
  const { standoffMm, depthMm } = item.type;
  const inside: Room = shrunk({ x: [minX, maxX], y: [minY, maxY], z: [standoffMm, standoffMm + depthMm] });
  return thingsNear(prepared, item, 0).filter((thing) => {
    if (thing.face.id === item.face.id) return false;
    if (thing.kind !== 'face') return thing.boxes.some((other) => overlapDepthMm(box, other) > COINCIDENT_MM);
    return polygonsInFrame(frame, thing).some((polygon) => clipToBox(polygon, inside).length > 0);
  });
}

function shrunk({ x, y, z }: Room): Room {
  const inner = ([from, to]: readonly [number, number]) =>
    [from + COINCIDENT_MM, to - COINCIDENT_MM] as const;
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
  const isOverhead =
    face.face.kind === 'ceiling' || (face.face.kind === 'roof' && face.face.side === 'inside');
  return isOverhead ? CEILING : SURFACE;
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
  const z = [COINCIDENT_MM, standoffMm + depthMm - COINCIDENT_MM] as const;
  const across = { x: [-Infinity, Infinity], y: [minY + COINCIDENT_MM, maxY - COINCIDENT_MM], z } as const;
  const upright = { x: [minX + COINCIDENT_MM, maxX - COINCIDENT_MM], y: [-Infinity, Infinity], z } as const;
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
  const beyond = places.map((place) => (place - sideMm) * sign);
  // What reaches to both sides of the body stands before neither.
  if (beyond.length === 0 || Math.min(...beyond) < -COINCIDENT_MM) return [];
  return [[way, Math.max(0, Math.min(...beyond))]];
}

/** From each side of the body to the edge of its face, where a rule asks for room there. */
function edgeGaps(item: Hung, shared: readonly SharedRule[]): GapAround[] {
  const { minX, maxX, minY, maxY } = item.body;
  const rules = EDGE_WAYS.flatMap((way) => {
    const required = largestTowards(item, SIDES[way], EDGE, shared);
    return required === null ? [] : [{ way, required }];
  });
  if (rules.length === 0) return [];
  const bands = {
    across: { x: ANYWHERE, y: [minY + COINCIDENT_MM, maxY - COINCIDENT_MM], z: [-1, 1] },
    upright: { x: [minX + COINCIDENT_MM, maxX - COINCIDENT_MM], y: ANYWHERE, z: [-1, 1] },
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
  const nearest = (sideMm: number, at: readonly number[], sign: 1 | -1) =>
    Math.min(...at.map((place) => (place - sideMm) * sign).filter((gap) => gap >= -COINCIDENT_MM), Infinity);
  const [xs, ys] = [places('across', 0), places('upright', 1)];
  const measured = {
    left: nearest(minX, xs, -1),
    right: nearest(maxX, xs, 1),
    above: nearest(maxY, ys, 1),
    below: nearest(minY, ys, -1),
  };
  return rules.flatMap(({ way, required }): GapAround[] => {
    const measuredMm = measured[way];
    return Number.isFinite(measuredMm) ? [{ item, thing: null, way, measuredMm, required }] : [];
  });
}

const EDGE: readonly RuleCounterpart[] = ['edge'];
const EDGE_WAYS = ['left', 'right', 'above', 'below'] as const;
const ANYWHERE = [-Infinity, Infinity] as const;
