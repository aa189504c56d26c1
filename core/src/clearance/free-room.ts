import { byIdentity } from '../derive/by-identity.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { isBelow, TOUCH_MM } from '../quantity/compare.ts';
import { clipPolygon, clipToBox } from '../geometry/clip.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import { polygonsInFrame, thingsInRoom, type Room, type Thing } from './space.ts';

/** Something that may stand in a room before a face, in that face’s own frame. */
export type Hindrance = { readonly thing: Thing; readonly polygons: readonly (readonly Vec3[])[] };

/** What may reach into a room before a piece, in its face’s frame; nothing while nothing places the face. */
export function hindrancesIn(
  prepared: Prepared,
  item: Hung,
  room: Room,
  counts: (thing: Thing) => boolean = () => true,
): Hindrance[] {
  const frame = prepared.site.frames.get(item.face.id);
  if (frame === undefined) return [];
  return thingsInRoom(prepared, item, room)
    .filter(counts)
    .map((thing) => ({
      thing,
      polygons: polygonsInFrame(frame, thing),
    }));
}

/** The room around a piece, so far on every side of its body and before its front. */
export function roomAround({ body, type }: Hung, reachMm: number): Room {
  return {
    x: [body.minX - reachMm, body.maxX + reachMm],
    y: [body.minY - reachMm, body.maxY + reachMm],
    z: [0, type.standoffMm + type.depthMm + reachMm],
  };
}

/** The parts of a thing that lie in a room, touching not counted. */
export function partsIn({ polygons }: Hindrance, { x, y, z }: Room): (readonly Vec3[])[] {
  const inner = ([from, to]: readonly [number, number]) => [from + TOUCH_MM, to - TOUCH_MM] as const;
  const room: Room = { x: inner(x), y: inner(y), z: inner(z) };
  if (isBeyond(polygons, room)) return [];
  return polygons.map((polygon) => clipToBox(polygon, room)).filter((part) => part.length > 0);
}

type Bounds = { readonly min: Vec3; readonly max: Vec3 };
const boundsOfPolygons = byIdentity((polygons: Hindrance['polygons']): Bounds => {
  const points = polygons.flat();
  const along = (pick: (...values: number[]) => number, start: number): Vec3 => [
    points.reduce((most, point) => pick(most, point[0]), start),
    points.reduce((most, point) => pick(most, point[1]), start),
    points.reduce((most, point) => pick(most, point[2]), start),
  ];
  return { min: along(Math.min, Infinity), max: along(Math.max, -Infinity) };
});

/** Whether all of a thing lies beyond one side of a room: its bounds tell. */
function isBeyond(polygons: Hindrance['polygons'], { x, y, z }: Room): boolean {
  const { min, max } = boundsOfPolygons(polygons);
  return min[0] > x[1] || max[0] < x[0] || min[1] > y[1] || max[1] < y[0] || min[2] > z[1] || max[2] < z[0];
}

export type FreeRoom = {
  /** How deep the room before the front is, at the window along the wall that leaves most; at most `mostMm`. */
  readonly depthMm: number;
  /** What ends it; null where nothing drawn does. */
  readonly ends: Thing | null;
  /** Where along the face the window is. */
  readonly window: readonly [number, number];
};

/** A part of a hindrance in the room: how near to the front it begins, and where along the face it lies. */
type Part = {
  readonly thing: Thing;
  readonly points: readonly Vec3[];
  readonly fromZ: number;
  readonly toZ: number;
  readonly x: readonly [number, number];
};

/**
 * The room before the front of a piece: the deepest box `widthMm` wide that contains the piece’s width, placed anywhere
 * along the wall, between two heights. Only where something slanting ends it is the depth found by halving, to within
 * a touch; else it is exact.
 */
export function freeRoom(
  item: Hung,
  hindrances: readonly Hindrance[],
  {
    widthMm,
    y,
    mostMm,
  }: { readonly widthMm: number; readonly y: readonly [number, number]; readonly mostMm: number },
): FreeRoom {
  const { minX, maxX } = item.body;
  const wide = Math.max(widthMm, maxX - minX);
  const front = frontMm(item);
  const reach: Room = { x: [maxX - wide, minX + wide], y, z: [front, front + mostMm] };
  const parts = hindrances.flatMap((each) =>
    partsIn(each, reach).map((points) => partOf(each.thing, points)),
  );
  const windowAt = (depthMm: number) => findWindow(parts, front + depthMm, reach.x, [minX, maxX], wide);
  const whole = windowAt(mostMm);
  if (whole.window !== null) return { depthMm: mostMm, ends: null, window: whole.window };
  // Where parts begin, nearest first: the first at which no window is left ends the room, or something before it does.
  const begins = [...new Set(parts.map(({ fromZ }) => fromZ - front))].sort((a, b) => a - b);
  let [free, blocked] = [0, mostMm];
  for (const depthMm of begins) {
    if (windowAt(depthMm + TOUCH_MM).window === null) {
      blocked = depthMm;
      break;
    }
    free = depthMm;
  }
  if (windowAt(blocked).window !== null) free = blocked;
  while (blocked - free > DEPTH_STEP_MM) {
    const middle = (free + blocked) / 2;
    if (windowAt(middle).window === null) blocked = middle;
    else free = middle;
  }
  const { blocker } = windowAt(blocked + TOUCH_MM);
  // What stands further back than the front is cut off a touch before it: then nothing is free.
  const depthMm = free <= 2 * TOUCH_MM ? 0 : free;
  return { depthMm, ends: blocker, window: windowAt(free).window ?? [minX, maxX] };
}

/** How near halving comes to where something slanting ends the room, mm: well within a touch. */
const DEPTH_STEP_MM = TOUCH_MM / 100;

function partOf(thing: Thing, points: readonly Vec3[]): Part {
  let [fromZ, toZ, fromX, toX] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const [x, , z] of points) {
    fromZ = Math.min(fromZ, z);
    toZ = Math.max(toZ, z);
    fromX = Math.min(fromX, x);
    toX = Math.max(toX, x);
  }
  return { thing, points, fromZ, toZ, x: [fromX, toX] };
}

/** Where along the face a part lies as far out as a depth; null where it begins beyond. */
function spanTo(part: Part, toZ: number): readonly [number, number] | null {
  if (part.fromZ >= toZ) return null;
  if (part.toZ <= toZ) return part.x;
  return partOf(part.thing, clipPolygon(part.points, [{ normal: [0, 0, 1], offset: toZ }])).x;
}

/** A window of a width, with the piece in it, that nothing reaches into as far out as a depth; or what blocks it. */
function findWindow(
  parts: readonly Part[],
  toZ: number,
  within: readonly [number, number],
  [minX, maxX]: readonly [number, number],
  wide: number,
): { readonly window: readonly [number, number] | null; readonly blocker: Thing | null } {
  let [left, right] = within;
  let [leftBlocker, rightBlocker]: (Thing | null)[] = [null, null];
  for (const part of parts) {
    const span = spanTo(part, toZ);
    if (span === null) continue;
    const [from, to] = span;
    if (from < maxX - TOUCH_MM && to > minX + TOUCH_MM) return { window: null, blocker: part.thing };
    if (to <= minX + TOUCH_MM && to > left) [left, leftBlocker] = [to, part.thing];
    if (from >= maxX - TOUCH_MM && from < right) [right, rightBlocker] = [from, part.thing];
  }
  if (isBelow(right - left, wide, 'mm'))
    return { window: null, blocker: leftBlocker ?? rightBlocker ?? null };
  // Square before the gear where there is room for that.
  const from = Math.min(Math.max((minX + maxX - wide) / 2, left), right - wide);
  return { window: [from, from + wide], blocker: null };
}
