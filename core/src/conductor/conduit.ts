import type { Plan } from '../plan/plan.ts';
import { type ConduitSize, isMetricSize, METRIC_SIZES, TRADE_SIZES } from '../reference/conductor-sizes.ts';
import { BEND_RADII, METRIC_BEND } from '../reference/bends.ts';
import type { Prepared } from '../check/prepared.ts';
import type { Run } from '../plan/run.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { EMT_INSIDE, EMT_OUTSIDE, METRIC_CONDUIT } from '../reference/wireways.ts';
import { allowedFillPct, wholeConductors } from '../wireway/conduit-count.ts';
import { lyingOfCircuit } from './circuit-sizing.ts';
import { isNippleRun } from './nipple-run.ts';

/** What lies in a conduit, and what its size makes of it. */
export type ConduitFill = {
  readonly count: number;
  readonly coveredMm2: number;
  readonly mostPct: number;
  /** The smallest trade size that takes it; null where none does. */
  readonly smallest: ConduitSize | null;
  /** As typed, else the smallest; null where none is. */
  readonly size: ConduitSize | null;
  readonly insideMm2: number | null;
  /** Whether that size takes it. */
  readonly isWithin: boolean;
};

export function conduitInsideMm2(size: ConduitSize): number {
  const insideMm = isMetricSize(size)
    ? METRIC_CONDUIT.rows[size].insideMm
    : mmFromInch(EMT_INSIDE.rows[size]);
  return (Math.PI / 4) * insideMm ** 2;
}

/** Outside diameter, mm: thin-wall steel by trade size (ANSI C80.3), rigid metric by its name (IEC 60423). */
export function conduitOutsideMm(size: ConduitSize): number {
  return isMetricSize(size) ? METRIC_CONDUIT.rows[size].outsideMm : mmFromInch(EMT_OUTSIDE.rows[size]);
}

/** Least radius of a bend to the centre line, mm (NEC Chapter 9, Table 2; metric as is common). */
export function bendRadiusMm(size: ConduitSize): number {
  if (!isMetricSize(size)) return mmFromInch(BEND_RADII.rows[size]);
  return (METRIC_BEND.insideOfOutside + 0.5) * METRIC_CONDUIT.rows[size].outsideMm;
}

/** What a job’s own trade buys, smallest first. A size of the other trade may be typed all the same. */
export function conduitSizesOf({
  codeBasis,
}: Pick<Plan, 'codeBasis'>): readonly [ConduitSize, ...ConduitSize[]] {
  return codeBasis === 'us' ? TRADE_SIZES : METRIC_SIZES;
}

/**
 * How full the conduit of a run is (NEC Chapter 9, Tables 1, 4 and 5, Note 7). Null where it is not in conduit, carries nothing, or the
 * outside of what it carries is not known.
 */
export function conduitFill(prepared: Prepared, run: Run): ConduitFill | null {
  const { laid, circuits } = run;
  if (laid.as !== 'conduit' || circuits.length === 0) return null;
  let [count, coveredMm2] = [0, 0];
  const areas = new Set<number>();
  for (const id of circuits) {
    const lying = lyingOfCircuit(prepared, id);
    if (lying === null) return null;
    for (const each of lying) {
      count += each.count;
      coveredMm2 += each.count * each.areaMm2;
      areas.add(each.areaMm2);
    }
  }
  const mostPct = allowedFillPct(count, isNippleRun(prepared, run));
  const [eachMm2 = 0] = areas;
  const takes = (size: ConduitSize) => {
    const insideMm2 = conduitInsideMm2(size);
    // Of one size all through, whole conductors are counted.
    if (areas.size === 1 && wholeConductors(insideMm2, eachMm2, mostPct) >= count) return true;
    return !isAbove(coveredMm2, (insideMm2 * mostPct) / 100, 'mm2');
  };
  const smallest = conduitSizesOf(prepared.plan).find(takes) ?? null;
  const size = laid.size ?? smallest;
  return {
    count,
    coveredMm2,
    mostPct,
    smallest,
    size,
    insideMm2: size === null ? null : conduitInsideMm2(size),
    isWithin: size !== null && takes(size),
  };
}
