import type { Ground } from './free-rows.ts';

export const FILL_WAYS = ['upright', 'turned', 'mixed'] as const;
export const FILL_PATTERNS = ['free', 'in-line', 'staggered'] as const;

/** What a field is filled with. Sizes of the module upright, as it covers the face, mm. */
export type FillProblem = {
  readonly ground: Ground;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Between neighbours across and up the face. */
  readonly gapAcrossMm: number;
  readonly gapUpMm: number;
  readonly ways: (typeof FILL_WAYS)[number];
  readonly pattern: (typeof FILL_PATTERNS)[number];
};
