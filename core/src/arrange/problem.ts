/**
 * Laying out pieces on a wall, as plain numbers: all in the face’s frame, mm. Made from a plan by `problem-of-plan.ts`;
 * the search knows nothing else.
 */
export type ArrangePiece = {
  readonly id: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Where its lower left corner may be. */
  readonly x: readonly [number, number];
  readonly y: readonly [number, number];
};

/** What one thing keeps to another that lies left of it, right, over or under. */
export type ArrangeGap = {
  readonly left: number;
  readonly right: number;
  readonly over: number;
  readonly under: number;
};

export const NO_GAP: ArrangeGap = { left: 0, right: 0, over: 0, under: 0 };

/** A box nothing of a piece may lie in. */
export type ArrangeBlock = {
  readonly minX: number;
  readonly minY: number;
  readonly maxX: number;
  readonly maxY: number;
};

export type ArrangeWire = {
  readonly a: number;
  /** The other piece, or -1 for a fixed place on the face. */
  readonly b: number;
  readonly atA: readonly [number, number];
  readonly atB: readonly [number, number];
  readonly weight: number;
};

export type ArrangeProblem = {
  readonly pieces: readonly ArrangePiece[];
  /** gaps[i][j]: what piece i keeps to piece j where j lies on that side of it; gaps[j][i] says the same from the other. */
  readonly gaps: readonly (readonly ArrangeGap[])[];
  /** For each piece the boxes it keeps out of, grown by what it keeps from them. */
  readonly blocks: readonly (readonly ArrangeBlock[])[];
  readonly wires: readonly ArrangeWire[];
  /** Cost of each mm by which all pieces together are wide, and high. */
  readonly compact: number;
  /** Whose screws hold the pieces; metric ones where it is left out. */
  readonly trade?: 'us' | 'iec';
};

/** Lower left corners, in the order of the pieces. */
export type Layout = { readonly x: readonly number[]; readonly y: readonly number[]; readonly cost: number };

/** What a layout costs: the wires along and up, and how far all spans. */
export function layoutCost(
  { pieces, wires, compact }: ArrangeProblem,
  x: ArrayLike<number>,
  y: ArrayLike<number>,
): number {
  let cost = 0;
  for (const { a, b, atA, atB, weight } of wires) {
    const [bx, by] = b < 0 ? [0, 0] : [x[b] ?? 0, y[b] ?? 0];
    cost +=
      weight * (Math.abs((x[a] ?? 0) + atA[0] - bx - atB[0]) + Math.abs((y[a] ?? 0) + atA[1] - by - atB[1]));
  }
  return cost + compact * (span(pieces, x, 'widthMm') + span(pieces, y, 'heightMm'));
}

function span(pieces: readonly ArrangePiece[], at: ArrayLike<number>, size: 'widthMm' | 'heightMm'): number {
  if (pieces.length === 0) return 0;
  let [least, most] = [Infinity, -Infinity];
  pieces.forEach((piece, index) => {
    least = Math.min(least, at[index] ?? 0);
    most = Math.max(most, (at[index] ?? 0) + piece[size]);
  });
  return most - least;
}

/** Whether a layout keeps every gap, block and bound, to within a rounding. */
export function isSoundLayout(
  { pieces, gaps, blocks }: ArrangeProblem,
  x: ArrayLike<number>,
  y: ArrayLike<number>,
): boolean {
  const e = 1e-5;
  const isApart = (i: number, j: number) => {
    const [a, b] = [pieces[i], pieces[j]];
    const gap = gaps[i]?.[j];
    if (a === undefined || b === undefined || gap === undefined) return false;
    const [ax, ay, bx, by] = [x[i] ?? 0, y[i] ?? 0, x[j] ?? 0, y[j] ?? 0];
    return (
      bx >= ax + a.widthMm + gap.right - e ||
      ax >= bx + b.widthMm + gap.left - e ||
      by >= ay + a.heightMm + gap.over - e ||
      ay >= by + b.heightMm + gap.under - e
    );
  };
  return pieces.every(({ widthMm, heightMm, x: bx, y: by }, i) => {
    const [px, py] = [x[i] ?? 0, y[i] ?? 0];
    const isInside = px >= bx[0] - e && px <= bx[1] + e && py >= by[0] - e && py <= by[1] + e;
    const isFree = (blocks[i] ?? []).every(
      (box) =>
        px + widthMm <= box.minX + e ||
        px >= box.maxX - e ||
        py + heightMm <= box.minY + e ||
        py >= box.maxY - e,
    );
    return isInside && isFree && pieces.every((_, j) => j <= i || isApart(i, j));
  });
}
