// One closed algorithm with private helpers: the orthogonal grid that shortest cable paths lie on.
import type { PointMm } from '../plan/values.ts';
import { doSegmentsCross, edgesOf } from '../geometry/segments.ts';
import { isInside, type BoxMm } from '../geometry/polygon.ts';
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
};

/** What a face's grid is made for: boxes to keep out of, and points that must be on it. */
export type GridDemand = {
  readonly face: Pick<SiteFace, 'id' | 'outline' | 'bounds'>;
  readonly keepOut: readonly BoxMm[];
  readonly points: readonly PointMm[];
};

/** A fold whose edge runs along or across both its faces; only these can be crossed straight. */
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

/**
 * The straight crossings from a face over its folds. `badFolds` do not fit, and are crossed by none. `faceOf` gives the
 * faces on the other side of them.
 */
export function crossingsFrom(
  face: Foldable,
  folds: readonly Fold[],
  badFolds: ReadonlySet<string>,
  faceOf: (id: string) => Foldable | undefined,
): Crossing[] {
  return foldsAt(folds, face.id).flatMap(({ fold, here, there }) => {
    if (badFolds.has(fold.id)) return [];
    const other = faceOf(there.face);
    const edge = foldEdge(face, here.edge);
    const otherEdge = other === undefined ? null : foldEdge(other, there.edge);
    if (other === undefined || edge === null || otherEdge === null) return [];
    return crossingOver(face.id, other.id, edge, otherEdge) ?? [];
  });
}

/**
 * A shortest path along and across among boxes lies on the lines through their sides and its own ends; so each face gets
 * the lines of its corners, keep-outs and demanded points, and the lines of its neighbours carried over their folds.
 */
export function ownLines({ face, keepOut, points }: GridDemand): Lines {
  const xs = new Set<number>();
  const ys = new Set<number>();
  for (const [x, y] of [...face.outline, ...points]) {
    xs.add(toUm(x));
    ys.add(toUm(y));
  }
  for (const { minX, minY, maxX, maxY } of keepOut) {
    xs.add(toUm(minX)).add(toUm(maxX));
    ys.add(toUm(minY)).add(toUm(maxY));
  }
  return asLines(xs, ys);
}

function asLines(xs: ReadonlySet<number>, ys: ReadonlySet<number>): Lines {
  return { xsUm: Int32Array.from(xs).sort(), ysUm: Int32Array.from(ys).sort() };
}

/** Carries lines over folds until none carries a new one; a chain of n faces needs at most n rounds. */
export function carriedLines(
  own: ReadonlyMap<string, Lines>,
  crossings: readonly Crossing[],
): ReadonlyMap<string, Lines> {
  const lines = new Map(
    [...own].map(([id, { xsUm, ysUm }]) => [id, { xs: new Set(xsUm), ys: new Set(ysUm) }]),
  );
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
  return new Map([...lines].map(([id, { xs, ys }]) => [id, asLines(xs, ys)]));
}

export function isSameLines(a: Lines, b: Lines): boolean {
  return isSameArray(a.xsUm, b.xsUm) && isSameArray(a.ysUm, b.ysUm);
}

export function isSameGrid(a: FaceGrid, b: FaceGrid): boolean {
  return isSameLines(a, b) && isSameArray(a.freeRight, b.freeRight) && isSameArray(a.freeUp, b.freeUp);
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
export function buildGrid({ face, keepOut }: Pick<GridDemand, 'face' | 'keepOut'>, lines: Lines): FaceGrid {
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
  return { face: face.id, xsUm, ysUm, freeRight, freeUp };
}

function mmAt(xsUm: Int32Array, ysUm: Int32Array, i: number, j: number): PointMm {
  return [(xsUm[i] ?? 0) / UM_PER_MM, (ysUm[j] ?? 0) / UM_PER_MM];
}

function isPieceInside(a: PointMm, b: PointMm, outline: readonly PointMm[]): boolean {
  const middle: PointMm = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
  return (
    isInside(a, outline) &&
    isInside(b, outline) &&
    isInside(middle, outline) &&
    !edgesOf(outline).some(([c, d]) => doSegmentsCross(a, b, c, d))
  );
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
