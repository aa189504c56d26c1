import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { COINCIDENT_MM } from '../plan/outline.ts';
import { clipPolygon, clipToBox } from '../site/clip.ts';
import { siteFromFace, type Frame } from '../site/frame.ts';
import type { Vec3 } from '../site/vec3.ts';
import { GAP_ROUNDING_MM } from './gaps.ts';
import type { Site } from '../site/site.ts';
import { polygonsInFrame, thingsInRoom, type Room, type Thing } from './space.ts';

/** Something that may stand in a room before a face, in that face’s own frame. */
export type Hindrance = { readonly thing: Thing; readonly polygons: readonly (readonly Vec3[])[] };

/** A face leans less than this from upright, as the sine of its lean: what stands before it stands on the floor. */
const UPRIGHT_SINE = 0.1;

export function isUpright(frame: Frame): boolean {
  return Math.abs(frame.toViewer[2]) < UPRIGHT_SINE && frame.up[2] > 0;
}

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
  const inner = ([from, to]: readonly [number, number]) =>
    [from + COINCIDENT_MM, to - COINCIDENT_MM] as const;
  const room: Room = { x: inner(x), y: inner(y), z: inner(z) };
  if (isBeyond(polygons, room)) return [];
  return polygons.map((polygon) => clipToBox(polygon, room)).filter((part) => part.length > 0);
}

type Bounds = { readonly min: Vec3; readonly max: Vec3 };
const knownBounds = new WeakMap<Hindrance['polygons'], Bounds>();

/** Whether all of a thing lies beyond one side of a room: its bounds tell, worked out once for its polygons. */
function isBeyond(polygons: Hindrance['polygons'], { x, y, z }: Room): boolean {
  let bounds = knownBounds.get(polygons);
  if (bounds === undefined) {
    const points = polygons.flat();
    const along = (pick: (...values: number[]) => number, start: number): Vec3 => [
      points.reduce((most, point) => pick(most, point[0]), start),
      points.reduce((most, point) => pick(most, point[1]), start),
      points.reduce((most, point) => pick(most, point[2]), start),
    ];
    bounds = { min: along(Math.min, Infinity), max: along(Math.max, -Infinity) };
    knownBounds.set(polygons, bounds);
  }
  const { min, max } = bounds;
  return min[0] > x[1] || max[0] < x[0] || min[1] > y[1] || max[1] < y[0] || min[2] > z[1] || max[2] < z[0];
}

/** Where the floor is in the frame of a piece’s face: its height there, and what it is taken from. */
export function floorUnder(prepared: Prepared, item: Hung): { readonly yMm: number; readonly name: string } {
  const frame = prepared.site.frames.get(item.face.id);
  const { minX, maxX, minY } = item.body;
  const edge = { yMm: item.face.bounds.minY, name: `the lower edge of ${item.face.name}` };
  if (frame === undefined || !isUpright(frame)) return edge;
  // A plumb line from before the middle of the body.
  const outMm = frontMm(item) + PLUMB_OUT_MM;
  const line: Room = {
    x: [(minX + maxX) / 2 - 1, (minX + maxX) / 2 + 1],
    y: [-Infinity, minY],
    z: [outMm - 1, outMm + 1],
  };
  let highest: { yMm: number; name: string } | null = null;
  for (const floor of floorsOf(prepared.site)) {
    const parts = polygonsInFrame(frame, floor).flatMap((each) => clipToBox(each, line));
    for (const [, yMm] of parts)
      if (highest === null || yMm > highest.yMm) highest = { yMm, name: floor.name };
  }
  return highest ?? edge;
}

const floors = new WeakMap<Site, readonly Pick<Thing, 'name' | 'polygons'>[]>();

/** The floors of a site, worked out once while it stays as it is. */
function floorsOf(site: Site): readonly Pick<Thing, 'name' | 'polygons'>[] {
  const known = floors.get(site);
  if (known !== undefined) return known;
  const found = [...site.faces.values()].flatMap((face) => {
    const frame = site.frames.get(face.id);
    if (face.face.kind !== 'floor' || frame === undefined) return [];
    return [{ name: face.name, polygons: [face.outline.map((point) => siteFromFace(frame, point))] }];
  });
  floors.set(site, found);
  return found;
}

/** How far before the front a person stands. */
const PLUMB_OUT_MM = 300;

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
 * along the wall, between two heights. Only where something slanting ends it is the depth found by halving, to a
 * hundredth of a millimetre; else it is exact.
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
    if (windowAt(depthMm + COINCIDENT_MM).window === null) {
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
  const depthMm = Math.max(0, free - COINCIDENT_MM);
  const { blocker } = windowAt(blocked + COINCIDENT_MM);
  return { depthMm, ends: blocker, window: windowAt(free).window ?? [minX, maxX] };
}

const DEPTH_STEP_MM = 0.01;

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
    if (from < maxX - COINCIDENT_MM && to > minX + COINCIDENT_MM)
      return { window: null, blocker: part.thing };
    if (to <= minX + COINCIDENT_MM && to > left) [left, leftBlocker] = [to, part.thing];
    if (from >= maxX - COINCIDENT_MM && from < right) [right, rightBlocker] = [from, part.thing];
  }
  if (right - left < wide - 2 * COINCIDENT_MM - GAP_ROUNDING_MM)
    return { window: null, blocker: leftBlocker ?? rightBlocker ?? null };
  // Square before the gear where there is room for that.
  const from = Math.min(Math.max((minX + maxX - wide) / 2, left), right - wide);
  return { window: [from, from + wide], blocker: null };
}
