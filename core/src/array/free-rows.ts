import { edgesOf } from '../geometry/segments.ts';
import { isInside } from '../geometry/polygon.ts';
import type { PointMm } from '../geometry/point.ts';

/** From and to along a row, mm. */
export type Stretch = readonly [number, number];

/** Ground that modules may lie on: in one of the outlines, and off everything that is kept free. All on one face, mm. */
export type Ground = {
  /** Counter-clockwise, apart from each other. */
  readonly outlines: readonly (readonly PointMm[])[];
  /** Convex. */
  readonly keptFree: readonly (readonly PointMm[])[];
};

/** What touches within so much does not overlap, mm. */
const TOUCH = 0.01;

/** A closed loop of points, with its bounds; flat, for these are gone through thousands of times. */
type Loop = {
  readonly points: readonly PointMm[];
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
  readonly isBox: boolean;
};

/** Tells which stretches of rows across some ground are free. */
export class FreeRows {
  private readonly outlines: readonly Loop[];
  private readonly kept: readonly Loop[];

  constructor(ground: Ground) {
    this.outlines = ground.outlines.map(loopOf);
    this.kept = ground.keptFree.map(loopOf);
  }

  /** Every place up the face at which something begins or ends, in order. */
  get levels(): number[] {
    const all = [...this.outlines, ...this.kept].flatMap(({ points }) => points.map(([, y]) => y));
    return [...new Set(all)].sort((a, b) => a - b);
  }

  get bottomMm(): number {
    return Math.min(...this.outlines.map(({ minY }) => minY));
  }

  get topMm(): number {
    return Math.max(...this.outlines.map(({ maxY }) => maxY));
  }

  /** Whether an edge of the ground slants: then the best place of a row may lie between the levels. */
  get slants(): boolean {
    return [...this.outlines, ...this.kept].some(({ isBox, points }) => !isBox && hasSlant(points));
  }

  /** Where a row from `fromY` to `toY` is free over its whole height, from the left. */
  between(fromY: number, toY: number): Stretch[] {
    const [low, high] = [fromY + TOUCH, toY - TOUCH];
    const free: Stretch[] = [];
    for (const outline of this.outlines) {
      if (outline.maxY <= low || outline.minY >= high) continue;
      const blocked: Stretch[] = [];
      if (outline.isBox) {
        if (outline.minY > low || outline.maxY < high) continue;
      } else {
        for (const [a, b] of edgesOf(outline.points)) {
          const part = edgeInBand(a, b, low, high);
          if (part !== null) blocked.push(part);
        }
      }
      for (const loop of this.kept) {
        const part = loopInBand(loop, low, high);
        if (part !== null) blocked.push(part);
      }
      pushGaps(blocked, outline, (low + high) / 2, free);
    }
    return free.sort((a, b) => a[0] - b[0]);
  }
}

function loopOf(points: readonly PointMm[]): Loop {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  return {
    points,
    minX: Math.min(...xs),
    maxX: Math.max(...xs),
    minY: Math.min(...ys),
    maxY: Math.max(...ys),
    isBox: points.length === 4 && !hasSlant(points),
  };
}

function hasSlant(points: readonly PointMm[]): boolean {
  return edgesOf(points).some(
    ([[ax, ay], [bx, by]]) => Math.abs(ax - bx) > TOUCH && Math.abs(ay - by) > TOUCH,
  );
}

/** What of an edge lies in a band, along x; null where nothing does, or only its level ends touch. */
function edgeInBand(a: PointMm, b: PointMm, low: number, high: number): Stretch | null {
  const [under, over] = a[1] <= b[1] ? [a, b] : [b, a];
  if (over[1] <= low || under[1] >= high) return null;
  const rise = over[1] - under[1];
  const at = (y: number) =>
    rise === 0 ? under[0] : under[0] + ((over[0] - under[0]) * (y - under[1])) / rise;
  if (rise === 0) return [Math.min(a[0], b[0]), Math.max(a[0], b[0])];
  const [x0, x1] = [at(Math.max(low, under[1])), at(Math.min(high, over[1]))];
  return [Math.min(x0, x1), Math.max(x0, x1)];
}

function loopInBand(loop: Loop, low: number, high: number): Stretch | null {
  if (loop.maxY <= low || loop.minY >= high) return null;
  if (loop.isBox) return [loop.minX, loop.maxX];
  let [from, to] = [Infinity, -Infinity];
  for (const [a, b] of edgesOf(loop.points)) {
    const part = edgeInBand(a, b, low, high);
    if (part === null) continue;
    from = Math.min(from, part[0]);
    to = Math.max(to, part[1]);
  }
  return from > to ? null : [from, to];
}

/** What is left between blocked stretches and lies in the outline. No edge runs through it, so that its middle tells. */
function pushGaps(blocked: Stretch[], outline: Loop, middleY: number, into: Stretch[]): void {
  blocked.sort((a, b) => a[0] - b[0]);
  let at = outline.minX;
  const push = (to: number) => {
    if (to - at > TOUCH && (outline.isBox || isInside([(at + to) / 2, middleY], outline.points)))
      into.push([at, Math.min(to, outline.maxX)]);
  };
  for (const [from, to] of blocked) {
    if (from > at) push(Math.min(from, outline.maxX));
    at = Math.max(at, to);
    if (at >= outline.maxX) return;
  }
  push(outline.maxX);
}

/** The same ground with across and up changed over: rows of it are columns. */
export function turnedGround({ outlines, keptFree }: Ground): Ground {
  const turn = (points: readonly PointMm[]) => points.map(([x, y]): PointMm => [y, x]).reverse();
  return { outlines: outlines.map(turn), keptFree: keptFree.map(turn) };
}
