import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { COINCIDENT_MM } from '../plan/outline.ts';
import { clipPolygon } from '../site/clip.ts';
import { siteFromFace, type Frame } from '../site/frame.ts';
import type { Vec3 } from '../site/vec3.ts';
import { GAP_ROUNDING_MM } from './gaps.ts';
import { polygonsInFrame, thingsNear, wallsOf, type Room, type Thing } from './space.ts';

/** Something that may stand in a room before a face, in that face’s own frame. */
export type Hindrance = { readonly thing: Thing; readonly polygons: readonly (readonly Vec3[])[] };

/** A face leans less than this from upright, as the sine of its lean: what stands before it stands on the floor. */
const UPRIGHT_SINE = 0.1;

export function isUpright(frame: Frame): boolean {
  return Math.abs(frame.toViewer[2]) < UPRIGHT_SINE && frame.up[2] > 0;
}

/** What is near a piece, in its face’s frame; nothing while nothing places the face. */
export function hindrancesNear(prepared: Prepared, item: Hung, reachMm: number): Hindrance[] {
  const frame = prepared.site.frames.get(item.face.id);
  if (frame === undefined) return [];
  return thingsNear(prepared, item, reachMm).map((thing) => ({
    thing,
    polygons: polygonsInFrame(frame, thing),
  }));
}

/** The parts of a thing that lie in a room, touching not counted. */
export function partsIn({ polygons }: Hindrance, { x, y, z }: Room): Vec3[][] {
  const inner = ([from, to]: readonly [number, number]) =>
    [from + COINCIDENT_MM, to - COINCIDENT_MM] as const;
  const walls = wallsOf({ x: inner(x), y: inner(y), z: inner(z) });
  return polygons.map((polygon) => clipPolygon(polygon, walls)).filter((part) => part.length > 0);
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
  for (const [id, face] of prepared.site.faces) {
    const other = prepared.site.frames.get(id);
    if (face.face.kind !== 'floor' || other === undefined) continue;
    const polygon = face.outline.map((point) => siteFromFace(other, point));
    const parts = polygonsInFrame(frame, { polygons: [polygon] }).flatMap((each) =>
      clipPolygon(each, wallsOf(line)),
    );
    for (const [, yMm] of parts)
      if (highest === null || yMm > highest.yMm) highest = { yMm, name: face.name };
  }
  return highest ?? edge;
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

/**
 * The room before the front of a piece: the deepest box `widthMm` wide that contains the piece’s width, placed anywhere
 * along the wall, between two heights. The depth is found by halving, to a hundredth of a millimetre, between places
 * where it is free and where it is not.
 */
export function freeRoom(
  item: Hung,
  hindrances: readonly Hindrance[],
  { widthMm, y, mostMm }: { readonly widthMm: number; readonly y: readonly [number, number]; readonly mostMm: number },
): FreeRoom {
  const { minX, maxX } = item.body;
  const wide = Math.max(widthMm, maxX - minX);
  const front = frontMm(item);
  const reach: Room = { x: [maxX - wide, minX + wide], y, z: [front, front + mostMm] };
  const near = hindrances.filter((each) => partsIn(each, reach).length > 0);
  const windowAt = (depthMm: number) => findWindow(near, { ...reach, z: [front, front + depthMm] }, [minX, maxX], wide);
  const whole = windowAt(mostMm);
  if (whole.window !== null) return { depthMm: mostMm, ends: null, window: whole.window };
  let [free, blocked] = [0, mostMm];
  while (blocked - free > DEPTH_STEP_MM) {
    const middle = (free + blocked) / 2;
    if (windowAt(middle).window === null) blocked = middle;
    else free = middle;
  }
  const { window } = windowAt(free);
  return { depthMm: free, ends: windowAt(blocked).blocker, window: window ?? [minX, maxX] };
} // prettier-ignore

const DEPTH_STEP_MM = 0.01;

/** A window of a width, with the piece in it, that nothing in the room reaches into; or what blocks the piece itself. */
function findWindow(
  near: readonly Hindrance[],
  room: Room,
  [minX, maxX]: readonly [number, number],
  wide: number,
): { readonly window: readonly [number, number] | null; readonly blocker: Thing | null } {
  let [left, right] = [room.x[0], room.x[1]];
  let [leftBlocker, rightBlocker]: (Thing | null)[] = [null, null];
  for (const hindrance of near) {
    for (const part of partsIn(hindrance, room)) {
      const xs = part.map(([x]) => x);
      const [from, to] = [Math.min(...xs), Math.max(...xs)];
      if (from < maxX - COINCIDENT_MM && to > minX + COINCIDENT_MM) return { window: null, blocker: hindrance.thing };
      if (to <= minX + COINCIDENT_MM && to > left) [left, leftBlocker] = [to, hindrance.thing];
      if (from >= maxX - COINCIDENT_MM && from < right) [right, rightBlocker] = [from, hindrance.thing];
    }
  }
  if (right - left < wide - 2 * COINCIDENT_MM - GAP_ROUNDING_MM) return { window: null, blocker: leftBlocker ?? rightBlocker ?? null };
  // Square before the gear where there is room for that.
  const from = Math.min(Math.max((minX + maxX - wide) / 2, left), right - wide);
  return { window: [from, from + wide], blocker: null };
} // prettier-ignore
