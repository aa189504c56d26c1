import { edgesOf } from '../geometry/segments.ts';
import type { PointMm } from '../plan/values.ts';
import type { BoxMm } from '../geometry/polygon.ts';

/** Slanting edges are followed in steps no wider than this. */
const STEP_MM = 50;
const LEAST_MM = 0.01;

/**
 * Boxes that together cover all of a face’s bounds that lies outside its outline: exact along upright and level edges,
 * and a little too much, never too little, along slanting ones. Empty for a rectangle.
 */
export function outsideBoxes(outline: readonly PointMm[], bounds: BoxMm): BoxMm[] {
  const stops = new Set([bounds.minX, bounds.maxX]);
  for (const [[ax, ay], [bx, by]] of edgesOf(outline)) {
    stops.add(ax);
    const isSlanting = Math.abs(ax - bx) > LEAST_MM && Math.abs(ay - by) > LEAST_MM;
    const pieces = isSlanting ? Math.ceil(Math.abs(bx - ax) / STEP_MM) : 1;
    for (let piece = 1; piece < pieces; piece++) stops.add(ax + ((bx - ax) * piece) / pieces);
  }
  const xs = [...stops].sort((a, b) => a - b);
  return xs.slice(1).flatMap((right, index): BoxMm[] => {
    const left = xs[index] ?? right;
    if (right - left < LEAST_MM) return [];
    // What is inside all along the strip: what is inside a hair from both of its ends.
    const inside = shared(insideAt(outline, left + LEAST_MM / 2), insideAt(outline, right - LEAST_MM / 2));
    const ends = [bounds.minY, ...inside.flat(), bounds.maxY];
    const gaps: BoxMm[] = [];
    for (let at = 0; at + 1 < ends.length; at += 2) {
      const [minY, maxY] = [ends[at] ?? 0, ends[at + 1] ?? 0];
      if (maxY - minY > LEAST_MM) gaps.push({ minX: left, maxX: right, minY, maxY });
    }
    return gaps;
  });
}

/** The heights between which an upright line lies inside the outline, lowest first. */
function insideAt(outline: readonly PointMm[], x: number): [number, number][] {
  const ys = edgesOf(outline)
    .filter(([[ax], [bx]]) => ax > x !== bx > x)
    .map(([[ax, ay], [bx, by]]) => ay + ((x - ax) * (by - ay)) / (bx - ax))
    .sort((a, b) => a - b);
  return ys.flatMap((low, index) =>
    index % 2 === 0 ? [[low, ys[index + 1] ?? low] as [number, number]] : [],
  );
}

function shared(a: readonly [number, number][], b: readonly [number, number][]): [number, number][] {
  return a.flatMap(([low, high]) =>
    b.flatMap(([otherLow, otherHigh]): [number, number][] => {
      const span: [number, number] = [Math.max(low, otherLow), Math.min(high, otherHigh)];
      return span[1] > span[0] ? [span] : [];
    }),
  );
}
