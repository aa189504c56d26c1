import { faceName, gearName, obstacleName } from '../plan/names.ts';
import type { ToldValue } from '../quantity/told.ts';
import { gearNear, isOnOther, queryOfGear, type Hung, type Prepared } from '../check/prepared.ts';
import { isSameList } from '../derive/entities.ts';
import { placingInputs, type Model } from '../model/model.ts';
import { byIdentity } from '../derive/by-identity.ts';
import { fact, query } from '../derive/query.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import type { AxisBox } from '../geometry/clip.ts';
import { siteFromFace, type Frame } from '../geometry/frame.ts';
import {
  aroundBox,
  boxOnFace,
  cornersOfBox,
  facesOfBox,
  type OrientedBox,
} from '../geometry/oriented-box.ts';
import { boxOfPart } from '../site/obstacle-zone.ts';
import type { SiteFace } from '../site/site-face.ts';
import { convexParts } from '../geometry/triangles.ts';
import { dot, sub, type Vec3 } from '../geometry/vec3.ts';

/** What takes room in the site: hung gear, an obstacle that stands out, or a face itself. */
export type Thing = {
  readonly kind: 'gear' | 'obstacle' | 'face';
  readonly id: string;
  readonly name: ToldValue;
  readonly face: SiteFace;
  readonly hung: Hung | null;
  readonly obstacle: Obstacle | null;
  /** Its boxes; none for a face. */
  readonly boxes: readonly OrientedBox[];
  /** Its surface as flat polygons, in the site’s frame. */
  readonly polygons: readonly (readonly Vec3[])[];
  readonly min: Vec3;
  readonly max: Vec3;
};

/** An obstacle of no stated height still takes this much room, mm: thick paint at least. */
const LEAST_STANDS_OUT_MM = 1;

/** A face as it stands in the site; undefined while nothing places it. */
const faceThing = query((model: Model, id: string): Thing | undefined => {
  const face = model.site.faces.get(id);
  const frame = model.site.frames.get(id);
  if (face === undefined || frame === undefined) return undefined;
  const polygons = polygonsOfFace(face, frame);
  return {
    kind: 'face',
    id,
    name: faceName(id),
    face,
    hung: null,
    obstacle: null,
    boxes: [],
    polygons,
    ...around(polygons.flat()),
  };
});

/** What stands out from a face. */
export const obstacleThings = query((model: Model, faceId: string): readonly Thing[] => {
  const face = model.site.faces.get(faceId);
  const frame = model.site.frames.get(faceId);
  if (face === undefined || frame === undefined) return [];
  return face.inTheWay.map(({ obstacle, parts }) => {
    const outMm = Math.max(LEAST_STANDS_OUT_MM, obstacle.standsOutMm);
    const boxes = parts.map((part) => boxOfPart(frame, part, 0, outMm));
    return { ...thingOf('obstacle', obstacle.id, obstacleName(face.id, obstacle.id), face, boxes), obstacle };
  });
});

type Extent = Upright & { readonly id: string };

/** Where each face lies at most. */
const extents = fact(
  (model: Model): ReadonlyMap<string, Extent> =>
    new Map(
      model.faces.ids.flatMap((id): [string, Extent][] => {
        const thing = faceThing(model, id);
        return thing === undefined ? [] : [[id, { id, min: thing.min, max: thing.max }]];
      }),
    ),
  placingInputs,
  (a, b) => isSameList([...a.min, ...a.max], [...b.min, ...b.max]),
);

/** Where a face lies at most; undefined while nothing places it. */
export function extentOf(model: Model, id: string): Upright | undefined {
  return extents.of(model, id);
}

const ALL = 'all';
/** Where faces lie, seen from above: found by square cells of about a room’s size. */
const facesFromAbove = fact(
  (model: Model) => {
    const all = model.faces.ids.flatMap((id) => extents.of(model, id) ?? []);
    const cells = new Map<string, { readonly place: number; readonly extent: Extent }[]>();
    all.forEach((extent, place) => {
      for (const key of cellsFromAbove(extent)) {
        const cell = cells.get(key);
        if (cell === undefined) cells.set(key, [{ place, extent }]);
        else cell.push({ place, extent });
      }
    });
    return new Map([[ALL, { all, cells }]]);
  },
  placingInputs,
  (a, b) => JSON.stringify(a.all) === JSON.stringify(b.all),
);

const CELL_MM = 4000;
/** A box over more cells than this is compared with every face. */
const MOST_CELLS = 64;

function cellsFromAbove({ min, max }: Upright): string[] {
  const cellOf = (place: number) => Math.floor(place / CELL_MM);
  const keys: string[] = [];
  for (let i = cellOf(min[0]); i <= cellOf(max[0]); i++)
    for (let j = cellOf(min[1]); j <= cellOf(max[1]); j++) keys.push(`${i} ${j}`);
  return keys;
}

/** The faces that lie in an upright box of the site, or within so much of it, in the plan’s order. */
export function facesIn(model: Model, { min, max }: Upright, byMm: number): readonly string[] {
  const above = facesFromAbove.of(model, ALL);
  if (above === undefined) return [];
  const { all, cells } = above;
  const box: Upright = { min: sub(min, [byMm, byMm, byMm]), max: sub(max, [-byMm, -byMm, -byMm]) };
  const count = ((max[0] - min[0] + 2 * byMm) / CELL_MM + 1) * ((max[1] - min[1] + 2 * byMm) / CELL_MM + 1);
  if (!(count <= MOST_CELLS)) return all.filter((extent) => !isApart(extent, box, 0)).map(({ id }) => id);
  const found = new Map<string, number>();
  for (const key of cellsFromAbove(box)) {
    for (const { place, extent } of cells.get(key) ?? [])
      if (!isApart(extent, box, 0)) found.set(extent.id, place);
  }
  return [...found].sort((a, b) => a[1] - b[1]).map(([id]) => id);
}

/** A face as flat polygons without notches, in the site’s frame: what is cut out of it is then exact. */
function polygonsOfFace({ outline }: SiteFace, frame: Frame): Vec3[][] {
  return convexParts(outline).map((part) => part.map((point) => siteFromFace(frame, point)));
}

function thingOf(
  kind: 'gear' | 'obstacle',
  id: string,
  name: ToldValue,
  face: SiteFace,
  boxes: readonly OrientedBox[],
): Thing {
  const polygons = boxes.flatMap(facesOfBox);
  return {
    kind,
    id,
    name,
    face,
    hung: null,
    obstacle: null,
    boxes,
    polygons,
    ...around(boxes.flatMap(cornersOfBox)),
  };
}

function around(points: readonly Vec3[]): { readonly min: Vec3; readonly max: Vec3 } {
  const along = (axis: 0 | 1 | 2) => points.map((point) => point[axis]);
  const [x, y, z] = [along(0), along(1), along(2)];
  return {
    min: [Math.min(...x), Math.min(...y), Math.min(...z)],
    max: [Math.max(...x), Math.max(...y), Math.max(...z)],
  };
}

/** The body of hung gear where it stands in the site; null while nothing places its face. `item` may be a moved copy. */
export const gearInSpace = queryOfGear((model, item): Thing | null => {
  const frame = model.site.frames.get(item.face.id);
  if (frame === undefined) return null;
  const { standoffMm, depthMm } = item.type;
  const box = boxOnFace(frame, item.body, standoffMm, standoffMm + depthMm);
  return { ...thingOf('gear', item.id, gearName(item.id), item.face, [box]), hung: item };
});

/** How far gear stands out from its face at most, with some to spare: how far to look beyond a face itself. */
export const DEEPEST_GEAR_MM = 1500;
/**
 * A piece over which more gear than this lies is in a heap, dropped or drawn by mistake: the overlaps say so, and what else
 * is wrong with it is found once it is spread out. So few things are looked at for it; for all other gear, every one.
 */
const HEAP_COUNT = 50;

export function isInHeap(prepared: Prepared, item: Hung): boolean {
  return gearNear(prepared, item.body, item).length > HEAP_COUNT;
}

/** An upright box of the site. */
type Upright = { readonly min: Vec3; readonly max: Vec3 };

export function isApart(a: Upright, b: Upright, byMm: number): boolean {
  return (
    a.min[0] > b.max[0] + byMm ||
    a.max[0] < b.min[0] - byMm ||
    a.min[1] > b.max[1] + byMm ||
    a.max[1] < b.min[1] - byMm ||
    a.min[2] > b.max[2] + byMm ||
    a.max[2] < b.min[2] - byMm
  );
}

/**
 * Everything within reach of a piece of gear but itself, its own face and the other side of it: first what is on its
 * own face. `item` may be a moved copy.
 */
export function thingsNear(prepared: Prepared, item: Hung, reachMm: number): Thing[] {
  const [box] = gearInSpace(prepared, item)?.boxes ?? [];
  if (box === undefined) return [];
  const { min, max } = aroundBox(box);
  return thingsIn(prepared, item, {
    min: sub(min, [reachMm, reachMm, reachMm]),
    max: sub(max, [-reachMm, -reachMm, -reachMm]),
  });
}

/** Everything that may reach into a room before the face of a piece, but the piece, its face and the other side of it. */
export function thingsInRoom(prepared: Prepared, item: Hung, { x, y, z }: Room): Thing[] {
  const frame = prepared.site.frames.get(item.face.id);
  if (frame === undefined) return [];
  const over = { minX: x[0], maxX: x[1], minY: y[0], maxY: y[1] };
  return thingsIn(prepared, item, aroundBox(boxOnFace(frame, over, z[0], z[1])));
}

function thingsIn(prepared: Prepared, item: Hung, within: Upright): Thing[] {
  const most = isInHeap(prepared, item) ? HEAP_COUNT : Infinity;
  const found: Thing[] = [];
  const takeFrom = (faceId: string) => {
    for (const thing of obstacleThings(prepared, faceId)) if (!isApart(thing, within, 0)) found.push(thing);
    for (const hung of gearOnFaceNear(prepared, faceId, within.min, within.max)) {
      if (found.length >= most) return;
      if (hung.id === item.id || isOnOther(hung, item)) continue;
      const thing = gearInSpace(prepared, hung);
      if (thing !== null && !isApart(thing, within, 0)) found.push(thing);
    }
  };
  takeFrom(item.face.id);
  for (const faceId of facesIn(prepared, within, DEEPEST_GEAR_MM)) {
    const thing = faceId === item.face.id ? undefined : faceThing(prepared, faceId);
    if (thing === undefined) continue;
    if (faceId !== item.face.otherSide && !isApart(thing, within, 0)) found.push(thing);
    takeFrom(faceId);
  }
  return found;
}

/** How far one upright box reaches beyond another at most. */
export function reaches(a: Upright, b: Upright): number {
  return Math.max(
    b.min[0] - a.min[0],
    b.min[1] - a.min[1],
    b.min[2] - a.min[2],
    a.max[0] - b.max[0],
    a.max[1] - b.max[1],
    a.max[2] - b.max[2],
  );
}

/** Gear of a face whose body may lie in an upright box of the site: by the face’s own grid. */
function gearOnFaceNear(prepared: Prepared, faceId: string, low: Vec3, high: Vec3): readonly Hung[] {
  const grid = prepared.grids.get(faceId);
  const frame = prepared.site.frames.get(faceId);
  if (grid === undefined || frame === undefined) return [];
  const across = spanAlong(frame.origin, frame.right, low, high);
  const up = spanAlong(frame.origin, frame.up, low, high);
  return grid.near({ minX: across[0], maxX: across[1], minY: up[0], maxY: up[1] });
}

/** The span of an upright box along a direction from an origin. */
function spanAlong(origin: Vec3, axis: Vec3, low: Vec3, high: Vec3): readonly [number, number] {
  let [least, most] = [-dot(origin, axis), -dot(origin, axis)];
  axis.forEach((part, index) => {
    const ends = [part * (low[index] ?? 0), part * (high[index] ?? 0)];
    least += Math.min(...ends);
    most += Math.max(...ends);
  });
  return [least, most];
}

/** A point of the site in a face’s own frame: x right, y up, z out from it towards the viewer. */
export function inFrame(frame: Frame, point: Vec3): Vec3 {
  const from = sub(point, frame.origin);
  return [dot(from, frame.right), dot(from, frame.up), dot(from, frame.toViewer)];
}

type Polygons = readonly (readonly Vec3[])[];
/** What is seen from a frame, thing by thing. */
const seenFrom = byIdentity((frame: Frame) =>
  byIdentity((polygons: Polygons): Polygons =>
    polygons.map((polygon) => polygon.map((point) => inFrame(frame, point))),
  ),
);

/** The polygons of a thing in a face’s own frame; worked out once for a frame and a thing. */
export function polygonsInFrame(frame: Frame, { polygons }: Pick<Thing, 'polygons'>): Polygons {
  return seenFrom(frame)(polygons);
}

/** A box of space before a face: along it, up it, and out from it, mm. */
export type Room = AxisBox;

/** The half-spaces that bound a room; ends at infinity bound nothing. */
export function wallsOf(room: Room): { readonly normal: Vec3; readonly offset: number }[] {
  const axes = [
    [room.x, [1, 0, 0]],
    [room.y, [0, 1, 0]],
    [room.z, [0, 0, 1]],
  ] as const;
  return axes.flatMap(([[from, to], axis]) => {
    const negative: Vec3 = [-axis[0], -axis[1], -axis[2]];
    return [
      ...(Number.isFinite(to) ? [{ normal: axis as Vec3, offset: to }] : []),
      ...(Number.isFinite(from) ? [{ normal: negative, offset: -from }] : []),
    ];
  });
}
