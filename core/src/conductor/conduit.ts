import { CONDUIT_SIZES, type ConduitSize } from '../reference/conductor-sizes.ts';
import type { Prepared } from '../check/prepared.ts';
import type { Run } from '../plan/run.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { EMT_INSIDE } from '../reference/wireways.ts';
import { allowedFillPct, wholeConductors } from '../wireway/conduit-count.ts';
import { lyingOfCircuit } from './circuit-sizing.ts';

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
  return (Math.PI / 4) * mmFromInch(EMT_INSIDE.rows[size]) ** 2;
}

/**
 * How full the conduit of a run is (NEC Chapter 9, Tables 1, 4 and 5, Note 7). Null where it is not in conduit, carries nothing, or the
 * outside of what it carries is not known.
 */
export function conduitFill(prepared: Prepared, { laid, circuits }: Run): ConduitFill | null {
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
  const mostPct = allowedFillPct(count, false);
  const [eachMm2 = 0] = areas;
  const takes = (size: ConduitSize) => {
    const insideMm2 = conduitInsideMm2(size);
    // Of one size all through, whole conductors are counted.
    if (areas.size === 1 && wholeConductors(insideMm2, eachMm2, mostPct) >= count) return true;
    return !isAbove(coveredMm2, (insideMm2 * mostPct) / 100, 'mm2');
  };
  const smallest = CONDUIT_SIZES.find(takes) ?? null;
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
