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
  take(across.lay());
  const { atMost } = fillBound(problem, best.length);
  if (best.length < atMost) take(up.lay());
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

/** No piece begins at a place. */
const NONE = -1;

/** Rows across the face, or up it with the axes changed over. */
class Rows {
  private readonly free: FreeRows;
  private readonly ground: Ground;
  private readonly pieces: readonly Piece[];
  private readonly gapAlongMm: number;
  private readonly gapAcrossMm: number;

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
    const { stretches, after } = this.atPlaces();
    const most = new Int32Array(places.length + 1);
    const taken = new Int8Array(places.length).fill(NONE);
    for (let index = places.length - 1; index >= 0; index--) {
      most[index] = most[index + 1] ?? 0;
      for (const [way, piece] of this.pieces.entries()) {
        const free = stretches[way]?.[index];
        if (free === undefined) continue;
        const own = this.countIn(free, piece, within, shift);
        if (own === 0) continue;
        const count = own + (most[after[way]?.[index] ?? places.length] ?? 0);
        if (count > (most[index] ?? 0)) {
          most[index] = count;
          taken[index] = way;
        }
      }
    }
    const rows: Row[] = [];
    for (let index = 0; index < places.length;) {
      const way = taken[index] ?? NONE;
      const piece = this.pieces[way];
      const at = places[index] ?? 0;
      if (piece !== undefined) rows.push({ at, piece, starts: this.startsOf(at, piece, within, shift) });
      index = piece === undefined ? index + 1 : (after[way]?.[index] ?? places.length);
    }
    return rows;
  }

  /** For each way a piece lies, what is free of a row at each place, and the place after which the next may rest. Once. */
  private atPlaces(): { readonly stretches: readonly Stretch[][][]; readonly after: readonly Int32Array[] } {
    this.atPlacesKnown ??= this.findAtPlaces();
    return this.atPlacesKnown;
  }
  private atPlacesKnown: { readonly stretches: Stretch[][][]; readonly after: Int32Array[] } | null = null;

  private findAtPlaces() {
    const places = this.places();
    const fits = (at: number, { acrossMm }: Piece) => at + acrossMm <= this.free.topMm + TOUCH;
    return {
      stretches: this.pieces.map((piece) =>
        places.map((at) => (fits(at, piece) ? this.free.between(at, at + piece.acrossMm) : [])),
      ),
      after: this.pieces.map(({ acrossMm }) =>
        Int32Array.from(places, (at) => firstFrom(places, at + acrossMm + this.gapAcrossMm - TOUCH)),
      ),
    };
  }

  /** How many pieces lie side by side in some stretches: as many as `startsOf` has. */
  private countIn(
    free: readonly Stretch[],
    piece: Piece,
    within: Stretch | null,
    shift: number | null,
  ): number {
    const pitch = piece.alongMm + this.gapAlongMm;
    let count = 0;
    for (const stretch of free) {
      const [begin, end] = this.reachOf(stretch, within, shift, pitch);
      const room = end + TOUCH - begin - piece.alongMm;
      if (room >= 0) count += Math.floor(room / pitch) + 1;
    }
    return count;
  }

  /** From where the first piece of a stretch begins to where the last has to end. */
  private reachOf(
    [from, to]: Stretch,
    within: Stretch | null,
    shift: number | null,
    pitch: number,
  ): readonly [number, number] {
    const begin = within === null ? from : Math.max(from, within[0]);
    const end = within === null ? to : Math.min(to, within[1]);
    return [shift === null ? begin : shift + Math.ceil((begin - shift - TOUCH) / pitch) * pitch, end];
  }

  private startsOf(at: number, piece: Piece, within: Stretch | null, shift: number | null): number[] {
    const pitch = piece.alongMm + this.gapAlongMm;
    return this.free.between(at, at + piece.acrossMm).flatMap((stretch) => {
      const [first, end] = this.reachOf(stretch, within, shift, pitch);
      const room = end + TOUCH - first - piece.alongMm;
      return room < 0
        ? []
        : Array.from({ length: Math.floor(room / pitch) + 1 }, (_, index) => first + index * pitch);
    });
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
