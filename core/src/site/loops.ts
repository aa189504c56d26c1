import type { PointMm } from '../plan/values.ts';

export type Segment = readonly [PointMm, PointMm];

/** Ends nearer than this part of the drawing’s size are one corner: a millimetre of a wall of ten metres, in any unit. */
const SAME_END_RATIO = 1e-4;

/**
 * Closed loops that separate segments make, end to end. Where more than two meet at a corner, or an end hangs loose,
 * the chain is given up: it bounds no one area. Loops in the order of their first segment.
 */
export function findLoops(segments: readonly Segment[]): PointMm[][] {
  const corners = new Corners(sameEnd(segments));
  const edges = segments
    .map(([a, b]) => [corners.idOf(a), corners.idOf(b)] as const)
    .filter(([a, b]) => a !== b);
  const atCorner = new Map<number, number[]>();
  edges.forEach((edge, index) => {
    for (const corner of edge) {
      const known = atCorner.get(corner);
      if (known === undefined) atCorner.set(corner, [index]);
      else known.push(index);
    }
  });
  const used = new Set<number>();
  return edges.flatMap(([start, second], index): PointMm[][] => {
    if (used.has(index)) return [];
    used.add(index);
    const loop = [start];
    let corner = second;
    while (corner !== start) {
      const here = atCorner.get(corner) ?? [];
      const next = here.find((each) => !used.has(each));
      const edge = next === undefined ? undefined : edges[next];
      if (here.length !== 2 || next === undefined || edge === undefined) return [];
      used.add(next);
      loop.push(corner);
      corner = edge[0] === corner ? edge[1] : edge[0];
    }
    const isClosed = loop.length >= 3 && atCorner.get(start)?.length === 2;
    return isClosed ? [loop.map((id) => corners.pointOf(id))] : [];
  });
}

/** The corners of a drawing by their place: ends that nearly meet get the same number. */
class Corners {
  private readonly points: PointMm[] = [];
  private readonly cells = new Map<string, number[]>();

  constructor(private readonly reach: number) {}

  idOf(point: PointMm): number {
    const [column, row] = [Math.floor(point[0] / this.reach), Math.floor(point[1] / this.reach)];
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        const near = this.cells.get(`${column + dx},${row + dy}`)?.find((id) => this.isAt(id, point));
        if (near !== undefined) return near;
      }
    }
    const id = this.points.push(point) - 1;
    const cell = `${column},${row}`;
    const known = this.cells.get(cell);
    if (known === undefined) this.cells.set(cell, [id]);
    else known.push(id);
    return id;
  }

  pointOf(id: number): PointMm {
    const point = this.points[id];
    if (point === undefined) throw new Error(`There is no corner ${id}.`);
    return point;
  }

  private isAt(id: number, [x, y]: PointMm): boolean {
    const [cornerX, cornerY] = this.pointOf(id);
    return Math.hypot(cornerX - x, cornerY - y) <= this.reach;
  }
}

/** How far apart ends may be to be one corner, in the drawing’s units. */
function sameEnd(segments: readonly Segment[]): number {
  const low = [Infinity, Infinity];
  const high = [-Infinity, -Infinity];
  for (const end of segments.flat()) {
    for (const axis of [0, 1] as const) {
      low[axis] = Math.min(low[axis] ?? Infinity, end[axis]);
      high[axis] = Math.max(high[axis] ?? -Infinity, end[axis]);
    }
  }
  const size = Math.hypot((high[0] ?? 0) - (low[0] ?? 0), (high[1] ?? 0) - (low[1] ?? 0));
  return Math.max(size * SAME_END_RATIO, Number.MIN_VALUE);
}
