import { planSchema, type Plan } from './plan.ts';

/** One thing that is not the same in two plans. */
export type PlanDifference = {
  readonly what: string;
  readonly name: string;
  readonly change: 'only-mine' | 'only-theirs' | 'both-differ';
};

const LISTS = {
  materials: 'Material',
  faces: 'Face',
  folds: 'Fold',
  gearTypes: 'Gear type',
  placements: 'Gear',
  joints: 'Nipple',
  links: 'Join',
  circuits: 'Conductors',
  passes: 'Pass',
  runs: 'Run',
  rules: 'Rule',
} as const satisfies Partial<Record<keyof Plan, string>>;

const FIELDS = {
  name: 'Job name',
  codeBasis: 'Code basis',
  site: 'Site conditions',
  rootFace: 'Root face',
} as const;

/** What differs between two versions of a plan, by id. Equal plans give an empty list. */
export function diffPlans(mineAsHeld: Plan, theirsAsHeld: Plan): PlanDifference[] {
  // The schema puts keys in one order, so that equal things have equal text.
  const mine = planSchema.parse(mineAsHeld);
  const theirs = planSchema.parse(theirsAsHeld);
  const differences: PlanDifference[] = [];
  for (const [key, what] of Object.entries(FIELDS) as [keyof typeof FIELDS, string][]) {
    if (!isSame(mine[key], theirs[key])) differences.push({ what, name: '', change: 'both-differ' });
  }
  for (const [key, what] of Object.entries(LISTS) as [keyof typeof LISTS, string][]) {
    const ours: readonly Item[] = mine[key];
    const others = new Map<string, Item>(theirs[key].map((item: Item) => [item.id, item]));
    for (const item of ours) {
      const other = others.get(item.id);
      others.delete(item.id);
      if (other === undefined) differences.push({ what, name: label(item), change: 'only-mine' });
      else if (!isSame(item, other)) differences.push({ what, name: label(item), change: 'both-differ' });
    }
    for (const item of others.values()) differences.push({ what, name: label(item), change: 'only-theirs' });
  }
  return differences;
}

type Item = { readonly id: string; readonly name?: string };

function label(item: Item): string {
  return item.name ?? item.id;
}

function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
