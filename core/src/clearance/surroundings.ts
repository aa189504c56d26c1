import { queryOfGear, type Hung } from '../check/prepared.ts';
import { byIdentity } from '../derive/by-identity.ts';
import { once } from '../derive/once.ts';
import { distanceFromBoxMm } from '../geometry/box-to-polygon.ts';
import { clipToBox } from '../geometry/clip.ts';
import type { Frame } from '../geometry/frame.ts';
import { distanceBetweenBoxesMm, overlapDepthMm, type OrientedBox } from '../geometry/oriented-box.ts';
import { edgesOf } from '../geometry/segments.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import type { RuleCounterpart } from '../plan/gear-type.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { mayLieUnder, obstacleParts, partInBox } from '../site/obstacle-zone.ts';
import type { SiteFace } from '../site/site-face.ts';
import { isUpright } from './floor.ts';
import { hindrancesIn, partsIn } from './free-room.ts';
import { isFacingBeside, isOneOverOther } from './gaps.ts';
import { gearCounterparts, reachOfRulesMm } from './required-gap.ts';
import { gearInSpace, polygonsInFrame, thingsNear, type Room, type Thing } from './space.ts';

/** Square out from a side of a body, as its face is seen. */
export type SquareWay = 'left' | 'right' | 'above' | 'below';

/**
 * Something in reach of a piece, and how far off it is. No rule is asked, so that a changed one measures nothing anew; what is
 * not asked for is not measured at all.
 */
export type Near = {
  readonly thing: Thing;
  readonly counterparts: readonly RuleCounterpart[];
  /** Whether they share more than a touch: that is no gap but a stop, which other checks say. */
  readonly isInIt: () => boolean;
  /** The floor straight below. */
  readonly isFloorBelow: () => boolean;
  /** Square out from each side of the body before which it stands; none to gear on the same face. */
  readonly squareMm: () => readonly (readonly [SquareWay, number])[];
  /** Along the shortest line between the two bodies; not finite where there is none. */
  readonly nearestMm: () => number;
};

/**
 * What is in reach of any rule about a piece, but what is simply beside, above or below it on its own face, which checks of
 * their own look at. Nothing while nothing places its face. `item` may be a moved copy.
 */
export const thingsAround = queryOfGear((prepared, item): readonly Near[] => {
  const frame = prepared.site.frames.get(item.face.id);
  const [box] = gearInSpace(prepared, item)?.boxes ?? [];
  if (frame === undefined || box === undefined) return [];
  return thingsNear(prepared, item, reachOfRulesMm(prepared, item.type.id)).flatMap((thing) => {
    const isNeighbour = thing.kind === 'gear' && thing.face.id === item.face.id;
    if (isNeighbour && thing.hung !== null && isSquareTo(item, thing.hung)) return [];
    return [nearOf(item, box, frame, thing)];
  });
});

// Of what never changes alone: a body, a frame, a thing. What is worked out later reads nothing of the model.
function nearOf(item: Hung, box: OrientedBox, frame: Frame, thing: Thing): Near {
  const counterparts = counterpartsOf(item, thing);
  const isNeighbour = thing.kind === 'gear' && thing.face.id === item.face.id;
  const squareMm = once(() => (isNeighbour ? [] : squareGaps(item, frame, thing)));
  return {
    thing,
    counterparts,
    isInIt: once(() => isInOneAnother(item, box, frame, thing)),
    isFloorBelow: () =>
      counterparts === FLOOR && isUpright(frame) && squareMm().some(([way]) => way === 'below'),
    squareMm,
    nearestMm: once(() =>
      thing.kind === 'face'
        ? distanceToFaceMm(item, frame, thing)
        : Math.min(...thing.boxes.map((other) => distanceBetweenBoxesMm(box, other))),
    ),
  };
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

/** Whether any ceiling or underside of a roof is drawn over a body, however high. `item` may be a moved copy. */
export const isUnderCeiling = queryOfGear((prepared, item): boolean => {
  const { x, y, z } = roomOf(item);
  const over: Room = { x, y: [y[1] - TOUCH_MM, item.face.bounds.maxY + FAR_MM], z: [TOUCH_MM, z[1]] };
  return hindrancesIn(prepared, item, over, (thing) => thing.kind === 'face' && isOverhead(thing.face)).some(
    (each) => partsIn(each, over).length > 0,
  );
});

/** Higher than this over its wall no ceiling is looked for, mm. */
const FAR_MM = 20_000;

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
export const SURFACE: readonly RuleCounterpart[] = ['surface'];
export const FLOOR: readonly RuleCounterpart[] = ['surface', 'floor'];
export const CEILING: readonly RuleCounterpart[] = ['surface', 'ceiling'];
const OPENINGS: ReadonlySet<string> = new Set(['door', 'window', 'hatch', 'skylight']);

/** How far a thing is square out from each side of the body, where it stands before that side. */
function squareGaps(item: Hung, frame: Frame, thing: Thing): (readonly [SquareWay, number])[] {
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
function sideGap<Side extends SquareWay>(
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

/** Square out from each side of a body to the outline of its face; infinity where the body reaches past it. */
export const edgesAround = byIdentity((item: Hung): Readonly<Record<SquareWay, number>> => {
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
});

const ANYWHERE = [-Infinity, Infinity] as const;
