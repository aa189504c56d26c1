import type { Plan } from './plan.ts';

/**
 * A plan that came as a copy, with every part that says the same as in `before` taken from there, so that what was
 * worked out for it still counts. Lists are compared item by item, by place and by id.
 */
export function sharePlan(before: Plan, plan: Plan): Plan {
  return share(before, plan) as Plan;
}

function share(before: unknown, after: unknown): unknown {
  if (Object.is(before, after)) return before;
  if (Array.isArray(before) && Array.isArray(after)) return shareList(before, after);
  if (!isRecord(before) || !isRecord(after)) return after;
  const keys = Object.keys(after);
  const shared = keys.map((key) => [key, share(before[key], after[key])] as const);
  const isSame =
    keys.length === Object.keys(before).length &&
    shared.every(([key, value]) => value === before[key] && key in before);
  return isSame ? before : Object.fromEntries(shared);
}

function shareList(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  const byId = new Map(
    before.flatMap((item) =>
      isRecord(item) && typeof item.id === 'string' ? [[item.id, item] as const] : [],
    ),
  );
  const shared = after.map((item, index) => {
    const known = isRecord(item) && typeof item.id === 'string' ? byId.get(item.id) : before[index];
    return share(known, item);
  });
  return shared.length === before.length && shared.every((item, index) => item === before[index])
    ? before
    : shared;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
