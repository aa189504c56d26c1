import type { BoxMm } from '../site/polygon.ts';
import type { PointMm } from '../plan/values.ts';
import type { Site } from '../site/site.ts';
import {
  buildGrids,
  crossingsOf,
  nodeAt,
  pointOfNode,
  pointUm,
  toUm,
  type Crossing,
  type Direction,
  type FaceGrid,
  type GridDemand,
  type PointUm,
} from './grid.ts';

/** A hole between two faces, as the router sees it. */
export type Hole = {
  readonly pass: string;
  readonly ends: readonly [HoleEnd, HoleEnd];
  readonly thicknessMm: number;
};
export type HoleEnd = { readonly face: string; readonly at: PointMm };

/** A way from one node to another that is not along a line: over a fold (straight on) or through a hole. */
export type Link = {
  readonly to: number;
  readonly costUm: number;
  /** For each direction of arrival, that of departure; null lets a cable leave in any. */
  readonly turn: readonly Direction[] | null;
  readonly pass: string | null;
};

export type RouteGraph = {
  readonly grids: readonly FaceGrid[];
  readonly nodeCount: number;
  readonly links: ReadonlyMap<number, readonly Link[]>;
};

/** The whole site as one graph. `demands` has one entry for each face that may carry cable. */
export function buildRouteGraph(
  site: Site,
  demands: readonly GridDemand[],
  holes: readonly Hole[],
): RouteGraph {
  const byFace = buildGrids(site, demands);
  const grids = [...byFace.values()];
  const links = new Map<number, Link[]>();
  const link = (from: number, entry: Link) => {
    const known = links.get(from);
    if (known === undefined) links.set(from, [entry]);
    else known.push(entry);
  };

  for (const crossing of crossingsOf(site)) {
    const from = byFace.get(crossing.fromFace);
    const to = byFace.get(crossing.toFace);
    if (from === undefined || to === undefined) continue;
    for (const [node, other] of crossedNodes(from, to, crossing)) {
      link(node, { to: other, costUm: 0, turn: crossing.turn, pass: null });
    }
  }
  for (const { pass, ends, thicknessMm } of holes) {
    const nodes = ends.map(({ face, at }) => {
      const grid = byFace.get(face);
      return grid === undefined ? -1 : nodeAt(grid, pointUm(at));
    });
    const [a, b] = nodes;
    if (a === undefined || b === undefined || a < 0 || b < 0) continue;
    const costUm = toUm(thicknessMm);
    link(a, { to: b, costUm, turn: null, pass });
    link(b, { to: a, costUm, turn: null, pass });
  }
  const last = grids.at(-1);
  const nodeCount = last === undefined ? 0 : last.base + last.xsUm.length * last.ysUm.length;
  return { grids, nodeCount, links };
}

function* crossedNodes(from: FaceGrid, to: FaceGrid, crossing: Crossing): Generator<[number, number]> {
  const columns = from.xsUm.length;
  const count = columns * from.ysUm.length;
  for (let local = 0; local < count; local++) {
    const mapped = crossing.map(pointOfNode(from, from.base + local));
    if (mapped === null) continue;
    const other = nodeAt(to, mapped);
    if (other >= 0) yield [from.base + local, other];
  }
}

export function findGrid(graph: RouteGraph, node: number): FaceGrid {
  const grid = graph.grids.findLast(({ base }) => base <= node);
  if (grid === undefined) throw new Error(`No face has node ${node}.`);
  return grid;
}

export function isInAnyBox([x, y]: PointUm, boxes: readonly BoxMm[]): boolean {
  return boxes.some(
    ({ minX, minY, maxX, maxY }) => x > toUm(minX) && x < toUm(maxX) && y > toUm(minY) && y < toUm(maxY),
  );
}
