import type { FillProblem } from './fill-problem.ts';
import { FreeRows, turnedGround, type Ground, type Stretch } from './free-rows.ts';
import { fillBound } from './fill-bound.ts';

export type LaidModule = { readonly xMm: number; readonly yMm: number; readonly isTurned: boolean };

export type Fill = {
  readonly modules: readonly LaidModule[];
  /** No way of laying this module down on this ground takes more than so many. */
  readonly atMost: number;
  /** Whether these are proven to be the most: as many as can be at most. */
  readonly isMost: boolean;
};

/** Sizes, gaps and pitches in the row’s own axes: `along` the row and `across` it. */
type Piece = {
  readonly alongMm: number;
  readonly acrossMm: number;
  readonly isTurned: boolean;
};

const TOUCH = 0.01;
/** Rows are looked for at no more places than this; a finer choice gains next to nothing. */
const MOST_PLACES = 6000;
/** On ground with slanting edges rows are also tried at this step, mm. */
const SLANT_STEP_MM = 50;
/** Cuts that part the ground are looked for at no more places than this. */
const MOST_CUTS = 10;

/**
 * Lays as many modules of one size on some ground as rows take, and says whether that is the most there can be. Rows are
 * placed by a dynamic programme over every place at which a row can rest on an edge or on other rows, for rows across and
 * rows up the face; where they need not be in line, also with the ground parted by straight cuts, each part by itself.
 * Equal counts are decided by the first found, so that the same ground gives the same field.
 */
export function fillGround(problem: FillProblem): Fill {
  const ways = waysOf(problem);
  const across = new Rows(problem, false, ways);
  const up = new Rows(problem, true, ways);
  let best: readonly LaidModule[] = [];
  const take = (modules: readonly LaidModule[]) => {
    if (modules.length > best.length) best = modules;
  };
  const { atMost } = fillBound(problem);
  for (const rows of [across, up]) {
    if (best.length < atMost) take(rows.lay());
  }
  if (problem.pattern === 'free') {
    for (const rows of [across, up]) if (best.length < atMost) take(rows.layInParts());
  }
  return { modules: best, atMost, isMost: best.length === atMost };
}

function waysOf({ ways }: FillProblem): readonly boolean[] {
  switch (ways) {
    case 'upright':
      return [false];
    case 'turned':
      return [true];
    case 'mixed':
      return [false, true];
  }
}

/** A row laid down: where, of which piece, and where its modules begin. */
type Row = { readonly at: number; readonly piece: Piece; readonly starts: readonly number[] };

/** Rows across the face, or up it with the axes changed over. */
class Rows {
  private readonly free: FreeRows;
  private readonly ground: Ground;
  private readonly pieces: readonly Piece[];
  private readonly gapAlongMm: number;
  private readonly gapAcrossMm: number;
  private readonly known = new Map<string, readonly Stretch[]>();

  constructor(
    private readonly problem: FillProblem,
    private readonly isUp: boolean,
    ways: readonly boolean[],
  ) {
    const { ground, widthMm, heightMm, gapAcrossMm, gapUpMm } = problem;
    this.ground = isUp ? turnedGround(ground) : ground;
    this.free = new FreeRows(this.ground);
    this.gapAlongMm = isUp ? gapUpMm : gapAcrossMm;
    this.gapAcrossMm = isUp ? gapAcrossMm : gapUpMm;
    this.pieces = ways.map((isTurned) => {
      const isAlongWidth = isTurned === isUp;
      return {
        isTurned,
        alongMm: isAlongWidth ? widthMm : heightMm,
        acrossMm: isAlongWidth ? heightMm : widthMm,
      };
    });
  }

  lay(): LaidModule[] {
    const { pattern } = this.problem;
    if (pattern === 'free') return this.modulesOf(this.best(null, null));
    const shifts = this.shifts();
    let best: Row[] = [];
    for (const shift of shifts) {
      const rows = this.best(null, shift);
      if (countOf(rows) > countOf(best)) best = rows;
    }
    return this.modulesOf(pattern === 'in-line' ? this.centred(best) : best);
  }

  /** With the ground parted along the rows by straight cuts where something begins or ends. */
  layInParts(): LaidModule[] {
    const cuts = this.cuts();
    const ends = [-Infinity, ...cuts, Infinity];
    const best: { readonly count: number; readonly rows: readonly Row[] }[] = [{ count: 0, rows: [] }];
    for (let to = 1; to < ends.length; to++) {
      let most: { readonly count: number; readonly rows: readonly Row[] } = { count: -1, rows: [] };
      for (let from = 0; from < to; from++) {
        const right = ends[to] ?? Infinity;
        // What follows a cut begins at it: a part before it ends a gap earlier.
        const rows = this.best([ends[from] ?? -Infinity, right - this.gapAlongMm], null);
        const count = countOf(rows) + (best[from]?.count ?? 0);
        if (count > most.count) most = { count, rows: [...(best[from]?.rows ?? []), ...rows] };
      }
      best.push(most);
    }
    return this.modulesOf(best.at(-1)?.rows ?? []);
  }

  /** The rows that take most, each counted as many as it takes by itself. */
  private best(within: Stretch | null, shift: number | null): Row[] {
    const places = this.places();
    const most = new Float64Array(places.length + 1);
    const taken: (Row | null)[] = new Array<Row | null>(places.length).fill(null);
    const next: number[] = new Array<number>(places.length).fill(0);
    for (let index = places.length - 1; index >= 0; index--) {
      const at = places[index] ?? 0;
      most[index] = most[index + 1] ?? 0;
      next[index] = index + 1;
      for (const piece of this.pieces) {
        if (at + piece.acrossMm > this.free.topMm + TOUCH) continue;
        const row = { at, piece, starts: this.startsOf(at, piece, within, shift) };
        if (row.starts.length === 0) continue;
        const after = firstFrom(places, at + piece.acrossMm + this.gapAcrossMm - TOUCH);
        const count = row.starts.length + (most[after] ?? 0);
        if (count > (most[index] ?? 0)) {
          most[index] = count;
          taken[index] = row;
          next[index] = after;
        }
      }
    }
    const rows: Row[] = [];
    for (let index = 0; index < places.length; index = next[index] ?? places.length) {
      const row = taken[index];
      if (row != null) rows.push(row);
    }
    return rows;
  }

  private startsOf(at: number, piece: Piece, within: Stretch | null, shift: number | null): number[] {
    const key = `${at} ${piece.acrossMm}`;
    let stretches = this.known.get(key);
    if (stretches === undefined) {
      stretches = this.free.between(at, at + piece.acrossMm);
      this.known.set(key, stretches);
    }
    const pitch = piece.alongMm + this.gapAlongMm;
    const starts: number[] = [];
    for (const [from, to] of stretches) {
      const begin = within === null ? from : Math.max(from, within[0]);
      const end = within === null ? to : Math.min(to, within[1]);
      const first = shift === null ? begin : shift + Math.ceil((begin - shift - TOUCH) / pitch) * pitch;
      for (let start = first; start + piece.alongMm <= end + TOUCH; start += pitch) starts.push(start);
    }
    return starts;
  }

  /** Places at which a row may rest: on something, or on rows that rest on it. */
  private places(): number[] {
    this.placesKnown ??= this.findPlaces();
    return this.placesKnown;
  }
  private placesKnown: number[] | null = null;

  private findPlaces(): number[] {
    const { topMm, bottomMm } = this.free;
    const least = Math.min(...this.pieces.map(({ acrossMm }) => acrossMm));
    const found = new Set<number>();
    const add = (at: number) => {
      if (at >= bottomMm - TOUCH && at + least <= topMm + TOUCH) found.add(Math.round(at * 1000) / 1000);
    };
    const pitches = this.pieces.map(({ acrossMm }) => acrossMm + this.gapAcrossMm);
    const levels = this.free.levels;
    const [a = 1, b = null] = pitches;
    for (const level of levels) {
      for (let base = level; base <= topMm; base += a) {
        add(base);
        if (b !== null) for (let at = base + b; at <= topMm; at += b) add(at);
      }
    }
    if (this.free.slants) {
      for (let at = bottomMm; at < topMm; at += SLANT_STEP_MM) add(at);
      for (const level of levels) for (const { acrossMm } of this.pieces) add(level - acrossMm);
    }
    const all = [...found].sort((x, y) => x - y);
    if (all.length <= MOST_PLACES) return all;
    const step = all.length / MOST_PLACES;
    return Array.from({ length: MOST_PLACES }, (_, index) => all[Math.floor(index * step)] ?? 0);
  }

  /** Where columns may begin: at what begins or ends somewhere, taken round by one pitch. */
  private shifts(): number[] {
    const { pattern } = this.problem;
    const pitch = (this.pieces[0]?.alongMm ?? 0) + this.gapAlongMm;
    const begins = new FreeRows(turnedGround(this.ground)).levels;
    const round = new Set(begins.map((x) => Math.round((((x % pitch) + pitch) % pitch) * 1000) / 1000));
    return pattern === 'staggered' ? [...round].slice(0, 1) : [...round].sort((x, y) => x - y);
  }

  private cuts(): number[] {
    const [, ...inner] = new FreeRows(turnedGround(this.ground)).levels;
    inner.pop();
    if (inner.length <= MOST_CUTS) return inner;
    const step = inner.length / MOST_CUTS;
    return Array.from({ length: MOST_CUTS }, (_, index) => inner[Math.floor(index * step)] ?? 0);
  }

  /** Moved along as far as all can, half of it: what is left over lies at both sides. */
  private centred(rows: readonly Row[]): Row[] {
    let slack = Infinity;
    for (const { at, piece, starts } of rows) {
      const stretches = this.free.between(at, at + piece.acrossMm);
      for (const start of starts) {
        const end = stretches.find(
          ([from, to]) => from <= start + TOUCH && to >= start + piece.alongMm - TOUCH,
        );
        slack = Math.min(slack, end === undefined ? 0 : end[1] - start - piece.alongMm);
      }
    }
    const by = Number.isFinite(slack) ? Math.max(0, slack / 2) : 0;
    return rows.map((row) => ({ ...row, starts: row.starts.map((start) => start + by) }));
  }

  private modulesOf(rows: readonly Row[]): LaidModule[] {
    const { pattern } = this.problem;
    return rows.flatMap(({ at, piece, starts }, index) => {
      const own = pattern === 'staggered' && index % 2 === 1 ? this.shifted(at, piece) : starts;
      return own.map((start) =>
        this.isUp
          ? { xMm: at, yMm: start, isTurned: piece.isTurned }
          : { xMm: start, yMm: at, isTurned: piece.isTurned },
      );
    });
  }

  /** Every other row moved along by half a module. */
  private shifted(at: number, piece: Piece): number[] {
    const [first = 0] = this.shifts();
    return this.startsOf(at, piece, null, first + (piece.alongMm + this.gapAlongMm) / 2);
  }
}

function countOf(rows: readonly Row[]): number {
  return rows.reduce((sum, { starts }) => sum + starts.length, 0);
}

/** The first place that is not before `least`. */
function firstFrom(places: readonly number[], least: number): number {
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((places[middle] ?? Infinity) < least) low = middle + 1;
    else high = middle;
  }
  return low;
}
