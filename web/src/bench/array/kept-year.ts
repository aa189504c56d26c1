import type { ArrayYear } from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';

/** What a year follows from: other edits leave it as it was. */
type Inputs = Pick<
  Plan,
  'moduleFields' | 'moduleStrings' | 'surroundings' | 'faces' | 'folds' | 'gearTypes' | 'circuits' | 'site'
>;

let kept: { readonly inputs: Inputs; readonly year: ArrayYear } | null = null;

export function keepYear(plan: Plan, year: ArrayYear): void {
  kept = { inputs: plan, year };
}

/** The year of a plan, where it was worked out for just this array; null where it was not. */
export function yearOf(plan: Inputs): ArrayYear | null {
  if (kept === null) return null;
  const { inputs, year } = kept;
  const isSame = (
    [
      'moduleFields',
      'moduleStrings',
      'surroundings',
      'faces',
      'folds',
      'gearTypes',
      'circuits',
      'site',
    ] as const
  ).every((key) => inputs[key] === plan[key]);
  return isSame ? year : null;
}
