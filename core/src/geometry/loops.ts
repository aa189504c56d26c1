import type { PointMm } from './point.ts';

export type Segment = readonly [PointMm, PointMm];

/** Ends nearer than this part of the drawing’s size are one corner: a millimetre of a wall of ten metres, in any unit. */
const SAME_END_RATIO = 1e-4;

/**
 * Closed loops that separate segments make, end to end. Where more than two meet at a corner, or an end hangs loose,
 * the chain is given up: it bounds no one area. Loops in the order of their first segment.
 */
export function findLoops(segments: readonly Segment[]): PointMm[][] {
  const corners = new Corners(extentOf(segments));
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
      // Asked first: where thousands meet none of them is looked through.
      if (here.length !== 2) return [];
      const next = here.find((each) => !used.has(each));
      const edge = next === undefined ? undefined : edges[next];
      if (next === undefined || edge === undefined) return [];
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
  private readonly cells = new Map<number, number[]>();
  private readonly low: PointMm;
  private readonly reach: number;

  constructor({ low, size }: Extent) {
    this.low = low;
    this.reach = Math.max(size * SAME_END_RATIO, Number.MIN_VALUE);
  }

  idOf(point: PointMm): number {
    const here = this.cellOf(point);
    for (const step of [0, ...NEIGHBOURS]) {
      const near = this.cells.get(here + step)?.find((id) => this.isAt(id, point));
      if (near !== undefined) return near;
    }
    const id = this.points.push(point) - 1;
    const known = this.cells.get(here);
    if (known === undefined) this.cells.set(here, [id]);
    else known.push(id);
    return id;
  }

  /** The number of its cell; the drawing is so many cells wide that none in a row has that of a neighbour’s. */
  private cellOf([x, y]: PointMm): number {
    const [column, row] = [x - this.low[0], y - this.low[1]].map((far) => Math.floor(far / this.reach));
    return (row ?? 0) * ROW_CELLS + (column ?? 0);
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

/** Cells of one row: those of the drawing, and room on both sides. */
const ROW_CELLS = Math.ceil(1 / SAME_END_RATIO) + 4;
const NEIGHBOURS = [-1, 0, 1].flatMap((row) => [-1, 0, 1].map((column) => row * ROW_CELLS + column)).filter((step) => step !== 0); // prettier-ignore

type Extent = { readonly low: PointMm; readonly size: number };

/** Where a drawing begins and how far it is across, in its own units. */
function extentOf(segments: readonly Segment[]): Extent {
  const low: [number, number] = [Infinity, Infinity];
  const high: [number, number] = [-Infinity, -Infinity];
  for (const segment of segments) {
    for (const end of segment) {
      for (const axis of [0, 1] as const) {
        low[axis] = Math.min(low[axis], end[axis]);
        high[axis] = Math.max(high[axis], end[axis]);
      }
    }
  }
  return { low, size: Math.hypot(high[0] - low[0], high[1] - low[1]) };
}
