import type { Prepared } from '../check/prepared.ts';
import { query } from '../derive/query.ts';
import type { PointMm } from '../geometry/point.ts';
import { isBelow } from '../quantity/compare.ts';
import { SAME_HOLE_MM, TOO_NEAR_MM } from './feet.ts';
import { fieldSupport } from './field-rails.ts';

/** What becomes of the holes of a field that was there before. */
export type OldFeet = {
  /** Old holes that a foot stands on again, those that are to be closed, and the new feet that get holes of their own. */
  readonly again: readonly PointMm[];
  readonly toClose: readonly PointMm[];
  readonly freshCount: number;
  /** New feet so near to an old hole that they want to move, the nearest first. */
  readonly tooNear: readonly { readonly at: PointMm; readonly offMm: number }[];
};

/** The old holes of a field against its feet now; null where it has none. */
export const oldFeet = query((prepared: Prepared, id: string): OldFeet | null => {
  const old = prepared.moduleFields.get(id)?.oldFeet ?? [];
  if (old.length === 0) return null;
  const feet = (fieldSupport(prepared, id)?.feet ?? []).map(({ xMm, yMm }): PointMm => [xMm, yMm]);
  const holes = old.map(({ xMm, yMm }): PointMm => [xMm, yMm]);
  const nearest = (at: PointMm, others: readonly PointMm[]) =>
    Math.min(...others.map(([x, y]) => Math.hypot(x - at[0], y - at[1])), Infinity);
  const fresh = feet.filter((foot) => nearest(foot, holes) > SAME_HOLE_MM);
  return {
    again: holes.filter((hole) => nearest(hole, feet) <= SAME_HOLE_MM),
    toClose: holes.filter((hole) => nearest(hole, feet) > SAME_HOLE_MM),
    freshCount: fresh.length,
    tooNear: fresh
      .map((at) => ({ at, offMm: nearest(at, holes) }))
      .filter(({ offMm }) => isBelow(offMm, TOO_NEAR_MM, 'mm'))
      .sort((a, b) => a.offMm - b.offMm),
  };
});
