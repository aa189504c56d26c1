import FlatQueue from 'flatqueue';
import type { CableLink, FaceNode, RouteGraph } from './graph.ts';
import { DOWN, LEFT, RIGHT, UP, type Direction, type FaceGrid } from './grid.ts';

/**
 * Cost of a path in one whole number: micrometres × BENDS_PER_UM + bends. Length decides, bends break ties
 * exactly, and paths of up to 1,023 bends and 8 km stay below 2^53.
 */
export const BENDS_PER_UM = 1024;

export type SearchEnd = FaceNode & { readonly direction: Direction };

/** Nodes from start to goal, with the hole passed to reach each (null along a face). */
export type FoundPath = {
  readonly nodes: readonly (FaceNode & { readonly via: string | null })[];
  readonly lengthUm: number;
  readonly bendCount: number;
};

const NO_STATE = -1;
const GOAL_STATE = -2;

/**
 * The shortest path along and across the faces, with the fewest bends among the shortest. Leaves `start` in
 * its direction and must arrive at `goal` in its; a turn at either costs a bend. Null when there is none.
 * Method: Dijkstra, or A* with the distance along and across where all nodes are on one face, over (node,
 * direction); O(n log n) in the pieces of the grids it comes to. No other face is asked for.
 */
export function findPath(graph: RouteGraph, start: SearchEnd, goal: SearchEnd): FoundPath | null {
  const reached = new ReachedFaces(graph);
  const queue = new FlatQueue<number>();
  const estimate = estimator(graph, goal.node);
  let goalCost = Infinity;
  let beforeGoal = NO_STATE;

  const reach = (state: number, from: number, newCost: number) => {
    if (newCost >= (reached.cost[state] ?? 0)) return;
    reached.cost[state] = newCost;
    reached.cameFrom[state] = from;
    queue.push(state, newCost + estimate(state >> 2));
  };

  const first = reached.faceOf(start.face);
  if (first === null) return null;
  reach((first.base + start.node) * 4 + start.direction, NO_STATE, 0);
  let here = first;
  for (let state = queue.pop(); state !== undefined; state = queue.pop()) {
    if (state === GOAL_STATE) break;
    if (reached.done[state] === 1) continue;
    reached.done[state] = 1;
    const node = state >> 2;
    const direction = state & 3;
    const base = reached.cost[state] ?? 0;
    if (node < here.base || node >= here.end) here = reached.faceAt(node);
    const { xsUm, ysUm, freeRight, freeUp } = here.grid;
    const local = node - here.base;
    if (local === goal.node && here.grid.face === goal.face && direction !== (goal.direction + 2) % 4) {
      const cost = base + (direction === goal.direction ? 0 : 1);
      if (cost < goalCost) {
        goalCost = cost;
        beforeGoal = state;
        queue.push(GOAL_STATE, cost);
      }
    }
    const columns = xsUm.length;
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
    for (const link of here.links.get(local) ?? []) {
      const there = reached.faceOf(link.to.face);
      if (there === null) continue;
      const linkCost = base + link.costUm * BENDS_PER_UM;
      const to = (there.base + link.to.node) * 4;
      // Straight over a fold; a cable that runs along the fold comes to run along it on the other face.
      if (link.turn !== null) reach(to + (link.turn[direction] ?? direction), state, linkCost);
      else for (const out of [RIGHT, UP, LEFT, DOWN]) reach(to + out, state, linkCost);
    }
  }
  if (goalCost === Infinity) return null;
  return {
    nodes: trace(reached, beforeGoal),
    lengthUm: Math.floor(goalCost / BENDS_PER_UM),
    bendCount: goalCost % BENDS_PER_UM,
  };
}

/** A face a search has come to: its nodes are counted from `base` on. */
type ReachedFace = {
  readonly grid: FaceGrid;
  readonly links: ReadonlyMap<number, readonly CableLink[]>;
  readonly base: number;
  readonly end: number;
};

/** The faces a search has come to, with what it knows of each of their nodes and directions. */
class ReachedFaces {
  cost = new Float64Array(0);
  cameFrom = new Int32Array(0);
  done = new Uint8Array(0);
  private readonly byFace = new Map<string, ReachedFace | null>();
  private readonly inOrder: ReachedFace[] = [];

  constructor(private readonly graph: RouteGraph) {}

  faceOf(face: string): ReachedFace | null {
    const known = this.byFace.get(face);
    if (known !== undefined) return known;
    const grid = this.graph.gridOf(face);
    const made = grid === undefined ? null : this.add(grid);
    this.byFace.set(face, made);
    return made;
  }

  faceAt(node: number): ReachedFace {
    const face = this.inOrder.find(({ end }) => node < end);
    if (face === undefined) throw new Error(`No face has node ${node}.`);
    return face;
  }

  private add(grid: FaceGrid): ReachedFace {
    const base = this.inOrder.at(-1)?.end ?? 0;
    const end = base + grid.freeRight.length;
    const made = { grid, links: this.graph.linksAt(grid.face), base, end };
    this.inOrder.push(made);
    const [cost, cameFrom, done] = [this.cost, this.cameFrom, this.done];
    this.cost = new Float64Array(end * 4).fill(Infinity, base * 4);
    this.cost.set(cost);
    this.cameFrom = new Int32Array(end * 4).fill(NO_STATE, base * 4);
    this.cameFrom.set(cameFrom);
    this.done = new Uint8Array(end * 4);
    this.done.set(done);
    return made;
  }
}

function trace(reached: ReachedFaces, last: number): FoundPath['nodes'] {
  const nodes: (FaceNode & { via: string | null })[] = [];
  for (let state = last; state !== NO_STATE;) {
    const here = reached.faceAt(state >> 2);
    const node = (state >> 2) - here.base;
    const before = reached.cameFrom[state] ?? NO_STATE;
    const { face } = here.grid;
    nodes.push({ face, node, via: before === NO_STATE ? null : viaOf(reached, before, { face, node }) });
    state = before;
  }
  return nodes.reverse();
}

/** The hole by which a node was reached from the one before; null where it was none. */
function viaOf(reached: ReachedFaces, before: number, to: FaceNode): string | null {
  const from = reached.faceAt(before >> 2);
  const links = from.links.get((before >> 2) - from.base) ?? [];
  return (
    links.find((link) => link.to.face === to.face && link.to.node === to.node && link.penetration !== null)
      ?.penetration ?? null
  );
}

/** A lower bound on what is left to go: along plus across on a single face, nothing across several. */
function estimator({ only }: RouteGraph, goal: number): (node: number) => number {
  if (only === null) return () => 0;
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
