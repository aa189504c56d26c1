import type { ListKey } from './lists.ts';
import type { Plan } from './plan.ts';

type Item = { readonly id: string };

/** What of a list is not as it was: items that are new or other, and the ids in their order where that is another. */
type ListChange = { readonly set: readonly Item[]; readonly order: readonly string[] | null };

/** What leads from one version of a plan to another: small where little was changed. */
export type PlanChanges = {
  readonly parts: Partial<Plan>;
  readonly lists: { readonly [Key in ListKey]?: ListChange };
};

/**
 * What is not the same in two plans that share what is: parts that are the same object count as unchanged, and only these
 * are looked at.
 */
export function planChanges(before: Plan, after: Plan): PlanChanges {
  const parts: Record<string, unknown> = {};
  const lists: Record<string, ListChange> = {};
  for (const key of Object.keys(after) as (keyof Plan)[]) {
    const [was, is] = [before[key], after[key]];
    if (was === is) continue;
    if (Array.isArray(was) && Array.isArray(is)) lists[key] = listChange(was, is);
    else parts[key] = is;
  }
  return { parts, lists };
}

function listChange(before: readonly Item[], after: readonly Item[]): ListChange {
  const known = new Set(before);
  const isInPlace =
    before.length === after.length && after.every(({ id }, index) => id === before[index]?.id);
  return {
    set: after.filter((item) => !known.has(item)),
    order: isInPlace ? null : after.map(({ id }) => id),
  };
}

/** The plan that changes lead to; what they leave alone is the same object as before. */
export function withPlanChanges(before: Plan, { parts, lists }: PlanChanges): Plan {
  const plan: Record<string, unknown> = { ...before, ...parts };
  for (const [key, { set, order }] of Object.entries(lists)) {
    const list: readonly Item[] = before[key as ListKey];
    const changed = new Map(set.map((item) => [item.id, item]));
    if (order === null) {
      plan[key] = list.map((item) => changed.get(item.id) ?? item);
      continue;
    }
    const known = new Map(list.map((item) => [item.id, item]));
    plan[key] = order.flatMap((id) => changed.get(id) ?? known.get(id) ?? []);
  }
  return plan as Plan;
}
