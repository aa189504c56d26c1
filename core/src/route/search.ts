import FlatQueue from 'flatqueue';
import type { CableLink, FaceNode, RouteGraph, Through } from './graph.ts';
import { DOWN, LEFT, RIGHT, UP, type Direction, type FaceGrid } from './grid.ts';

/**
 * Cost of a path in one whole number: micrometres × BENDS_PER_UM + bends. Length decides, bends break ties
 * exactly, and paths of up to 1,023 bends and 8 km stay below 2^53.
 */
export const BENDS_PER_UM = 1024;

export type SearchEnd = FaceNode & { readonly direction: Direction };

/** Nodes from start to goal, with the hole passed to reach each (null along a face). */
export type FoundPath = {
  readonly nodes: readonly (FaceNode & { readonly via: Through | null })[];
  readonly lengthUm: number;
  readonly bendCount: number;
  readonly boreCount: number;
  /** All that it counts for, in micrometres of cable; bends that count for nothing break ties and are not in it. */
  readonly costUm: number;
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
  const bend = graph.weights.bendUm * BENDS_PER_UM + 1;
  const boreCost = graph.weights.boreUm * BENDS_PER_UM;
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
    const { xsUm, ysUm, freeRight, freeUp, bores } = here.grid;
    const { factor } = here;
    const local = node - here.base;
    if (local === goal.node && here.grid.face === goal.face && direction !== (goal.direction + 2) % 4) {
      const cost = base + (direction === goal.direction ? 0 : bend);
      if (cost < goalCost) {
        goalCost = cost;
        beforeGoal = state;
        queue.push(GOAL_STATE, cost);
      }
    }
    const columns = xsUm.length;
    const i = local % columns;
    const j = (local - i) / columns;
    const straight = (to: number) => (to === direction ? 0 : bend);
    // A whole number of micrometres, so that equal costs stay equal.
    const weighed = (stepUm: number) => (factor === 1 ? stepUm : Math.round(stepUm * factor)) * BENDS_PER_UM;
    const bored = (from: number, to: number, counts: Int32Array | undefined) =>
      counts === undefined ? 0 : Math.abs((counts[to] ?? 0) - (counts[from] ?? 0)) * boreCost;
    if (direction !== LEFT && freeRight[local] === 1) {
      const cost = weighed((xsUm[i + 1] ?? 0) - (xsUm[i] ?? 0)) + bored(i, i + 1, bores?.toX);
      reach((node + 1) * 4 + RIGHT, state, base + cost + straight(RIGHT));
    }
    if (direction !== DOWN && freeUp[local] === 1) {
      const cost = weighed((ysUm[j + 1] ?? 0) - (ysUm[j] ?? 0)) + bored(j, j + 1, bores?.toY);
      reach((node + columns) * 4 + UP, state, base + cost + straight(UP));
    }
    if (direction !== RIGHT && i > 0 && freeRight[local - 1] === 1) {
      const cost = weighed((xsUm[i] ?? 0) - (xsUm[i - 1] ?? 0)) + bored(i - 1, i, bores?.toX);
      reach((node - 1) * 4 + LEFT, state, base + cost + straight(LEFT));
    }
    if (direction !== UP && j > 0 && freeUp[local - columns] === 1) {
      const cost = weighed((ysUm[j] ?? 0) - (ysUm[j - 1] ?? 0)) + bored(j - 1, j, bores?.toY);
      reach((node - columns) * 4 + DOWN, state, base + cost + straight(DOWN));
    }
    for (const link of here.links.get(local) ?? []) {
      const there = reached.faceOf(link.to.face);
      if (there === null) continue;
      const linkCost = base + link.costUm * BENDS_PER_UM;
      const to = (there.base + link.to.node) * 4;
      // Straight over a fold; a cable that runs along the fold comes to run along it on the other face.
      if (link.turn !== null) reach(to + (link.turn[direction] ?? direction), state, linkCost);
      else {
        // Over a slanting fold a way leaves as it likes: any but straight on is a bend. Out of a hole none is.
        const isFree = link.straight === null;
        const on = link.straight?.[direction] ?? null;
        for (const out of [RIGHT, UP, LEFT, DOWN])
          reach(to + out, state, linkCost + (isFree || on === out ? 0 : bend));
      }
    }
  }
  if (goalCost === Infinity) return null;
  return {
    ...trace(reached, beforeGoal),
    bendCount: goalCost % BENDS_PER_UM,
    costUm: Math.floor(goalCost / BENDS_PER_UM),
  };
}

/** A face a search has come to: its nodes are counted from `base` on. */
type ReachedFace = {
  readonly grid: FaceGrid;
  readonly links: ReadonlyMap<number, readonly CableLink[]>;
  readonly base: number;
  readonly end: number;
  readonly factor: number;
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
    const factor = this.graph.weights.factorOf(grid.face);
    const made = { grid, links: this.graph.linksAt(grid.face), base, end, factor };
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

/** Back from the last state, with what the way is long and how often it is bored. */
function trace(reached: ReachedFaces, last: number): Pick<FoundPath, 'nodes' | 'lengthUm' | 'boreCount'> {
  const nodes: (FaceNode & { via: Through | null })[] = [];
  let [lengthUm, boreCount] = [0, 0];
  for (let state = last; state !== NO_STATE;) {
    const here = reached.faceAt(state >> 2);
    const node = (state >> 2) - here.base;
    const before = reached.cameFrom[state] ?? NO_STATE;
    const { face } = here.grid;
    let via: Through | null = null;
    if (before !== NO_STATE) {
      const from = reached.faceAt(before >> 2);
      const fromNode = (before >> 2) - from.base;
      if (from === here) {
        const step = stepBetween(here.grid, fromNode, node);
        lengthUm += step.lengthUm;
        boreCount += step.boreCount;
      } else {
        const link = linkBetween(from, fromNode, { face, node });
        lengthUm += link?.lengthUm ?? 0;
        via = link?.through ?? null;
      }
    }
    nodes.push({ face, node, via });
    state = before;
  }
  return { nodes: nodes.reverse(), lengthUm, boreCount };
}

function stepBetween({ xsUm, ysUm, bores }: FaceGrid, from: number, to: number) {
  const columns = xsUm.length;
  const [i, j] = [from % columns, Math.floor(from / columns)];
  const [k, l] = [to % columns, Math.floor(to / columns)];
  const between = (values: Int32Array | undefined, a: number, b: number) =>
    Math.abs((values?.[b] ?? 0) - (values?.[a] ?? 0));
  return {
    lengthUm: between(xsUm, i, k) + between(ysUm, j, l),
    boreCount: between(bores?.toX, i, k) + between(bores?.toY, j, l),
  };
}

/** The link by which a node was reached from another: the cheapest of those that lead there. */
function linkBetween({ links }: ReachedFace, from: number, to: FaceNode): CableLink | undefined {
  return (links.get(from) ?? [])
    .filter((link) => link.to.face === to.face && link.to.node === to.node)
    .sort((a, b) => a.costUm - b.costUm)[0];
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
