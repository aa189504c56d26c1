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
/** Of ways that come to the same, that goes on which has least left to go: less than any difference of costs. */
const TIE = 0.5;

/**
 * The shortest path along and across the faces, with the fewest bends among the shortest. Leaves `start` in
 * its direction and must arrive at `goal` in its; a turn at either costs a bend. Null when there is none.
 * Method: Dijkstra, or A* with the distance along and across where all nodes are on one face, over (node,
 * direction); O(n log n) in the pieces of the grids it comes to. No other face is asked for.
 */
export function findPath(graph: RouteGraph, start: SearchEnd, goal: SearchEnd): FoundPath | null {
  const reached = new ReachedFaces(graph);
  const queue = new FlatQueue<number>();
  const bend = graph.weights.bendUm * BENDS_PER_UM + 1;
  const estimate = estimator(graph, start, goal, bend);
  const boreCost = graph.weights.boreUm * BENDS_PER_UM;
  let goalCost = Infinity;
  let beforeGoal = NO_STATE;

  const reach = (face: ReachedFace, localState: number, from: number, newCost: number) => {
    const { costPlusOne, cameFrom } = partOf(face, localState);
    const at = localState & IN_PART;
    const known = costPlusOne[at] ?? UNREACHED;
    if (known !== UNREACHED && newCost + 1 >= known) return;
    costPlusOne[at] = newCost + 1;
    cameFrom[at] = from;
    queue.push(face.base * 4 + localState, newCost + estimate(localState));
  };

  const first = reached.faceOf(start.face);
  if (first === null) return null;
  reach(first, start.node * 4 + start.direction, NO_STATE, 0);
  let here = first;
  for (let ask = queue.peekValue(); ask !== undefined; ask = queue.peekValue()) {
    const state = queue.pop();
    if (state === undefined || state === GOAL_STATE) break;
    const node = state >> 2;
    const direction = state & 3;
    if (node < here.base || node >= here.end) here = reached.faceAt(node);
    const local = node - here.base;
    const localState = local * 4 + direction;
    const base = (partOf(here, localState).costPlusOne[localState & IN_PART] ?? 0) - 1;
    // Since it was put there, a better way to it was found.
    if (ask > base + estimate(localState)) continue;
    const { xsUm, ysUm, freeRight, freeUp, bores } = here.grid;
    const { factor } = here;
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
      const cost = weighed((xsUm[i + 1] ?? 0) - (xsUm[i] ?? 0)) + bored(local, local + 1, bores?.toX);
      reach(here, (local + 1) * 4 + RIGHT, state, base + cost + straight(RIGHT));
    }
    if (direction !== DOWN && freeUp[local] === 1) {
      const cost = weighed((ysUm[j + 1] ?? 0) - (ysUm[j] ?? 0)) + bored(local, local + columns, bores?.toY);
      reach(here, (local + columns) * 4 + UP, state, base + cost + straight(UP));
    }
    if (direction !== RIGHT && i > 0 && freeRight[local - 1] === 1) {
      const cost = weighed((xsUm[i] ?? 0) - (xsUm[i - 1] ?? 0)) + bored(local - 1, local, bores?.toX);
      reach(here, (local - 1) * 4 + LEFT, state, base + cost + straight(LEFT));
    }
    if (direction !== UP && j > 0 && freeUp[local - columns] === 1) {
      const cost = weighed((ysUm[j] ?? 0) - (ysUm[j - 1] ?? 0)) + bored(local - columns, local, bores?.toY);
      reach(here, (local - columns) * 4 + DOWN, state, base + cost + straight(DOWN));
    }
    for (const link of here.links.get(local) ?? []) {
      const there = reached.faceOf(link.to.face);
      if (there === null) continue;
      const linkCost = base + link.costUm * BENDS_PER_UM;
      const to = link.to.node * 4;
      // Straight over a fold; a cable that runs along the fold comes to run along it on the other face.
      if (link.turn !== null) reach(there, to + (link.turn[direction] ?? direction), state, linkCost);
      else {
        // Over a slanting fold a way leaves as it likes: any but straight on is a bend. Out of a hole none is.
        const isFree = link.straight === null;
        const on = link.straight?.[direction] ?? null;
        for (const out of [RIGHT, UP, LEFT, DOWN])
          reach(there, to + out, state, linkCost + (isFree || on === out ? 0 : bend));
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

const UNREACHED = 0;
/** States are known in parts of so many, made where a search comes by: most of a large grid it never sees. */
const PART_BITS = 8;
const IN_PART = (1 << PART_BITS) - 1;

type Part = { readonly costPlusOne: Float64Array; readonly cameFrom: Int32Array };

function partOf({ parts }: ReachedFace, localState: number): Part {
  const index = localState >> PART_BITS;
  const known = parts[index];
  if (known !== undefined) return known;
  const made = { costPlusOne: new Float64Array(IN_PART + 1), cameFrom: new Int32Array(IN_PART + 1) };
  parts[index] = made;
  return made;
}

/** A face a search has come to, with what is known of each of its nodes and directions; its nodes are counted from `base` on. */
type ReachedFace = {
  readonly grid: FaceGrid;
  readonly links: ReadonlyMap<number, readonly CableLink[]>;
  readonly base: number;
  readonly end: number;
  readonly factor: number;
  readonly parts: (Part | undefined)[];
};

/** The faces a search has come to. */
class ReachedFaces {
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
    const parts = new Array<undefined>(((grid.freeRight.length * 4) >> PART_BITS) + 1).fill(undefined);
    const made: ReachedFace = { grid, links: this.graph.linksAt(grid.face), base, end, factor, parts };
    this.inOrder.push(made);
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
    const localState = node * 4 + (state & 3);
    const before = partOf(here, localState).cameFrom[localState & IN_PART] ?? NO_STATE;
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
    boreCount: between(j === l ? bores?.toX : bores?.toY, from, to),
  };
}

/** The link by which a node was reached from another: the cheapest of those that lead there. */
function linkBetween({ links }: ReachedFace, from: number, to: FaceNode): CableLink | undefined {
  return (links.get(from) ?? [])
    .filter((link) => link.to.face === to.face && link.to.node === to.node)
    .sort((a, b) => a.costUm - b.costUm)[0];
}

/**
 * A lower bound on what is left to go from a node and direction: along, across and the bends that even an empty face asks for,
 * where nothing leads off it; nothing across several. With it comes what breaks ties, so that equally good ways are not all gone.
 */
function estimator(
  graph: RouteGraph,
  start: SearchEnd,
  goal: SearchEnd,
  bend: number,
): (localState: number) => number {
  const grid = start.face === goal.face ? graph.gridOf(start.face) : undefined;
  if (grid === undefined || graph.linksAt(start.face).size > 0) return () => 0;
  const { xsUm, ysUm } = grid;
  const columns = xsUm.length;
  const goalX = xsUm[goal.node % columns] ?? 0;
  const goalY = ysUm[(goal.node / columns) | 0] ?? 0;
  const leftFrom = (localState: number) => {
    const node = localState >> 2;
    const [dx, dy] = [goalX - (xsUm[node % columns] ?? 0), goalY - (ysUm[(node / columns) | 0] ?? 0)];
    const bends = fewestBends(dx, dy, (localState & 3) as Direction, goal.direction);
    return (Math.abs(dx) + Math.abs(dy)) * BENDS_PER_UM + bends * bend;
  };
  const atStart = leftFrom(start.node * 4 + start.direction) + 1;
  return (localState) => {
    const left = leftFrom(localState);
    return left + (TIE * left) / (left + atStart);
  };
}

/**
 * The fewest quarter turns with nothing in the way from one direction to another that comes out dx to the right and dy up, where
 * no way turns back on itself: exact.
 */
export function fewestBends(dx: number, dy: number, from: Direction, to: Direction): number {
  const [ahead, left] = turned(dx, dy, from);
  switch ((to - from + 4) & 3) {
    case 0:
      return ahead < 0 ? 4 : left === 0 ? 0 : 2;
    case 2:
      return left === 0 ? 4 : 2;
    case 1:
      return ahead >= 0 && left >= 0 ? 1 : 3;
    default:
      return ahead >= 0 && left <= 0 ? 1 : 3;
  }
}

/** How far ahead and how far to the left, seen in a direction. */
function turned(dx: number, dy: number, direction: Direction): readonly [ahead: number, left: number] {
  if (direction === RIGHT) return [dx, dy];
  if (direction === UP) return [dy, -dx];
  return direction === LEFT ? [-dx, -dy] : [-dy, dx];
}
