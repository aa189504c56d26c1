/** What to arrange, as a person asks for it. Ids are the plan’s. */
export type ArrangeRequest = {
  readonly face: string;
  /** Gear that may be moved to any place on the face; what else hangs there stays. */
  readonly pieces: readonly string[];
  /** Units hang at it with this visible gap, under it where they have knockouts above only; null for none. */
  readonly wireway: { readonly placement: string; readonly gapMm: number } | null;
  /** Pieces that are wired to each other, beside the runs of the plan. */
  readonly connections: readonly (readonly [string, string])[];
  readonly weights: ArrangeWeights;
  /** Places are marks a tape has: multiples of this, where the layout allows. */
  readonly stepMm: number;
  readonly seed: number;
};

/** What each is worth, in mm of conductor. */
export type ArrangeWeights = {
  /** A mm of conductor between connected gear. */
  readonly conductor: number;
  /** A mm by which all pieces together are wider or higher. */
  readonly compact: number;
  /** A bracket hole that meets framing. */
  readonly framing: number;
  /** A piece in line with another, by its top or its bottom. */
  readonly inLine: number;
};

export const USUAL_WEIGHTS: ArrangeWeights = { conductor: 1, compact: 0.25, framing: 120, inLine: 80 };
