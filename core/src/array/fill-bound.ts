import { signedAreaMm2 } from '../geometry/segments.ts';
import type { PointMm } from '../geometry/point.ts';
import { boundsOf, type BoxMm } from '../geometry/polygon.ts';
import type { FillProblem } from './fill-problem.ts';
import { FreeRows, turnedGround, type Ground, type Stretch } from './free-rows.ts';

const TOUCH = 0.01;
/** Lines are tried from this many beginnings. */
const BEGINNINGS = 48;

/**
 * How many modules can lie on some ground at most, whatever their pattern. Level lines one pitch apart: each module, with its
 * gap above it, meets one of them, and what of a line is free takes only so many side by side. The best of many such sets of
 * lines, level and upright, and the area. Modules that may lie either way are counted by their shorter side. Where a layout of
 * `known` modules is at hand, no set below it is looked for: there is none.
 */
export function fillBound(problem: FillProblem, known = 0): { readonly atMost: number } {
  const { ground, widthMm, heightMm, gapAcrossMm, gapUpMm, ways } = problem;
  const short = Math.min(widthMm, heightMm);
  const [across, up] =
    ways === 'mixed' ? [short, short] : ways === 'turned' ? [heightMm, widthMm] : [widthMm, heightMm];
  const byArea = areaBound(problem);
  const level = lineBound(ground, across, up, gapAcrossMm, gapUpMm, known);
  if (Math.min(byArea, level) <= known) return { atMost: Math.min(byArea, level) };
  const upright = lineBound(turnedGround(ground), up, across, gapUpMm, gapAcrossMm, known);
  return { atMost: Math.min(byArea, level, upright) };
}

/** Each module covers its own area; the gaps are left out, so that no border is counted wrongly. */
function areaBound({ ground, widthMm, heightMm }: FillProblem): number {
  const areaMm2 = ground.outlines.reduce((sum, outline) => sum + signedAreaMm2(outline), 0);
  return Math.floor(areaMm2 / (widthMm * heightMm) + 1e-9);
}

function lineBound(
  ground: Ground,
  alongMm: number,
  acrossMm: number,
  gapAlongMm: number,
  gapMm: number,
  known: number,
): number {
  const rows = new FreeRows(ground);
  const { bottomMm, topMm } = rows;
  const loops = { outlines: ground.outlines.map(loopOf), keptFree: ground.keptFree.map(loopOf) };
  const pitch = acrossMm + gapMm;
  const starts = new Set(rows.levels.map((level) => (((level - bottomMm) % pitch) + pitch) % pitch));
  for (let index = 0; index < BEGINNINGS; index++) starts.add((pitch * index) / BEGINNINGS);
  let best = Infinity;
  for (const start of starts) {
    for (const nudge of [-2 * TOUCH, 2 * TOUCH]) {
      let count = 0;
      for (let at = bottomMm + start + nudge - pitch; at <= topMm + pitch && count < best; at += pitch) {
        for (const [from, to] of reachedAt(loops, at, gapMm))
          count += Math.max(0, Math.floor((to - from + gapAlongMm + 3 * TOUCH) / (alongMm + gapAlongMm)));
      }
      best = Math.min(best, count);
      if (best <= known) return best;
    }
  }
  return best;
}

/**
 * Where a module that meets the line at `at`, by its body or by the gap above it, can lie: what is free anywhere from the line
 * down by the gap, and rather too much than too little of it.
 */
function reachedAt(
  { outlines, keptFree }: { readonly outlines: readonly Loop[]; readonly keptFree: readonly Loop[] },
  at: number,
  gapMm: number,
): Stretch[] {
  const [low, high] = [at - gapMm, at];
  const free: Stretch[] = [];
  for (const { points, bounds, isBox } of outlines) {
    if (bounds.maxY < low || bounds.minY > high) continue;
    if (isBox) {
      free.push([bounds.minX, bounds.maxX]);
      continue;
    }
    const levels = [low, high, ...points.map(([, y]) => y).filter((y) => y > low && y < high)];
    free.push(...unionOf(levels.flatMap((y) => slicesOf(points, y))));
  }
  let left = unionOf(free);
  for (const { points, bounds, isBox } of keptFree) {
    // Only what is kept free along the line and all of the gap below it takes something away.
    if (bounds.minY >= low || bounds.maxY <= high) continue;
    const [a, b] = isBox
      ? [acrossOf(bounds), acrossOf(bounds)]
      : [slicesOf(points, low)[0], slicesOf(points, high)[0]];
    if (a === undefined || b === undefined) continue;
    const blocked: Stretch = [Math.max(a[0], b[0]), Math.min(a[1], b[1])];
    if (blocked[0] < blocked[1]) left = left.flatMap((stretch) => without(stretch, blocked));
  }
  return left;
}

/** A loop with its bounds: these are gone through at thousands of lines. */
type Loop = { readonly points: readonly PointMm[]; readonly bounds: BoxMm; readonly isBox: boolean };

function loopOf(points: readonly PointMm[]): Loop {
  const isBox =
    points.length === 4 &&
    points.every(([x, y], index) => {
      const [bx, by] = points[(index + 1) % points.length] ?? [x, y];
      return x === bx || y === by;
    });
  return { points, bounds: boundsOf(points), isBox };
}

function acrossOf({ minX, maxX }: BoxMm): Stretch {
  return [minX, maxX];
}

/** What of a loop lies on a level line. */
function slicesOf(points: readonly PointMm[], y: number): Stretch[] {
  const xs: number[] = [];
  points.forEach(([bx, by], index) => {
    const [ax, ay] = points[(index + points.length - 1) % points.length] ?? [bx, by];
    if (ay > y !== by > y) xs.push(ax + ((bx - ax) * (y - ay)) / (by - ay));
  });
  xs.sort((a, b) => a - b);
  return xs.flatMap((from, index): Stretch[] => {
    const to = xs[index + 1];
    return index % 2 === 1 || to === undefined ? [] : [[from, to]];
  });
}

function unionOf(stretches: readonly Stretch[]): Stretch[] {
  const merged: [number, number][] = [];
  for (const [from, to] of [...stretches].sort((a, b) => a[0] - b[0])) {
    const last = merged.at(-1);
    if (last !== undefined && from <= last[1] + TOUCH) last[1] = Math.max(last[1], to);
    else merged.push([from, to]);
  }
  return merged;
}

function without([from, to]: Stretch, [a, b]: Stretch): Stretch[] {
  const parts: Stretch[] = [];
  if (a > from) parts.push([from, Math.min(to, a)]);
  if (b < to) parts.push([Math.max(from, b), to]);
  return b <= from || a >= to ? [[from, to]] : parts;
}
