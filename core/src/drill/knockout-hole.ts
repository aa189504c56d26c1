import { mmFromInch } from '../quantity/convert.ts';
import { isMetricSize, KNOCKOUT_HOLES, METRIC_KNOCKOUTS, type KnockoutSize } from '../reference/knockouts.ts';

/** The hole a knockout leaves, nominal diameter, mm. */
export function knockoutHoleMm(size: KnockoutSize): number {
  return isMetricSize(size)
    ? METRIC_KNOCKOUTS.rows[size].clearanceHoleMm
    : mmFromInch(KNOCKOUT_HOLES.rows[size].nominalIn);
}
