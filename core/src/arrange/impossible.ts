import type { Hung } from '../check/prepared.ts';
import { NO_GAP, type ArrangeProblem } from './problem.ts';
import { searchLayouts } from './search.ts';

/** Why no layout exists: the fewest pieces that do not fit together, and the distances that make it so. */
export type Impossible = {
  /** False where the search ran out of steps before it could tell. */
  readonly isProven: boolean;
  readonly pieces: readonly string[];
  /** Gaps without any one of which these pieces would fit; none where they do not fit even touching. */
  readonly gaps: readonly { readonly a: string; readonly b: string; readonly mm: number }[];
};

const STEPS = 30_000;

/**
 * The smallest set of pieces, and then of gaps between them, that makes a layout impossible: each is left out in turn
 * and stays out where it is still impossible without it (deletion filter; Chinneck 2008, Feasibility and Infeasibility
 * in Optimization, 6.2). What is left is minimal: without any one of it there would be a layout.
 */
export function explainImpossible(
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  isProven: boolean,
  random: () => number,
): Impossible {
  if (!isProven) return { isProven, pieces: pieces.map(({ id }) => id), gaps: [] };
  let kept = problem.pieces.map((_, index) => index);
  // The largest first: what is left when they are out is small.
  const bySize = [...kept].sort((a, b) => area(problem, a) - area(problem, b) || a - b);
  for (const index of bySize) {
    if (kept.length === 1) break;
    const without = kept.filter((each) => each !== index);
    if (isImpossible(only(problem, without), random)) kept = without;
  }
  const small = only(problem, kept);
  const pairs = kept.flatMap((_, i) => kept.slice(i + 1).map((__, at) => [i, i + 1 + at] as const));
  let gapless = small;
  const needed: (readonly [number, number])[] = [];
  for (const pair of pairs) {
    const without = withoutGap(gapless, pair);
    if (isImpossible(without, random)) gapless = without;
    else needed.push(pair);
  }
  const idOf = (at: number) => pieces[kept[at] ?? 0]?.id ?? '';
  return {
    isProven,
    pieces: kept.flatMap((index) => pieces[index]?.id ?? []),
    gaps: needed.map(([a, b]) => ({
      a: idOf(a),
      b: idOf(b),
      mm: Math.max(...Object.values(small.gaps[a]?.[b] ?? NO_GAP)),
    })),
  };
}

function area({ pieces }: ArrangeProblem, index: number): number {
  return (pieces[index]?.widthMm ?? 0) * (pieces[index]?.heightMm ?? 0);
}

function isImpossible(problem: ArrangeProblem, random: () => number): boolean {
  const { best, isProven } = searchLayouts(
    { ...problem, wires: [], compact: 0 },
    { mostSteps: STEPS, random },
  );
  return best === null && isProven;
}

/** The same problem with some of its pieces. */
function only({ pieces, gaps, blocks, compact }: ArrangeProblem, kept: readonly number[]): ArrangeProblem {
  const pickFrom = <Item>(list: readonly Item[]): Item[] => kept.flatMap((index) => list[index] ?? []);
  return {
    pieces: pickFrom(pieces),
    gaps: kept.map((i) => kept.map((j) => gaps[i]?.[j] ?? NO_GAP)),
    blocks: kept.map((index) => blocks[index] ?? []),
    wires: [],
    compact,
  };
}

function withoutGap(problem: ArrangeProblem, [a, b]: readonly [number, number]): ArrangeProblem {
  const gaps = problem.gaps.map((row, i) =>
    row.map((gap, j) => ((i === a && j === b) || (i === b && j === a) ? NO_GAP : gap)),
  );
  return { ...problem, gaps };
}
