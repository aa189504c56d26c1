import FlatQueue from 'flatqueue';
import { findGrid, type RouteGraph } from './graph.ts';
import { DOWN, LEFT, RIGHT, UP, type Direction, type FaceGrid } from './grid.ts';

/**
 * Cost of a path in one whole number: micrometres × BENDS_PER_UM + bends. Length decides, bends break ties
 * exactly, and paths of up to 1,023 bends and 8 km stay below 2^53.
 */
export const BENDS_PER_UM = 1024;

export type SearchEnd = { readonly node: number; readonly direction: Direction };

/** Nodes from start to goal, with the hole passed to reach each (null along a face). */
export type FoundPath = {
  readonly nodes: readonly { readonly node: number; readonly via: string | null }[];
  readonly lengthUm: number;
  readonly bendCount: number;
};

const NO_STATE = -1;

/**
 * The shortest path along and across the faces, with the fewest bends among the shortest. Leaves `start` in
 * its direction and must arrive at `goal` in its; a turn at either costs a bend. Null when there is none.
 * Method: Dijkstra, or A* with the distance along and across where all nodes are on one face, over (node,
 * direction); O(n log n) in the pieces of the grid.
 */
export function findPath(graph: RouteGraph, start: SearchEnd, goal: SearchEnd): FoundPath | null {
  const goalState = graph.nodeCount * 4;
  const cost = new Float64Array(goalState + 1).fill(Infinity);
  const cameFrom = new Int32Array(goalState + 1).fill(NO_STATE);
  const done = new Uint8Array(goalState + 1);
  const queue = new FlatQueue<number>();
  const estimate = estimator(graph, goal.node);
  let grid = findGrid(graph, start.node);

  const reach = (state: number, from: number, newCost: number) => {
    if (newCost >= (cost[state] ?? 0)) return;
    cost[state] = newCost;
    cameFrom[state] = from;
    queue.push(state, newCost + (state === goalState ? 0 : estimate(state >> 2)));
  };

  reach(start.node * 4 + start.direction, NO_STATE, 0);
  for (let state = queue.pop(); state !== undefined; state = queue.pop()) {
    if (state === goalState) break;
    if (done[state] === 1) continue;
    done[state] = 1;
    const node = state >> 2;
    const direction = state & 3;
    const base = cost[state] ?? 0;
    if (node === goal.node && direction !== (goal.direction + 2) % 4) {
      reach(goalState, state, base + (direction === goal.direction ? 0 : 1));
    }
    const { xsUm, ysUm, freeRight, freeUp } = (grid = gridOf(graph, node, grid));
    const columns = xsUm.length;
    const local = node - grid.base;
    const i = local % columns;
    const j = (local - i) / columns;
    const straight = (to: number) => (to === direction ? 0 : 1);
    if (direction !== LEFT && freeRight[local] === 1) {
      const stepUm = (xsUm[i + 1] ?? 0) - (xsUm[i] ?? 0);
      reach((node + 1) * 4 + RIGHT, state, base + stepUm * BENDS_PER_UM + straight(RIGHT));
    }
    if (direction !== DOWN && freeUp[local] === 1) {
      const stepUm = (ysUm[j + 1] ?? 0) - (ysUm[j] ?? 0);
      reach((node + columns) * 4 + UP, state, base + stepUm * BENDS_PER_UM + straight(UP));
    }
    if (direction !== RIGHT && i > 0 && freeRight[local - 1] === 1) {
      const stepUm = (xsUm[i] ?? 0) - (xsUm[i - 1] ?? 0);
      reach((node - 1) * 4 + LEFT, state, base + stepUm * BENDS_PER_UM + straight(LEFT));
    }
    if (direction !== UP && j > 0 && freeUp[local - columns] === 1) {
      const stepUm = (ysUm[j] ?? 0) - (ysUm[j - 1] ?? 0);
      reach((node - columns) * 4 + DOWN, state, base + stepUm * BENDS_PER_UM + straight(DOWN));
    }
    for (const link of graph.links.get(node) ?? []) {
      const linkCost = base + link.costUm * BENDS_PER_UM;
      // Straight over a fold; a cable that runs along the fold comes to run along it on the other face.
      if (link.turn !== null) reach(link.to * 4 + (link.turn[direction] ?? direction), state, linkCost);
      else for (const out of [RIGHT, UP, LEFT, DOWN]) reach(link.to * 4 + out, state, linkCost);
    }
  }
  const total = cost[goalState] ?? Infinity;
  if (total === Infinity) return null;
  return {
    nodes: trace(graph, cameFrom, goalState),
    lengthUm: Math.floor(total / BENDS_PER_UM),
    bendCount: total % BENDS_PER_UM,
  };
}

/** The grid of a node, tried first where the last node was. */
function gridOf(graph: RouteGraph, node: number, last: FaceGrid): FaceGrid {
  const local = node - last.base;
  return local >= 0 && local < last.freeRight.length ? last : findGrid(graph, node);
}

function trace(graph: RouteGraph, cameFrom: Int32Array, goalState: number): FoundPath['nodes'] {
  const nodes: { node: number; via: string | null }[] = [];
  for (let state = cameFrom[goalState] ?? NO_STATE; state !== NO_STATE;) {
    const node = state >> 2;
    const before = cameFrom[state] ?? NO_STATE;
    const link = graph.links.get(before >> 2)?.find(({ to, pass }) => to === node && pass !== null);
    nodes.push({ node, via: before === NO_STATE ? null : (link?.pass ?? null) });
    state = before;
  }
  return nodes.reverse();
}

/** A lower bound on what is left to go: along plus across on a single face, nothing across several. */
function estimator(graph: RouteGraph, goal: number): (node: number) => number {
  const [only, second] = graph.grids;
  if (only === undefined || second !== undefined) return () => 0;
  const { xsUm, ysUm } = only;
  const columns = xsUm.length;
  const goalX = xsUm[goal % columns] ?? 0;
  const goalY = ysUm[(goal / columns) | 0] ?? 0;
  return (node) => {
    const x = xsUm[node % columns] ?? 0;
    const y = ysUm[(node / columns) | 0] ?? 0;
    return (Math.abs(x - goalX) + Math.abs(y - goalY)) * BENDS_PER_UM;
  };
}
