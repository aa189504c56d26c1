import type { BoxMm } from '@zarnel/core/figures';

// Where labels stand: each tries its spots and takes the best that is free; what finds none is left out. A label’s rank says
// how early it chooses.

/** A box on the screen, px; y runs down. */
export type BoxPx = BoxMm;

/** A place a label might stand, with what makes it worse than the best, and what is drawn there. */
export type Spot<Drawn> = { readonly box: BoxPx; readonly cost: number; readonly drawn: Drawn };

export type Wanted<Drawn> = {
  readonly key: string;
  /** The lowest chooses first. */
  readonly rank: number;
  /** Blocks of this owner do not block it: a name may stand in its own gear. */
  readonly owner: string | null;
  readonly spots: readonly Spot<Drawn>[];
  /** What only costs it where others must not stand. */
  readonly mayCover?: Block['kind'];
};

/** What is drawn already: `fast` is never covered, `gear` by few, `soft` where nothing else is free. */
export type Block = {
  readonly box: BoxPx;
  readonly kind: 'fast' | 'gear' | 'soft';
  readonly owner: string | null;
};

export type Placed<Drawn> = Spot<Drawn> & { readonly key: string };

/** What covering something soft costs, for the whole of a label. */
const COVER_COST = 6;
/** Room between labels, px. */
const APART_PX = 1;

/**
 * The spot of each label that has room.
 *
 * @param wanted What is to be placed, in any order.
 * @param blocks What is drawn already.
 * @returns Boxes none of which overlaps another or, but for `mayCover` and its owner’s, a block that is not soft.
 */
export function placeLabels<Drawn>(
  wanted: readonly Wanted<Drawn>[],
  blocks: readonly Block[],
): Placed<Drawn>[] {
  const taken = new Buckets<Block>();
  for (const block of blocks) taken.add(block.box, block);
  const placed: Placed<Drawn>[] = [];
  const inOrder = [...wanted].sort((a, b) => a.rank - b.rank || a.spots.length - b.spots.length);
  for (const { key, owner, spots, mayCover } of inOrder) {
    let best: Spot<Drawn> | null = null;
    let least = Infinity;
    for (const spot of spots) {
      if (spot.cost >= least) continue;
      const cost = spot.cost + coverCost(spot.box, taken.near(spot.box), owner, mayCover);
      if (cost < least) [best, least] = [spot, cost];
    }
    if (best === null) continue;
    placed.push({ ...best, key });
    taken.add(best.box, { box: best.box, kind: 'fast', owner: null });
  }
  return placed;
}

function coverCost(
  box: BoxPx,
  near: readonly Block[],
  owner: string | null,
  mayCover: Block['kind'] | undefined,
): number {
  let cost = 0;
  for (const block of near) {
    if (owner !== null && block.owner === owner) continue;
    const shared = sharedPx2(box, block.box);
    if (shared === 0) continue;
    if (block.kind !== 'soft' && block.kind !== mayCover) return Infinity;
    cost += (COVER_COST * shared) / ((box.maxX - box.minX) * (box.maxY - box.minY));
  }
  return cost;
}

function sharedPx2(a: BoxPx, b: BoxPx): number {
  const across = Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX) + APART_PX;
  const down = Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY) + APART_PX;
  return across <= 0 || down <= 0 ? 0 : across * down;
}

const BUCKET_PX = 96;
/** What is wider than this many buckets is looked at for every label. */
const MOST_BUCKETS = 40;

/** What lies in some squares, and the last look that came upon it: what lies in several is told once. */
type Entry<Item> = { readonly item: Item; look: number };

/** Boxes by the squares of the screen they lie on. */
class Buckets<Item> {
  readonly #squares = new Map<number, Entry<Item>[]>();
  readonly #everywhere: Entry<Item>[] = [];
  #look = 0;

  add(box: BoxPx, item: Item): void {
    const entry = { item, look: 0 };
    const squares = squaresOf(box);
    if (squares === null) this.#everywhere.push(entry);
    else
      for (const square of squares) {
        const entries = this.#squares.get(square);
        if (entries === undefined) this.#squares.set(square, [entry]);
        else entries.push(entry);
      }
  }

  near(box: BoxPx): Item[] {
    this.#look++;
    const found: Item[] = [];
    const look = (entries: readonly Entry<Item>[]) => {
      for (const entry of entries) {
        if (entry.look === this.#look) continue;
        entry.look = this.#look;
        found.push(entry.item);
      }
    };
    look(this.#everywhere);
    const squares = squaresOf(box);
    if (squares === null) for (const entries of this.#squares.values()) look(entries);
    else for (const square of squares) look(this.#squares.get(square) ?? NONE);
    return found;
  }
}
const NONE: readonly never[] = [];

/** More squares than any sheet is high. */
const COLUMN = 1 << 20;

function squaresOf({ minX, minY, maxX, maxY }: BoxPx): number[] | null {
  const index = (px: number) => Math.floor(px / BUCKET_PX);
  const [x0, x1, y0, y1] = [
    index(minX - APART_PX),
    index(maxX + APART_PX),
    index(minY - APART_PX),
    index(maxY + APART_PX),
  ];
  if ((x1 - x0 + 1) * (y1 - y0 + 1) > MOST_BUCKETS) return null;
  const squares: number[] = [];
  for (let x = x0; x <= x1; x++) for (let y = y0; y <= y1; y++) squares.push(x * COLUMN + y);
  return squares;
}
