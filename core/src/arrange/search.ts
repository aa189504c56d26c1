// One closed algorithm with its helpers: longer than a file of several functions would be.
import { AxisSolver, type AxisAnswer, type AxisOrder } from './axis.ts';
import type { ArrangeProblem, Layout } from './problem.ts';

// Looked up once: the innermost loops run millions of times.
const { min, max } = Math;
const ENDLESS = Number.POSITIVE_INFINITY;

/** A pair that must not overlap: two pieces, or a piece and a block; `j` counts blocks from the number of pieces. */
type Pair = {
  readonly i: number;
  readonly j: number;
  readonly block: number;
  /** The four ways to part it: i left of j, j left of i, i under j, j under i. */
  readonly ways: readonly Way[];
};
/** One way to part a pair: along which axis, and the order (`order`), or where a block bounds the piece (`bound`). */
type Way = {
  readonly axis: 0 | 1;
  readonly order: AxisOrder;
};

/** A way to part a pair, with what the whole costs then at least, and the places along its axis. */
type Child = { readonly way: Way; readonly cost: number; readonly placed: AxisAnswer };

export type SearchState = {
  readonly best: Layout | null;
  /** Sound layouts met on the way, cheapest first, each by another order of the pieces. */
  readonly found: readonly Layout[];
  /** True once nothing cheaper than `best` can exist. */
  readonly isProven: boolean;
  readonly steps: number;
};

export type SearchOptions = {
  /** At most so many steps, each one exact placement along an axis. */
  readonly mostSteps: number;
  /** Random numbers in [0, 1): the same ones give the same answer. */
  readonly random: () => number;
  /** Called now and then; the search ends, keeping its best, when it gives false. */
  readonly onProgress?: (state: SearchState) => boolean;
};

/** Overlaps and costs below this are rounding, mm. */
const ROUNDING = 1e-6;
const KEPT_LAYOUTS = 60;
const TELL_EVERY = 512;

/**
 * Layouts of least cost with nothing overlapping. Exact at its heart: branch and bound over which of two things lies
 * left, right, under or over the other, where each choice moves the lower bound by an exact placement along one axis.
 * Where that tree is too large to finish, some pieces of the best layout are let go and set again by the same tree, over
 * and over. Deterministic for its random numbers.
 */
export function searchLayouts(problem: ArrangeProblem, options: SearchOptions): SearchState {
  const search = new Search(problem, options);
  search.run();
  return search.state();
}

class Search {
  private readonly count: number;
  private readonly pairs: readonly Pair[];
  private readonly solvers: readonly [AxisSolver, AxisSolver];
  private readonly orders: [AxisOrder[], AxisOrder[]] = [[], []];
  private best: Layout | null = null;
  private readonly found = new Map<string, Layout>();
  private isProven = false;
  private isStopped = false;
  private steps = 0;
  private allowed: number;

  constructor(
    private readonly problem: ArrangeProblem,
    private readonly options: SearchOptions,
  ) {
    const { pieces, blocks } = problem;
    this.count = pieces.length;
    this.pairs = pairsOf(problem);
    this.allowed = options.mostSteps;
    const blockCount = blocks.reduce((sum, each) => sum + each.length, 0);
    const mostOrders = (this.count * (this.count - 1)) / 2 + blockCount + 4;
    this.solvers = [this.solverOf(0, mostOrders), this.solverOf(1, mostOrders)];
  }

  private solverOf(axis: 0 | 1, mostOrders: number): AxisSolver {
    const { pieces, wires, compact } = this.problem;
    const bounds = pieces.map((piece) => (axis === 0 ? piece.x : piece.y));
    return new AxisSolver(
      {
        size: Float64Array.from(pieces, (piece) => (axis === 0 ? piece.widthMm : piece.heightMm)),
        low: Float64Array.from(bounds, ([low]) => low),
        high: Float64Array.from(bounds, ([, high]) => high),
        pulls: wires.map(({ a, b, atA, atB, weight }) => ({ a, b, atA: atA[axis], atB: atB[axis], weight })),
        compact,
      },
      mostOrders,
    );
  }

  state(): SearchState {
    const found = [...this.found.values()].sort((a, b) => a.cost - b.cost);
    return { best: this.best, found, isProven: this.isProven, steps: this.steps };
  }

  run(): void {
    if (this.count === 0) return;
    const open = this.pairs.map((_, index) => index);
    // A first part of the steps for the whole tree; where it ends within them, its answer is proven.
    const share = min(
      this.options.mostSteps,
      max(MOST_WHOLE_STEPS / 4, this.options.mostSteps * WHOLE_SHARE),
    );
    this.allowed = share;
    const isWhole = this.branch(open);
    this.isProven = isWhole && !this.isStopped;
    if (this.isProven || this.best === null) return;
    this.allowed = this.options.mostSteps;
    this.improve();
  }

  /** Places both axes; null where the orders cannot be kept. */
  private bound(): number | null {
    const [across, up] = this.solvers;
    return this.place(0) && this.place(1) ? across.cost + up.cost : null;
  }

  private place(axis: 0 | 1): boolean {
    this.countStep();
    return this.solvers[axis].solve(this.orders[axis]);
  }

  private countStep(): void {
    this.steps++;
    if (this.steps % TELL_EVERY === 0 && this.options.onProgress?.(this.state()) === false)
      this.isStopped = true;
  }

  private isOver(): boolean {
    return this.isStopped || this.steps >= this.allowed;
  }

  /**
   * Goes through every way to part the open pairs that may cost less than the best. True when it went through all of
   * them, false when its steps ran out.
   */
  private branch(open: readonly number[]): boolean {
    if (this.bound() === null) return true;
    return this.descend([...open]);
  }

  private descend(open: number[]): boolean {
    const [across, up] = this.solvers;
    const cost = across.cost + up.cost;
    if (this.best !== null && cost >= this.best.cost - ROUNDING) return true;
    const worst = this.worstOverlap(open);
    if (worst < 0) {
      this.take(cost);
      return true;
    }
    if (this.isOver()) return false;
    const pair = this.pairs[worst];
    if (pair === undefined) return true;
    const rest = open.filter((index) => index !== worst);
    const children: Child[] = [];
    // Each place is worked out once: a child has its own along its axis, and this node’s along the other.
    const own = [across.answer(), up.answer()] as const;
    for (const way of pair.ways) {
      const solver = this.solvers[way.axis];
      solver.take(own[way.axis], this.orders[way.axis]);
      this.countStep();
      if (!solver.add(way.order)) continue;
      const total = solver.cost + own[way.axis === 0 ? 1 : 0].cost;
      if (this.best === null || total < this.best.cost - ROUNDING)
        children.push({ way, cost: total, placed: solver.answer() });
    }
    children.sort((a, b) => a.cost - b.cost);
    let isWhole = true;
    for (const child of children) {
      if (this.best !== null && child.cost >= this.best.cost - ROUNDING) break;
      this.orders[child.way.axis].push(child.way.order);
      across.take(child.way.axis === 0 ? child.placed : own[0], this.orders[0]);
      up.take(child.way.axis === 1 ? child.placed : own[1], this.orders[1]);
      if (!this.descend(rest)) isWhole = false;
      this.orders[child.way.axis].pop();
      if (this.isOver()) return false;
    }
    return isWhole;
  }

  /** The open pair that overlaps most, by the smaller side of what it shares; -1 where none does. */
  private worstOverlap(open: readonly number[]): number {
    const { pieces } = this.problem;
    const [{ x }, { x: y }] = this.solvers;
    let [worst, most] = [-1, ROUNDING];
    for (const index of open) {
      const pair = this.pairs[index];
      if (pair === undefined) continue;
      let least = ENDLESS;
      for (const { axis, order } of pair.ways) {
        const at = axis === 0 ? x : y;
        const first = order.i < 0 ? 0 : (at[order.i] ?? 0);
        const second = order.j < 0 ? 0 : (at[order.j] ?? 0);
        least = min(least, first + order.apart - second);
      }
      // Large pieces decide more than small ones that overlap as far.
      const size = (pieces[pair.i]?.widthMm ?? 0) + (pieces[pair.j]?.widthMm ?? 0);
      const weight = least * (1 + size * SIZE_WEIGHT);
      if (least > ROUNDING && weight > most) [worst, most] = [index, weight];
    }
    return worst;
  }

  private take(cost: number): void {
    const [across, up] = this.solvers;
    const layout: Layout = { x: [...across.x], y: [...up.x], cost };
    if (this.best === null || cost < this.best.cost - ROUNDING) this.best = layout;
    this.keep(layout);
  }

  private keep(layout: Layout): void {
    const key = orderKey(this.problem, layout);
    const before = this.found.get(key);
    if (before === undefined || layout.cost < before.cost) this.found.set(key, layout);
    if (this.found.size <= KEPT_LAYOUTS) return;
    const dearest = [...this.found].reduce((a, b) => (b[1].cost > a[1].cost ? b : a));
    this.found.delete(dearest[0]);
  }

  /** Lets some pieces of the best layout go and sets them again by the tree, until the steps run out. */
  private improve(): void {
    let freed = 2;
    let fruitless = 0;
    while (!this.isOver() && this.best !== null) {
      const from = this.best;
      const free = this.pickFree(min(freed, this.count));
      this.orders[0] = [];
      this.orders[1] = [];
      const open: number[] = [];
      this.pairs.forEach((pair, index) => {
        const isFree = free.has(pair.i) || (pair.block < 0 && free.has(pair.j));
        const way = isFree ? null : keptWay(pair, from);
        if (way === null) open.push(index);
        else this.orders[way.axis].push(way.order);
      });
      const before = this.best.cost;
      const limit = this.allowed;
      this.allowed = min(limit, this.steps + TREE_STEPS);
      const isWhole = this.branch(open);
      this.allowed = limit;
      fruitless = this.best.cost < before - ROUNDING ? 0 : fruitless + 1;
      // Larger trees once the small ones bring nothing, smaller ones when they cannot be finished.
      if (fruitless === 0) freed = 2;
      else if (isWhole && fruitless % (2 * this.count) === 0) freed = min(this.count, freed + 1);
      else if (!isWhole && freed > 3) freed--;
    }
  }

  private pickFree(count: number): Set<number> {
    const free = new Set<number>();
    while (free.size < count) free.add(Math.floor(this.options.random() * this.count));
    return free;
  }
}

const WHOLE_SHARE = 0.5;
const MOST_WHOLE_STEPS = 400_000;
const TREE_STEPS = 4_000;
const SIZE_WEIGHT = 1e-3;

/** The way a layout parts a pair with most to spare. */
function keptWay(pair: Pair, { x, y }: Layout): Way | null {
  let [kept, most]: [Way | null, number] = [null, -ENDLESS];
  for (const way of pair.ways) {
    const at = way.axis === 0 ? x : y;
    const first = way.order.i < 0 ? 0 : (at[way.order.i] ?? 0);
    const second = way.order.j < 0 ? 0 : (at[way.order.j] ?? 0);
    const slack = second - first - way.order.apart;
    if (slack > most) [kept, most] = [way, slack];
  }
  return kept;
}

/** Which order the pieces lie in, whatever their exact places: two layouts with one key are one idea. */
export function orderKey({ pieces }: ArrangeProblem, { x, y }: Pick<Layout, 'x' | 'y'>): string {
  const rank = (at: readonly number[], size: 'widthMm' | 'heightMm') =>
    pieces
      .map((piece, index) => ({ id: piece.id, middle: (at[index] ?? 0) + piece[size] / 2 }))
      .sort((a, b) => a.middle - b.middle || (a.id < b.id ? -1 : 1))
      .map(({ id }) => id)
      .join();
  return `${rank(x, 'widthMm')}|${rank(y, 'heightMm')}`;
}

function pairsOf({ pieces, gaps, blocks }: ArrangeProblem): Pair[] {
  const pairs: Pair[] = [];
  pieces.forEach((a, i) => {
    for (let j = i + 1; j < pieces.length; j++) {
      const b = pieces[j];
      const gap = gaps[i]?.[j];
      if (b === undefined || gap === undefined) continue;
      pairs.push({
        i,
        j,
        block: -1,
        ways: [
          { axis: 0, order: { i, j, apart: a.widthMm + gap.right } },
          { axis: 0, order: { i: j, j: i, apart: b.widthMm + gap.left } },
          { axis: 1, order: { i, j, apart: a.heightMm + gap.over } },
          { axis: 1, order: { i: j, j: i, apart: b.heightMm + gap.under } },
        ],
      });
    }
    (blocks[i] ?? []).forEach((box, block) => {
      // The wall is piece -1: its place is 0.
      pairs.push({
        i,
        j: -1,
        block,
        ways: [
          { axis: 0, order: { i, j: -1, apart: a.widthMm - box.minX } },
          { axis: 0, order: { i: -1, j: i, apart: box.maxX } },
          { axis: 1, order: { i, j: -1, apart: a.heightMm - box.minY } },
          { axis: 1, order: { i: -1, j: i, apart: box.maxY } },
        ],
      });
    });
  });
  return pairs;
}
