import { mmFromInch } from '../quantity/convert.ts';
import { isMetricSize, type ConduitSize } from '../reference/conductor-sizes.ts';
import { KNOCKOUT_HOLES, METRIC_KNOCKOUTS } from '../reference/knockouts.ts';

/** The hole a knockout leaves, nominal diameter, mm. */
export function knockoutHoleMm(size: ConduitSize): number {
  return isMetricSize(size)
    ? METRIC_KNOCKOUTS.rows[size].clearanceHoleMm
    : mmFromInch(KNOCKOUT_HOLES.rows[size].nominalIn);
}
