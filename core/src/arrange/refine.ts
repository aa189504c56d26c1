import type { Hung } from '../check/prepared.ts';
import { isSoundLayout, type ArrangeProblem } from './problem.ts';
import type { ArrangeWeights } from './request.ts';
import { scoreLayout, type LayoutTerms } from './score.ts';

export type RefinedLayout = { readonly x: number[]; readonly y: number[]; readonly terms: LayoutTerms };

/** How far a piece is moved to meet framing or come in line, mm. */
const NEAR_MM = 420;
const MOST_ROUNDS = 6;

/**
 * Moves single pieces, and all of them together, onto framing and in line with each other where that is worth more than
 * it costs, then onto marks a tape has. The layout stays sound throughout; it never gets worse, but for the marks.
 */
export function refineLayout(
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  weights: ArrangeWeights,
  stepMm: number,
  from: { readonly x: readonly number[]; readonly y: readonly number[] },
): RefinedLayout {
  let best: RefinedLayout = {
    x: [...from.x],
    y: [...from.y],
    terms: scoreLayout(problem, pieces, weights, from.x, from.y),
  };
  const attempt = (x: number[], y: number[], mayCostMm = 0): boolean => {
    if (!isSoundLayout(problem, x, y)) return false;
    const terms = scoreLayout(problem, pieces, weights, x, y);
    if (terms.total >= best.terms.total - LEAST_GAIN + mayCostMm) return false;
    best = { x, y, terms };
    return true;
  };
  for (let round = 0; round < MOST_ROUNDS; round++) {
    let hasGained = false;
    for (const shift of framingShifts(pieces, best.x)) {
      if (
        attempt(
          best.x.map((at) => at + shift),
          best.y,
        )
      )
        hasGained = true;
    }
    pieces.forEach((piece, index) => {
      for (const x of framingPlaces(piece, best.x[index] ?? 0)) {
        if (attempt(replaced(best.x, index, x), best.y)) hasGained = true;
      }
      for (const y of levelPlaces(pieces, best.y, index)) {
        if (attempt(best.x, replaced(best.y, index, y))) hasGained = true;
      }
    });
    if (!hasGained) break;
  }
  // Onto marks: each piece to the nearest one that leaves all sound and takes nothing off the framing.
  pieces.forEach((_, index) => {
    for (const axis of ['x', 'y'] as const) {
      const at = best[axis][index] ?? 0;
      const offset =
        axis === 'x' ? (pieces[index]?.type.widthMm ?? 0) / 2 : (pieces[index]?.type.dropMm ?? 0);
      const mark = Math.round((at + offset) / stepMm);
      for (const tick of [mark, mark + 1, mark - 1, mark + 2, mark - 2]) {
        const moved = replaced(best[axis], index, tick * stepMm - offset);
        if (
          attempt(
            axis === 'x' ? moved : best.x,
            axis === 'y' ? moved : best.y,
            4 * stepMm * (1 + weights.compact) * MARK_COST,
          )
        )
          break;
      }
    }
  });
  return best;
}

const LEAST_GAIN = 1e-6;
/** Going onto marks may cost this many steps for each piece. */
const MARK_COST = 2;

function replaced(list: readonly number[], index: number, value: number): number[] {
  return list.map((each, at) => (at === index ? value : each));
}

/** Places of a piece’s left edge that bring one of its holes to the middle of a member near it. */
function framingPlaces({ type, face }: Hung, x: number): number[] {
  const places = new Set<number>();
  for (const member of face.members) {
    if (member.axis !== 'vertical') continue;
    for (const hole of type.bracketHoles) {
      const place = member.centreMm - hole.xMm - type.widthMm / 2;
      if (Math.abs(place - x) <= NEAR_MM) places.add(place);
    }
  }
  return [...places].sort((a, b) => Math.abs(a - x) - Math.abs(b - x));
}

function framingShifts(pieces: readonly Hung[], x: readonly number[]): number[] {
  const shifts = new Set<number>();
  pieces.forEach((piece, index) => {
    for (const place of framingPlaces(piece, x[index] ?? 0))
      shifts.add(Math.round((place - (x[index] ?? 0)) * 1e6) / 1e6);
  });
  return [...shifts].sort((a, b) => Math.abs(a) - Math.abs(b)).slice(0, MOST_SHIFTS);
}

const MOST_SHIFTS = 40;

/** Places of a piece’s bottom that bring its top or bottom in line with another’s. */
function levelPlaces(pieces: readonly Hung[], y: readonly number[], index: number): number[] {
  const own = pieces[index];
  if (own === undefined) return [];
  return pieces.flatMap((other, at) => {
    if (at === index) return [];
    const bottom = y[at] ?? 0;
    return [bottom, bottom + other.type.heightMm - own.type.heightMm];
  });
}
