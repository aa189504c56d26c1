import type { Hung } from '../check/prepared.ts';
import { memberAt, screwFor } from '../fixing/hole-fixing.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { layoutCost, type ArrangeProblem } from './problem.ts';
import type { ArrangeWeights } from './request.ts';

/** What a layout is worth, term by term, each as it is counted. */
export type LayoutTerms = {
  /** Along and up, between all that is connected, mm; null where nothing is. */
  readonly conductorMm: number | null;
  /** Width and height that all pieces together span, mm. */
  readonly spanMm: number;
  readonly holesOnFraming: number;
  readonly holeCount: number;
  /** Pieces whose top or bottom is in line with another’s. */
  readonly inLine: number;
  /** The sum of all, in mm of conductor; less is better. */
  readonly total: number;
};

/** What a layout gains on another, term by term; negative where it costs, null where either has nothing to count. */
export type LayoutGains = {
  readonly conductorMm: number | null;
  readonly spanMm: number;
  readonly holesOnFraming: number;
  readonly inLine: number;
};

export function gainsOn(before: LayoutTerms, after: LayoutTerms): LayoutGains {
  const isWired = before.conductorMm !== null && after.conductorMm !== null;
  return {
    conductorMm: isWired ? before.conductorMm - after.conductorMm : null,
    spanMm: before.spanMm - after.spanMm,
    holesOnFraming: after.holesOnFraming - before.holesOnFraming,
    inLine: after.inLine - before.inLine,
  };
}

/** Tops and bottoms this near are in line. */
const IN_LINE_MM = 0.5;

/** The wires alone, each mm for what it is. */
function unweighted(problem: ArrangeProblem): ArrangeProblem {
  return { ...problem, compact: 0, wires: problem.wires.map((wire) => ({ ...wire, weight: 1 })) };
}

/** Scores lower left corners of the pieces on their face. */
export function scoreLayout(
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  weights: ArrangeWeights,
  x: ArrayLike<number>,
  y: ArrayLike<number>,
): LayoutTerms {
  const spanMm = layoutCost({ ...problem, wires: [], compact: 1 }, x, y);
  const wired = layoutCost({ ...problem, compact: 0 }, x, y);
  let [holesOnFraming, holeCount] = [0, 0];
  pieces.forEach((piece, index) => {
    const { bracketHoles, widthMm, dropMm } = piece.type;
    for (const hole of bracketHoles) {
      const at = [(x[index] ?? 0) + widthMm / 2 + hole.xMm, (y[index] ?? 0) + dropMm + hole.yMm] as const;
      holeCount++;
      if (memberAt(piece, at, mmFromInch(screwFor(hole.pilotMm, problem.trade ?? 'iec').shankIn)) !== null)
        holesOnFraming++;
    }
  });
  const tops = pieces.map(({ type }, index) => (y[index] ?? 0) + type.heightMm);
  const inLine = pieces.filter((_, i) =>
    pieces.some(
      (__, j) =>
        i !== j &&
        (Math.abs((tops[i] ?? 0) - (tops[j] ?? 0)) < IN_LINE_MM ||
          Math.abs((y[i] ?? 0) - (y[j] ?? 0)) < IN_LINE_MM),
    ),
  ).length;
  return {
    conductorMm: problem.wires.length === 0 ? null : layoutCost(unweighted(problem), x, y),
    spanMm,
    holesOnFraming,
    holeCount,
    inLine,
    total: wired + weights.compact * spanMm - weights.framing * holesOnFraming - weights.inLine * inLine,
  };
}
