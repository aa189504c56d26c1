// One closed algorithm with private helpers: the orthogonal grid that shortest cable paths lie on.
import type { PointMm } from '../plan/values.ts';
import { doSegmentsCross, edgesOf } from '../geometry/segments.ts';
import { sliceOf } from '../geometry/convex.ts';
import { boundsOf, isInside, type BoxMm } from '../geometry/polygon.ts';
import { foldsAt } from '../site/folds.ts';
import { foldEdge, type SiteFace } from '../site/site.ts';
import type { Fold } from '../plan/face.ts';

/** Micrometres per mm: coordinates are whole micrometres, so that equal lengths compare equal. */
export const UM_PER_MM = 1000;

/** Directions on a face, in turning order: right, up, left, down. */
export const RIGHT = 0;
export const UP = 1;
export const LEFT = 2;
export const DOWN = 3;
export type Direction = 0 | 1 | 2 | 3;

export type PointUm = readonly [number, number];

/** The lines of one face and which pieces of them a cable may use. Node (i, j) is `j·columns + i`. */
export type FaceGrid = Lines & {
  readonly face: string;
  /** 1 where the piece from node (i, j) to the next on its right, or above it, is free. */
  readonly freeRight: Uint8Array;
  readonly freeUp: Uint8Array;
  /** Bored holes up to each node, along its level line from the left and along its upright one from below; null where nothing is bored. */
  readonly bores: { readonly toX: Int32Array; readonly toY: Int32Array } | null;
};

/** Something long that ways may cross and not run along inside of: framing behind a face. */
export type Band = {
  readonly axis: 'vertical' | 'horizontal';
  readonly minMm: number;
  readonly maxMm: number;
  readonly fromMm: number;
  readonly toMm: number;
  /** Whether each crossing is a bored hole. */
  readonly isBored: boolean;
};

/** What a face's grid is made for: boxes to keep out of, and points that must be on it. */
export type GridDemand = {
  readonly face: Pick<SiteFace, 'id' | 'outline' | 'bounds'>;
  readonly keepOut: readonly BoxMm[];
  /** Convex shapes with slanting sides to keep out of, exactly. */
  readonly shapes?: readonly (readonly PointMm[])[];
  readonly bands?: readonly Band[];
  readonly points: readonly PointMm[];
};

/** A fold whose edge runs along or across both its faces: lines go straight on over it. */
export type Crossing = {
  readonly fromFace: string;
  readonly toFace: string;
  /** The edge here: it runs along x (axis 0) at y = fixedUm, or along y (axis 1) at x = fixedUm. */
  readonly axis: 0 | 1;
  readonly fixedUm: number;
  /** The point on the other face, in whole micrometres; null off the edge. */
  readonly map: (point: PointUm) => PointUm | null;
  /** Directions on the other face for directions here, straight over the fold. */
  readonly turn: readonly Direction[];
};

export function toUm(lengthMm: number): number {
  return Math.round(lengthMm * UM_PER_MM);
}

export function pointUm([x, y]: PointMm): PointUm {
  return [toUm(x), toUm(y)];
}

/** The lines of a face, in whole micrometres: each list sorted, no value twice. */
export type Lines = { readonly xsUm: Int32Array; readonly ysUm: Int32Array };

/** A face with its folds, as far as cables may cross them. */
export type Foldable = Pick<SiteFace, 'id' | 'outline'>;

/** A fold whose edge slants on one of its faces or both: it is crossed where a line of either face meets it. */
export type Slant = {
  readonly fold: string;
  readonly fromFace: string;
  readonly toFace: string;
  /** The shared edge here, and the same ends there. */
  readonly here: readonly [PointMm, PointMm];
  readonly there: readonly [PointMm, PointMm];
  readonly lengthMm: number;
  /** For each direction here the one there that goes straight on, as on paper unfolded; null where none does. */
  readonly straight: readonly (Direction | null)[];
};

/** How a face is joined to others over its folds. */
export type FaceJoins = { readonly crossings: readonly Crossing[]; readonly slants: readonly Slant[] };

/** The ways over the folds of a face. `badFolds` do not fit, and are crossed by none. `faceOf` gives the other faces. */
export function joinsFrom(
  face: Foldable,
  folds: readonly Fold[],
  badFolds: ReadonlySet<string>,
  faceOf: (id: string) => Foldable | undefined,
): FaceJoins {
  const crossings: Crossing[] = [];
  const slants: Slant[] = [];
  for (const { fold, here, there } of foldsAt(folds, face.id)) {
    const other = badFolds.has(fold.id) ? undefined : faceOf(there.face);
    const edge = foldEdge(face, here.edge);
    const otherEdge = other === undefined ? null : foldEdge(other, there.edge);
    if (other === undefined || edge === null || otherEdge === null) continue;
    const crossing = crossingOver(face.id, other.id, edge, otherEdge);
    if (crossing !== null) crossings.push(crossing);
    else slants.push(slantOver(fold.id, [face.id, other.id], edge, otherEdge));
  }
  return { crossings, slants };
}

function slantOver(
  fold: string,
  [fromFace, toFace]: readonly [string, string],
  here: readonly [PointMm, PointMm],
  [otherTo, otherFrom]: readonly [PointMm, PointMm],
): Slant {
  const there = [otherFrom, otherTo] as const;
  const [angle, otherAngle] = [angleOf(here), angleOf(there)];
  const straight = [0, 1, 2, 3].map((direction): Direction | null => {
    // What lies at an angle to the edge here lies at the same angle to it there.
    const turned = (direction * Math.PI) / 2 - angle + otherAngle;
    const quarters = turned / (Math.PI / 2);
    const whole = Math.round(quarters);
    return Math.abs(quarters - whole) < STRAIGHT_QUARTERS ? ((((whole % 4) + 4) % 4) as Direction) : null;
  });
  const lengthMm = Math.hypot(here[1][0] - here[0][0], here[1][1] - here[0][1]);
  return { fold, fromFace, toFace, here, there, lengthMm, straight };
}

/** Quarter turns within which a way goes straight on: a thousandth of a degree. */
const STRAIGHT_QUARTERS = 1e-5;

function angleOf([[ax, ay], [bx, by]]: readonly [PointMm, PointMm]): number {
  return Math.atan2(by - ay, bx - ax);
}

/**
 * A shortest path along and across among boxes lies on the lines through their sides and its own ends; so each face gets
 * the lines of its corners, keep-outs and demanded points, and the lines of its neighbours carried over their folds.
 */
export function ownLines({ face, keepOut, shapes = [], bands = [], points }: GridDemand): Lines {
  const xs = new Set<number>();
  const ys = new Set<number>();
  for (const [x, y] of [...face.outline, ...points, ...shapes.flat()]) {
    xs.add(toUm(x));
    ys.add(toUm(y));
  }
  for (const { minX, minY, maxX, maxY } of keepOut) {
    xs.add(toUm(minX)).add(toUm(maxX));
    ys.add(toUm(minY)).add(toUm(maxY));
  }
  for (const { axis, minMm, maxMm, fromMm, toMm } of bands) {
    const [across, along] = axis === 'vertical' ? [xs, ys] : [ys, xs];
    across.add(toUm(minMm)).add(toUm(maxMm));
    // Past its ends a way leads round it.
    along.add(toUm(fromMm)).add(toUm(toMm));
  }
  addMeetings(shapes, xs, ys);
  return asLines(xs, ys);
}

/** Lines are turned at slanting sides so many times, as long as a face has no more than so many of them. */
const TURNS_AT_SIDES = 3;
const MOST_TURNED_LINES = 160;

/** Where lines meet the slanting sides of shapes, a way may turn off along the other axis: and again where that line meets one. */
function addMeetings(shapes: readonly (readonly PointMm[])[], xs: Set<number>, ys: Set<number>): void {
  const sides = shapes
    .flatMap((shape) => edgesOf(shape))
    .filter(([[ax, ay], [bx, by]]) => ax !== bx && ay !== by);
  const isOn = (value: number, a: number, b: number) => value > Math.min(a, b) && value < Math.max(a, b);
  let [uprights, levels] = [[...xs], [...ys]];
  for (let round = 0; round < TURNS_AT_SIDES && xs.size + ys.size <= MOST_TURNED_LINES; round++) {
    const [moreXs, moreYs] = [new Set<number>(), new Set<number>()];
    for (const [[ax, ay], [bx, by]] of sides) {
      for (const x of uprights)
        if (isOn(x / UM_PER_MM, ax, bx))
          moreYs.add(toUm(ay + ((by - ay) * (x / UM_PER_MM - ax)) / (bx - ax)));
      for (const y of levels)
        if (isOn(y / UM_PER_MM, ay, by))
          moreXs.add(toUm(ax + ((bx - ax) * (y / UM_PER_MM - ay)) / (by - ay)));
    }
    uprights = [...moreXs].filter((x) => !xs.has(x));
    levels = [...moreYs].filter((y) => !ys.has(y));
    for (const x of uprights) xs.add(x);
    for (const y of levels) ys.add(y);
  }
}

function asLines(xs: ReadonlySet<number>, ys: ReadonlySet<number>): Lines {
  return { xsUm: Int32Array.from(xs).sort(), ysUm: Int32Array.from(ys).sort() };
}

/** A place on a slanting fold where ways cross it, on both its faces. */
export type FoldPlace = { readonly here: PointUm; readonly there: PointUm };

/** The lines of faces folded together, and where they meet slanting folds: by `slantKey`. */
export type CarriedLines = {
  readonly lines: ReadonlyMap<string, Lines>;
  readonly places: ReadonlyMap<string, readonly FoldPlace[]>;
};

export function slantKey({ fold, fromFace }: Pick<Slant, 'fold' | 'fromFace'>): string {
  return `${fold} ${fromFace}`;
}

/** Lines are carried over so many slanting folds in a row: each adds two lines for one (a way over more is near the shortest). */
const SLANTING_IN_A_ROW = 3;
/** No face gets more lines by slanting folds than this. */
const MOST_LINES = 500;

type MutableLines = { readonly xs: Set<number>; readonly ys: Set<number> };

/** Carries lines over folds until none carries a new one; a chain of n faces needs at most n rounds. */
export function carriedLines(
  own: ReadonlyMap<string, Lines>,
  crossings: readonly Crossing[],
  slants: readonly Slant[] = [],
): CarriedLines {
  const lines = new Map<string, MutableLines>(
    [...own].map(([id, { xsUm, ysUm }]) => [id, { xs: new Set(xsUm), ys: new Set(ysUm) }]),
  );
  const met = new Map<string, SlantPlaces>();
  carryStraight(lines, crossings);
  for (let round = 0; round < SLANTING_IN_A_ROW; round++) {
    const added = slants.reduce((sum, slant) => sum + carryOverSlant(lines, slant, met), 0);
    if (added === 0) break;
    carryStraight(lines, crossings);
  }
  return {
    lines: new Map([...lines].map(([id, { xs, ys }]) => [id, asLines(xs, ys)])),
    places: new Map([...met].map(([key, { list }]) => [key, list])),
  };
}

function carryStraight(lines: ReadonlyMap<string, MutableLines>, crossings: readonly Crossing[]): void {
  for (let round = 0; round <= lines.size; round++) {
    let carried = 0;
    for (const crossing of crossings) {
      const from = lines.get(crossing.fromFace);
      const to = lines.get(crossing.toFace);
      if (from === undefined || to === undefined) continue;
      const { axis, fixedUm } = crossing;
      for (const value of axis === 0 ? from.xs : from.ys) {
        const mapped = crossing.map(axis === 0 ? [value, fixedUm] : [fixedUm, value]);
        if (mapped === null) continue;
        const before = to.xs.size + to.ys.size;
        to.xs.add(mapped[0]);
        to.ys.add(mapped[1]);
        carried += to.xs.size + to.ys.size - before;
      }
    }
    if (carried === 0) break;
  }
}

/** Where a slanting fold is met, and by which lines here: a line that came of such a place meets it there and nowhere else. */
type SlantPlaces = { readonly list: FoldPlace[]; readonly xs: Set<number>; readonly ys: Set<number> };

function placesOf(met: Map<string, SlantPlaces>, key: string): SlantPlaces {
  const known = met.get(key);
  if (known !== undefined) return known;
  const made: SlantPlaces = { list: [], xs: new Set(), ys: new Set() };
  met.set(key, made);
  return made;
}

/** How many lines came anew. */
function carryOverSlant(
  lines: ReadonlyMap<string, MutableLines>,
  slant: Slant,
  met: Map<string, SlantPlaces>,
): number {
  const from = lines.get(slant.fromFace);
  const to = lines.get(slant.toFace);
  if (from === undefined || to === undefined) return 0;
  const here = placesOf(met, slantKey(slant));
  const there = placesOf(met, slantKey({ fold: slant.fold, fromFace: slant.toFace }));
  let added = 0;
  for (const axis of [0, 1] as const) {
    const known = axis === 0 ? here.xs : here.ys;
    for (const value of axis === 0 ? [...from.xs] : [...from.ys]) {
      if (known.has(value)) continue;
      known.add(value);
      const share = shareAt(slant, axis, value);
      if (share === null || from.xs.size + from.ys.size > MOST_LINES || to.xs.size + to.ys.size > MOST_LINES)
        continue;
      const place: FoldPlace = { here: along(slant.here, share), there: along(slant.there, share) };
      here.list.push(place);
      there.list.push({ here: place.there, there: place.here });
      added += addPlace(from, here, place.here) + addPlace(to, there, place.there);
    }
  }
  return added;
}

function addPlace({ xs, ys }: MutableLines, places: SlantPlaces, [x, y]: PointUm): number {
  const before = xs.size + ys.size;
  xs.add(x);
  ys.add(y);
  places.xs.add(x);
  places.ys.add(y);
  return xs.size + ys.size - before;
}

/** How far along its edge a line meets a fold, 0 to 1; null where it does not, or runs along it. */
function shareAt({ here: [from, to] }: Slant, axis: 0 | 1, valueUm: number): number | null {
  const [a, b] = [from[axis] * UM_PER_MM, to[axis] * UM_PER_MM];
  if (Math.abs(b - a) < 1) return null;
  const share = (valueUm - a) / (b - a);
  return share < 0 || share > 1 ? null : share;
}

function along([from, to]: readonly [PointMm, PointMm], share: number): PointUm {
  return [toUm(from[0] + share * (to[0] - from[0])), toUm(from[1] + share * (to[1] - from[1]))];
}

/** All lines of both. */
export function joinedLines(a: Lines, b: Lines): Lines {
  return asLines(new Set([...a.xsUm, ...b.xsUm]), new Set([...a.ysUm, ...b.ysUm]));
}

export function isSameLines(a: Lines, b: Lines): boolean {
  return isSameArray(a.xsUm, b.xsUm) && isSameArray(a.ysUm, b.ysUm);
}

export function isSameGrid(a: FaceGrid, b: FaceGrid): boolean {
  return (
    isSameLines(a, b) &&
    isSameArray(a.freeRight, b.freeRight) &&
    isSameArray(a.freeUp, b.freeUp) &&
    (a.bores === b.bores ||
      (a.bores !== null &&
        b.bores !== null &&
        isSameArray(a.bores.toX, b.bores.toX) &&
        isSameArray(a.bores.toY, b.bores.toY)))
  );
}

function isSameArray(a: Int32Array | Uint8Array, b: Int32Array | Uint8Array): boolean {
  if (a.length !== b.length) return false;
  for (let index = 0; index < a.length; index++) if (a[index] !== b[index]) return false;
  return true;
}

function crossingOver(
  fromFace: string,
  toFace: string,
  edge: readonly [PointMm, PointMm],
  otherEdge: readonly [PointMm, PointMm],
): Crossing | null {
  // The shared edge: here from → to, there from the end of the other outline’s edge to its start.
  const from = pointUm(edge[0]);
  const to = pointUm(edge[1]);
  const otherFrom = pointUm(otherEdge[1]);
  const otherTo = pointUm(otherEdge[0]);
  const along = directionOf(from, to);
  const otherAlong = directionOf(otherFrom, otherTo);
  if (along === null || otherAlong === null) return null;
  const quarterTurns = (otherAlong - along + 4) % 4;
  const axis = along % 2 === 0 ? 0 : 1;
  const sign = along === RIGHT || along === UP ? 1 : -1;
  const otherSign = otherAlong === RIGHT || otherAlong === UP ? 1 : -1;
  const lengthUm = Math.abs(to[axis] - from[axis]);
  return {
    fromFace,
    toFace,
    axis,
    fixedUm: from[1 - axis] ?? 0,
    turn: [0, 1, 2, 3].map((direction) => ((direction + quarterTurns) % 4) as Direction),
    map: (point) => {
      if (point[1 - axis] !== from[1 - axis]) return null;
      const alongUm = (point[axis] - from[axis]) * sign;
      if (alongUm < 0 || alongUm > lengthUm) return null;
      const step = alongUm * otherSign;
      return otherAlong % 2 === 0 ? [otherFrom[0] + step, otherFrom[1]] : [otherFrom[0], otherFrom[1] + step];
    },
  };
}

function directionOf([ax, ay]: PointUm, [bx, by]: PointUm): Direction | null {
  if (ay === by && ax !== bx) return bx > ax ? RIGHT : LEFT;
  if (ax === bx && ay !== by) return by > ay ? UP : DOWN;
  return null;
}

/** The lines of a face with what cables may use of them. */
export function buildGrid(
  { face, keepOut, shapes = [], bands = [] }: Pick<GridDemand, 'face' | 'keepOut' | 'shapes' | 'bands'>,
  lines: Lines,
): FaceGrid {
  const { bounds, outline } = face;
  const xsUm = within(lines.xsUm, bounds.minX, bounds.maxX);
  const ysUm = within(lines.ysUm, bounds.minY, bounds.maxY);
  const columns = xsUm.length;
  const rows = ysUm.length;
  const freeRight = new Uint8Array(columns * rows).fill(1);
  const freeUp = new Uint8Array(columns * rows).fill(1);
  for (let j = 0; j < rows; j++) freeRight[j * columns + columns - 1] = 0;
  freeUp.fill(0, (rows - 1) * columns);

  for (const box of keepOut) {
    const left = indexAtOrAfter(xsUm, toUm(box.minX));
    const right = indexAtOrBefore(xsUm, toUm(box.maxX));
    const low = indexAtOrAfter(ysUm, toUm(box.minY));
    const high = indexAtOrBefore(ysUm, toUm(box.maxY));
    // Along a side is free, only pieces inside are not; but no cable squeezes between a box and the face's edge.
    const insideLeft = left > 0 && xsUm[left] === toUm(box.minX) ? left + 1 : left;
    const insideRight = right < columns - 1 && xsUm[right] === toUm(box.maxX) ? right - 1 : right;
    const insideLow = low > 0 && ysUm[low] === toUm(box.minY) ? low + 1 : low;
    const insideHigh = high < rows - 1 && ysUm[high] === toUm(box.maxY) ? high - 1 : high;
    for (let j = insideLow; j <= insideHigh; j++) freeRight.fill(0, j * columns + left, j * columns + right);
    for (let j = low; j < high; j++) freeUp.fill(0, j * columns + insideLeft, j * columns + insideRight + 1);
  }

  for (const shape of shapes) closeInside(shape, { xsUm, ysUm, freeRight, freeUp });
  for (const band of bands) closeAlong(band, { xsUm, ysUm, freeRight, freeUp });

  if (!isUprightRectangle(outline, bounds)) {
    for (let j = 0; j < rows; j++) {
      for (let i = 0; i < columns; i++) {
        const here = mmAt(xsUm, ysUm, i, j);
        const node = j * columns + i;
        if (freeRight[node] === 1 && !isPieceInside(here, mmAt(xsUm, ysUm, i + 1, j), outline))
          freeRight[node] = 0;
        if (freeUp[node] === 1 && !isPieceInside(here, mmAt(xsUm, ysUm, i, j + 1), outline)) freeUp[node] = 0;
      }
    }
  }
  return { face: face.id, xsUm, ysUm, freeRight, freeUp, bores: boresOf(bands, { xsUm, ysUm }, outline) };
}

/** No piece of a line leads through a convex shape; along its sides all are free. */
function closeInside(
  shape: readonly PointMm[],
  { xsUm, ysUm, freeRight, freeUp }: Pick<FaceGrid, 'xsUm' | 'ysUm' | 'freeRight' | 'freeUp'>,
): void {
  const columns = xsUm.length;
  const { minX, minY, maxX, maxY } = boundsOf(shape);
  const cut = (
    axis: 0 | 1,
    lines: Int32Array,
    alongs: Int32Array,
    close: (line: number, at: number) => void,
  ) => {
    const [first, last] = axis === 0 ? [minX, maxX] : [minY, maxY];
    const end = indexAtOrBefore(lines, toUm(last));
    for (let line = indexAtOrAfter(lines, toUm(first)); line <= end; line++) {
      const slice = sliceOf(shape, axis, (lines[line] ?? 0) / UM_PER_MM);
      if (slice === null) continue;
      const [low, high] = [slice[0] * UM_PER_MM, slice[1] * UM_PER_MM];
      const from = Math.max(0, indexAtOrAfter(alongs, Math.ceil(low)) - 1);
      for (let at = from; at + 1 < alongs.length && (alongs[at] ?? 0) < high; at++)
        if ((alongs[at + 1] ?? 0) > low) close(line, at);
    }
  };
  cut(0, xsUm, ysUm, (i, j) => (freeUp[j * columns + i] = 0));
  cut(1, ysUm, xsUm, (j, i) => (freeRight[j * columns + i] = 0));
}

/** No way runs along inside a band; across it every way is free. */
function closeAlong(
  { axis, minMm, maxMm, fromMm, toMm }: Band,
  { xsUm, ysUm, freeRight, freeUp }: Pick<FaceGrid, 'xsUm' | 'ysUm' | 'freeRight' | 'freeUp'>,
): void {
  const columns = xsUm.length;
  const [across, alongs] = axis === 'vertical' ? [xsUm, ysUm] : [ysUm, xsUm];
  const first = indexAtOrAfter(across, toUm(minMm) + 1);
  const last = indexAtOrBefore(across, toUm(maxMm) - 1);
  const low = Math.max(0, indexAtOrBefore(alongs, toUm(fromMm)));
  const high = Math.min(alongs.length - 1, indexAtOrAfter(alongs, toUm(toMm)));
  for (let at = first; at <= last; at++)
    for (let step = low; step < high; step++) {
      if (axis === 'vertical') freeUp[step * columns + at] = 0;
      else freeRight[at * columns + step] = 0;
    }
}

/** Room past the end of a member for a way to get by, mm. */
const PAST_END_MM = 1;

/**
 * A member is bored where a line crosses its middle between its ends; past them, or along one, nothing is. An end at the edge of
 * the face is none that a way gets past: what it meets there is bored.
 */
function boresOf(
  bands: readonly Band[],
  { xsUm, ysUm }: Lines,
  outline: readonly PointMm[],
): FaceGrid['bores'] {
  const bored = bands.filter(({ isBored }) => isBored);
  if (bored.length === 0) return null;
  const columns = xsUm.length;
  const [toX, toY] = [new Int32Array(columns * ysUm.length), new Int32Array(columns * ysUm.length)];
  for (const { axis, minMm, maxMm, fromMm, toMm } of bored) {
    const [across, along] = axis === 'vertical' ? [xsUm, ysUm] : [ysUm, xsUm];
    const first = indexAtOrAfter(across, toUm((minMm + maxMm) / 2));
    const centreMm = (minMm + maxMm) / 2;
    const isPast = (atMm: number) =>
      isInside(axis === 'vertical' ? [centreMm, atMm] : [atMm, centreMm], outline);
    const low = indexAtOrAfter(along, toUm(fromMm) + (isPast(fromMm - PAST_END_MM) ? 1 : 0));
    const high = indexAtOrBefore(along, toUm(toMm) - (isPast(toMm + PAST_END_MM) ? 1 : 0));
    for (let line = low; line <= high; line++)
      for (let at = first; at < across.length; at++) {
        if (axis === 'vertical') bump(toX, line * columns + at);
        else bump(toY, at * columns + line);
      }
  }
  return { toX, toY };
}

function bump(counts: Int32Array, at: number): void {
  counts[at] = (counts[at] ?? 0) + 1;
}

function mmAt(xsUm: Int32Array, ysUm: Int32Array, i: number, j: number): PointMm {
  return [(xsUm[i] ?? 0) / UM_PER_MM, (ysUm[j] ?? 0) / UM_PER_MM];
}

/** Off a slanting edge by so little, a node is on it, mm. */
const ON_EDGE_MM = 0.002;

function isPieceInside(a: PointMm, b: PointMm, outline: readonly PointMm[]): boolean {
  const middle: PointMm = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  if (!isInside(a, outline) || !isInside(b, outline) || !isInside(middle, outline)) return false;
  // Its ends may lie on a slanting edge, as near as whole micrometres have it: what crosses there is no crossing.
  const lengthMm = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (lengthMm <= 4 * ON_EDGE_MM) return true;
  const [ux, uy] = [(ON_EDGE_MM * (b[0] - a[0])) / lengthMm, (ON_EDGE_MM * (b[1] - a[1])) / lengthMm];
  const [from, to]: [PointMm, PointMm] = [
    [a[0] + ux, a[1] + uy],
    [b[0] - ux, b[1] - uy],
  ];
  return !edgesOf(outline).some(([c, d]) => doSegmentsCross(from, to, c, d));
}

function isUprightRectangle(outline: readonly PointMm[], { minX, minY, maxX, maxY }: BoxMm): boolean {
  return (
    outline.length === 4 &&
    outline.every(([x, y]) => (x === minX || x === maxX) && (y === minY || y === maxY))
  );
}

function within(values: Int32Array, minMm: number, maxMm: number): Int32Array {
  const low = toUm(minMm);
  const high = toUm(maxMm);
  return values.filter((value) => value >= low && value <= high);
}

/** Binary search: the first index whose value is at least `value`; the length if none. */
export function indexAtOrAfter(values: Int32Array, value: number): number {
  let low = 0;
  let high = values.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((values[middle] ?? 0) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}

function indexAtOrBefore(values: Int32Array, value: number): number {
  return indexAtOrAfter(values, value + 1) - 1;
}

/** The node at a point, or −1 if no two lines of the grid meet there. */
export function nodeAt(grid: FaceGrid, [x, y]: PointUm): number {
  const i = indexAtOrAfter(grid.xsUm, x);
  const j = indexAtOrAfter(grid.ysUm, y);
  return grid.xsUm[i] === x && grid.ysUm[j] === y ? j * grid.xsUm.length + i : -1;
}

export function pointOfNode(grid: FaceGrid, node: number): PointUm {
  const columns = grid.xsUm.length;
  return [grid.xsUm[node % columns] ?? 0, grid.ysUm[Math.floor(node / columns)] ?? 0];
}
