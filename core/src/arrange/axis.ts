// One closed algorithm with its helpers: longer than a file of several functions would be.

// Looked up once: the innermost loops run millions of times.
const { min, max, abs } = Math;
const ENDLESS = Number.POSITIVE_INFINITY;

/**
 * Where pieces lie along one axis at least cost, given which lies before which. Minimises
 *   Σ weight·|x_a + atA − x_b − atB| + compact·(farthest end − nearest start)
 * over positions x with low ≤ x ≤ high and x_j ≥ x_i + apart for every order. A linear program whose dual is a flow
 * of least cost: solved exactly by successive shortest paths from potentials that keep every order (Ahuja, Magnanti and
 * Orlin 1993, 9.7 and 11.4), in microseconds for a dozen pieces.
 */
export type AxisPull = {
  readonly a: number;
  readonly b: number;
  /** Where on each piece the pull takes hold, from its start. `b` may be the wall itself: -1, with `atB` from the datum. */
  readonly atA: number;
  readonly atB: number;
  readonly weight: number;
};

export type AxisProblem = {
  readonly size: Float64Array;
  readonly low: Float64Array;
  readonly high: Float64Array;
  readonly pulls: readonly AxisPull[];
  /** Cost of each mm that all pieces together span. */
  readonly compact: number;
};

/** `x[i]` comes before `x[j]` by at least `apart`. */
export type AxisOrder = { readonly i: number; readonly j: number; readonly apart: number };

/** All of a solved state, to come back to: the places, and the flow and potentials that prove them least. */
export type AxisAnswer = {
  readonly x: Float64Array;
  readonly cost: number;
  readonly room: Float64Array;
  readonly potential: Float64Array;
};

/** Differences below this are rounding, mm. */
const ROUNDING = 1e-7;

export class AxisSolver {
  readonly x: Float64Array;
  cost = 0;

  private readonly count: number;
  private readonly nodes: number;
  private readonly start: Int32Array;
  private readonly end: Int32Array;
  private readonly room: Float64Array;
  private readonly price: Float64Array;
  private arcs = 0;
  private readonly fixedArcs: number;
  private readonly potential: Float64Array;
  private readonly excess: Float64Array;
  private readonly distance: Float64Array;
  private readonly parent: Int32Array;
  private readonly isDone: Uint8Array;
  private readonly fixedRoom: Float64Array;
  private readonly first: Int32Array;
  private readonly next: Int32Array;
  private isIndexed = false;
  private readonly lowest: number;

  constructor(
    private readonly problem: AxisProblem,
    mostOrders: number,
  ) {
    const { size, low, high, pulls, compact } = problem;
    this.count = size.length;
    // The wall, the pieces, and the ends of what all of them span.
    this.nodes = this.count + 3;
    const most = 2 * (mostOrders + pulls.length + 4 * this.count + 2);
    this.start = new Int32Array(most);
    this.end = new Int32Array(most);
    this.room = new Float64Array(most);
    this.price = new Float64Array(most);
    this.potential = new Float64Array(this.nodes);
    this.excess = new Float64Array(this.nodes);
    this.distance = new Float64Array(this.nodes);
    this.parent = new Int32Array(this.nodes);
    this.isDone = new Uint8Array(this.nodes);
    this.x = new Float64Array(this.count);
    this.first = new Int32Array(this.nodes);
    this.next = new Int32Array(most);
    this.lowest = low.reduce((least, each) => min(least, each), ENDLESS);
    const [near, far] = [this.count + 1, this.count + 2];
    for (let i = 0; i < this.count; i++) {
      this.order(0, i + 1, low[i] ?? 0);
      this.order(i + 1, 0, -(high[i] ?? 0));
      if (compact > 0) {
        this.order(near, i + 1, 0);
        this.order(i + 1, far, size[i] ?? 0);
      }
    }
    for (const { a, b, atA, atB, weight } of pulls) this.pull(a + 1, b + 1, atA - atB, weight);
    // What all of them span: never negative, so that the pull both ways is the pull one way.
    if (compact > 0) this.pull(far, near, 0, compact);
    this.fixedArcs = this.arcs;
    this.fixedRoom = this.room.slice(0, this.arcs);
  }

  /** Solves with these orders; false where they cannot all be kept. Then `x` and `cost` hold the answer. */
  solve(orders: readonly AxisOrder[]): boolean {
    this.arcs = this.fixedArcs;
    this.isIndexed = false;
    this.room.set(this.fixedRoom);
    for (const { i, j, apart } of orders) this.order(i + 1, j + 1, apart);
    if (!this.keepOrders()) return false;
    this.saturate();
    if (!this.balance()) return false;
    this.setPlaces();
    return true;
  }

  private setPlaces(): void {
    const { potential } = this;
    const wall = potential[0] ?? 0;
    for (let i = 0; i < this.count; i++) this.x[i] = (potential[i + 1] ?? 0) - wall;
    this.cost = this.costNow();
  }

  /** What was found last, to come back to. */
  answer(): AxisAnswer {
    return {
      x: this.x.slice(),
      cost: this.cost,
      room: this.room.slice(0, this.arcs),
      potential: this.potential.slice(),
    };
  }

  /** Goes back to what was found before with these orders. */
  take({ x, cost, room, potential }: AxisAnswer, orders: readonly AxisOrder[]): void {
    this.x.set(x);
    this.cost = cost;
    this.potential.set(potential);
    this.arcs = this.fixedArcs;
    this.isIndexed = false;
    for (const { i, j, apart } of orders) this.order(i + 1, j + 1, apart);
    this.room.set(room);
  }

  /**
   * Adds one order to what was found last; false where it cannot be kept. The new arc is all that is out of balance: flow
   * goes round through it along the cheapest ways back until it no longer pays, or without end where nothing can give way.
   */
  add({ i, j, apart }: AxisOrder): boolean {
    const [from, to] = [i + 1, j + 1];
    const added = this.arcs;
    this.order(from, to, apart);
    this.isIndexed = false;
    const { distance, potential, parent, start, room, price, nodes } = this;
    for (let guard = 0; guard < MOST_ROUNDS; guard++) {
      const lacks = -((price[added] ?? 0) + (potential[to] ?? 0) - (potential[from] ?? 0));
      if (lacks <= ROUNDING) {
        this.setPlaces();
        return true;
      }
      const isReached = this.shortestFrom(to, from, lacks) === from;
      const reach = isReached ? min(distance[from] ?? 0, lacks) : lacks;
      for (let node = 0; node < nodes; node++) {
        potential[node] = (potential[node] ?? 0) - min(distance[node] ?? 0, reach);
      }
      if (!isReached) continue;
      let amount = ENDLESS;
      for (let node = from; node !== to;) {
        const at = parent[node] ?? 0;
        amount = min(amount, room[at] ?? 0);
        node = start[at] ?? 0;
      }
      // Nothing on the way round gives way, however far: the orders contradict each other.
      if (amount === ENDLESS) return false;
      for (let node = from; node !== to;) {
        const at = parent[node] ?? 0;
        room[at] = (room[at] ?? 0) - amount;
        room[at ^ 1] = (room[at ^ 1] ?? 0) + amount;
        node = start[at] ?? 0;
      }
      room[added ^ 1] = (room[added ^ 1] ?? 0) + amount;
    }
    return false;
  }

  /** An arc without end, by which node `to` keeps `apart` after node `from`; its way back carries what it carried. */
  private order(from: number, to: number, apart: number): void {
    this.arc(from, to, ENDLESS, -apart, 0);
  }

  /** Both ways, as much as the pull is strong. */
  private pull(a: number, b: number, offset: number, weight: number): void {
    this.arc(a, b, weight, -offset, weight);
  }

  private arc(from: number, to: number, room: number, price: number, roomBack: number): void {
    const at = this.arcs;
    this.start[at] = from;
    this.end[at] = to;
    this.room[at] = room;
    this.price[at] = price;
    this.start[at + 1] = to;
    this.end[at + 1] = from;
    this.room[at + 1] = roomBack;
    this.price[at + 1] = -price;
    this.arcs += 2;
  }

  /** Potentials that keep every order: the longest paths from the wall. False on a circle of orders that cannot be. */
  private keepOrders(): boolean {
    const { potential, start, end, room, price, arcs } = this;
    potential.fill(-ENDLESS);
    potential[0] = 0;
    // What nothing holds to the wall lies where what holds to it allows: the near end begins as far up as it may.
    potential[this.count + 1] = this.lowest;
    for (let round = 0; round <= this.nodes; round++) {
      let hasMoved = false;
      for (let at = 0; at < arcs; at += 2) {
        if (room[at] !== ENDLESS) continue;
        const from = start[at] ?? 0;
        const to = end[at] ?? 0;
        const wanted = (potential[from] ?? 0) - (price[at] ?? 0);
        if (wanted > (potential[to] ?? 0) + ROUNDING) {
          // The wall itself would have to move.
          if (to === 0) return false;
          potential[to] = wanted;
          hasMoved = true;
        }
      }
      if (!hasMoved) {
        this.pullNearEnd();
        return true;
      }
    }
    return false;
  }

  /** The near end starts at the first piece, not before it. */
  private pullNearEnd(): void {
    const { potential, count } = this;
    let first = ENDLESS;
    for (let i = 1; i <= count; i++) first = min(first, potential[i] ?? 0);
    potential[count + 1] = Number.isFinite(first) ? first : 0;
    if (!Number.isFinite(potential[count + 2] ?? 0)) potential[count + 2] = potential[count + 1] ?? 0;
  }

  /** Fills every pull that is stretched at these potentials, and notes what comes in and goes out of each node. */
  private saturate(): void {
    const { excess, start, end, room, price, potential, arcs } = this;
    excess.fill(0);
    for (let at = 0; at < arcs; at++) {
      const space = room[at] ?? 0;
      if (space === 0 || space === ENDLESS) continue;
      const from = start[at] ?? 0;
      const to = end[at] ?? 0;
      if ((price[at] ?? 0) + (potential[to] ?? 0) - (potential[from] ?? 0) >= -ROUNDING) continue;
      room[at] = 0;
      room[at ^ 1] = (room[at ^ 1] ?? 0) + space;
      excess[from] = (excess[from] ?? 0) - space;
      excess[to] = (excess[to] ?? 0) + space;
    }
  }

  /** Sends what is too much somewhere to where it is missing, along the cheapest ways, until all is even. */
  private balance(): boolean {
    const { excess, nodes, distance, potential, parent, start, room } = this;
    for (let guard = 0; guard < MOST_ROUNDS; guard++) {
      let source = -1;
      for (let node = 0; node < nodes; node++) {
        if ((excess[node] ?? 0) > FLOW_ROUNDING) {
          source = node;
          break;
        }
      }
      if (source < 0) return true;
      const sink = this.shortestFrom(source);
      if (sink < 0) return false;
      const reach = distance[sink] ?? 0;
      for (let node = 0; node < nodes; node++) {
        potential[node] = (potential[node] ?? 0) - min(distance[node] ?? 0, reach);
      }
      let amount = min(excess[source] ?? 0, -(excess[sink] ?? 0));
      for (let node = sink; node !== source;) {
        const at = parent[node] ?? 0;
        amount = min(amount, room[at] ?? 0);
        node = start[at] ?? 0;
      }
      for (let node = sink; node !== source;) {
        const at = parent[node] ?? 0;
        room[at] = (room[at] ?? 0) - amount;
        room[at ^ 1] = (room[at ^ 1] ?? 0) + amount;
        node = start[at] ?? 0;
      }
      excess[source] = (excess[source] ?? 0) - amount;
      excess[sink] = (excess[sink] ?? 0) + amount;
    }
    return false;
  }

  /**
   * Dijkstra over what still has room, by reduced prices. Ends at the target, or without one at the nearest node where
   * something is missing; -1 where there is none nearer than `mostMm`.
   */
  private shortestFrom(source: number, target = -1, mostMm = ENDLESS): number {
    const { distance, parent, isDone, nodes, start, end, room, price, potential, excess, arcs } = this;
    distance.fill(ENDLESS);
    isDone.fill(0);
    distance[source] = 0;
    this.index();
    const { first, next } = this;
    for (;;) {
      let node = -1;
      let best = ENDLESS;
      for (let each = 0; each < nodes; each++) {
        if (isDone[each] === 0 && (distance[each] ?? 0) < best) {
          best = distance[each] ?? 0;
          node = each;
        }
      }
      if (node < 0 || best >= mostMm) return -1;
      isDone[node] = 1;
      if (target < 0 ? (excess[node] ?? 0) < -FLOW_ROUNDING : node === target) return node;
      for (let at = first[node] ?? -1; at >= 0; at = next[at] ?? -1) {
        if (at >= arcs || (room[at] ?? 0) <= FLOW_ROUNDING) continue;
        const to = end[at] ?? 0;
        const reduced = (price[at] ?? 0) + (potential[to] ?? 0) - (potential[start[at] ?? 0] ?? 0);
        const wanted = best + max(0, reduced);
        if (wanted < (distance[to] ?? 0)) {
          distance[to] = wanted;
          parent[to] = at;
        }
      }
    }
  }

  /** Lists the arcs that leave each node. */
  private index(): void {
    if (this.isIndexed) return;
    const { first, next, start } = this;
    first.fill(-1);
    for (let at = 0; at < this.arcs; at++) {
      const from = start[at] ?? 0;
      next[at] = first[from] ?? -1;
      first[from] = at;
    }
    this.isIndexed = true;
  }

  private costNow(): number {
    const { pulls, compact, size } = this.problem;
    let cost = 0;
    for (const { a, b, atA, atB, weight } of pulls) {
      cost += weight * abs((this.x[a] ?? 0) + atA - (b < 0 ? 0 : (this.x[b] ?? 0)) - atB);
    }
    if (compact > 0 && this.count > 0) {
      let [nearest, farthest] = [ENDLESS, -ENDLESS];
      for (let i = 0; i < this.count; i++) {
        nearest = min(nearest, this.x[i] ?? 0);
        farthest = max(farthest, (this.x[i] ?? 0) + (size[i] ?? 0));
      }
      cost += compact * (farthest - nearest);
    }
    return cost;
  }
}

/** Flows below this are rounding. */
const FLOW_ROUNDING = 1e-9;
/** More rounds than any flow of this size needs; beyond them the answer would be a fault. */
const MOST_ROUNDS = 10_000;
