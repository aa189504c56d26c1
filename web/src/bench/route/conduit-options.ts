import { type ConduitSize, conduitSizesOf, sizeText } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';

/** The conduits a job’s trade buys, and the one it has if it is of the other trade. */
export function conduitOptions(
  plan: Pick<Plan, 'codeBasis'>,
  has: ConduitSize | null,
): { readonly value: ConduitSize; readonly label: string }[] {
  const sizes = conduitSizesOf(plan);
  return [...(has === null || sizes.includes(has) ? [] : [has]), ...sizes].map((value) => ({
    value,
    label: sizeText(value),
  }));
}
