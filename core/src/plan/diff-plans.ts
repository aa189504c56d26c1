import { cutText } from './name-with.ts';
import { planSchema, type Plan } from './plan.ts';

/** One thing that is not the same in two plans. */
export type PlanDifference = {
  readonly what: string;
  readonly name: string;
  readonly change: 'only-mine' | 'only-theirs' | 'both-differ';
};

/** Every list of a plan, as one of it is called, and as several are in a sentence. */
const LISTS = {
  materials: ['Material', 'materials'],
  faces: ['Face', 'faces'],
  folds: ['Fold', 'folds'],
  gearTypes: ['Gear type', 'gear types'],
  placements: ['Gear', 'pieces of gear'],
  joints: ['Nipple', 'nipples'],
  links: ['Join', 'joins'],
  circuits: ['Conductors', 'circuits'],
  passes: ['Pass', 'passes'],
  runs: ['Run', 'runs'],
  rules: ['Rule', 'rules'],
} as const satisfies Record<ListKey, readonly [string, string]>;

type ListKey = { [Key in keyof Plan]: Plan[Key] extends readonly { id: string }[] ? Key : never }[keyof Plan];

const FIELDS = {
  name: 'Job name',
  codeBasis: 'Code basis',
  site: 'Site conditions',
  rootFace: 'Root face',
} as const satisfies Record<Exclude<keyof Plan, ListKey | 'format' | 'formatVersion'>, string>;

/** What differs between two versions of a plan, by id. Equal plans give an empty list. */
export function diffPlans(mine: Plan, theirs: Plan): PlanDifference[] {
  // The schema puts keys in one order, so that equal things have equal text.
  return diffParsedPlans(planSchema.parse(mine), planSchema.parse(theirs), ({ id, name }) => name ?? id);
}

function diffParsedPlans(mine: Plan, theirs: Plan, label: (item: Item) => string): PlanDifference[] {
  const differences: PlanDifference[] = [];
  for (const [key, what] of Object.entries(FIELDS) as [keyof typeof FIELDS, string][]) {
    if (!isSame(mine[key], theirs[key])) differences.push({ what, name: '', change: 'both-differ' });
  }
  for (const [key, [what]] of Object.entries(LISTS) as [ListKey, readonly [string, string]][]) {
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

const VERBS: Readonly<Record<PlanDifference['change'], string>> = {
  'only-theirs': 'added',
  'only-mine': 'removed',
  'both-differ': 'changed',
};
/** More than this are counted, not named. */
const MOST_NAMED = 2;

/**
 * What was changed from one version of a plan to the next, in words, at most `mostCharacters`: “Changed gear Inverter A;
 * added 3 nipples”. Empty where nothing was. Both as the schema gives them, keys in its order.
 */
export function changesInWords(before: Plan, after: Plan, mostCharacters: number): string {
  const groups = new Map<string, { change: PlanDifference['change']; what: string; names: string[] }>();
  for (const { what, name, change } of diffParsedPlans(before, after, (item) => item.name ?? '')) {
    const group = groups.get(`${change} ${what}`);
    if (group === undefined) groups.set(`${change} ${what}`, { change, what, names: [name] });
    else group.names.push(name);
  }
  let text = '';
  let left = groups.size;
  for (const { change, what, names } of groups.values()) {
    const part = `${text === '' ? '' : '; '}${VERBS[change]} ${thingsInWords(what, names)}`;
    const andMore = left > 1 ? `; and ${left - 1} more` : '';
    if (text.length + part.length + andMore.length > mostCharacters) {
      return text === '' ? cutText(sentence(part), mostCharacters) : `${sentence(text)}; and ${left} more`;
    }
    text += part;
    left--;
  }
  return sentence(text);
}

function thingsInWords(what: string, names: readonly string[]): string {
  const several = Object.values(LISTS).find(([one]) => one === what)?.[1];
  const areNamed = names.length <= MOST_NAMED && !names.includes('');
  if (several !== undefined && names.length > 1 && !areNamed) return `${names.length} ${several}`;
  return `${what.toLowerCase()} ${names.join(' and ')}`.trimEnd();
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

type Item = { readonly id: string; readonly name?: string };

function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
