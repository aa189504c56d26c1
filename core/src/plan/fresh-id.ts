import { listsOf } from './lists.ts';
import type { Plan } from './plan.ts';

/** Longest stem of an id that a number still fits behind. */
const MOST_STEM = 32;

/** An id nothing in the plan uses yet: the stem with the next number. */
export function freshId(plan: Plan, stem: string): string {
  return freshIdIn(
    listsOf(plan).flatMap(({ items }) => items),
    stem,
  );
}

/** An id in a list that nothing there uses yet. */
export function freshIdIn(items: readonly { readonly id: string }[], stem: string): string {
  const taken = new Set(items.map(({ id }) => id));
  const short = stem.slice(0, MOST_STEM);
  for (let number = 1; ; number++) {
    const id = `${short}-${number}`;
    if (!taken.has(id)) return id;
  }
}
