import { LISTS, listsOf, type ListKey } from './lists.ts';
import { cutText } from './name-with.ts';
import { planSchema, type Plan } from './plan.ts';

/** One thing that is not the same in two plans. */
export type PlanDifference = {
  readonly what: string;
  readonly name: string;
  readonly change: 'only-mine' | 'only-theirs' | 'both-differ';
};

const FIELDS = {
  name: 'Job name',
  codeBasis: 'Code basis',
  site: 'Site conditions',
  routing: 'What routes weigh',
  rootFace: 'Root face',
  energy: 'What it uses in a day',
} as const satisfies Record<Exclude<keyof Plan, ListKey | 'format' | 'formatVersion'>, string>;

/** What differs between two versions of a plan, by id. Equal plans give an empty list. */
export function diffPlans(mine: Plan, theirs: Plan): PlanDifference[] {
  // The schema puts keys in one order, so that equal things have equal text.
  return [...differences(planSchema.parse(mine), planSchema.parse(theirs))].map(
    ({ what, pair: [ours, other] }) => {
      const item = ours ?? other;
      const name = item?.name ?? item?.id ?? '';
      const isBoth = (ours === undefined) === (other === undefined);
      return {
        what,
        name,
        change: isBoth ? 'both-differ' : ours === undefined ? 'only-theirs' : 'only-mine',
      };
    },
  );
}

type Item = { readonly id: string; readonly name?: string };
/** A thing as it is in the first and the second plan; neither for what a plan has once. */
type Difference = { readonly what: string; readonly pair: readonly [Item | undefined, Item | undefined] };

function* differences(first: Plan, second: Plan): Generator<Difference> {
  for (const [key, what] of Object.entries(FIELDS) as [keyof typeof FIELDS, string][]) {
    if (!isSame(first[key], second[key])) yield { what, pair: [undefined, undefined] };
  }
  for (const { key, kind, items } of listsOf(first)) {
    const what = kind.one;
    const others = new Map<string, Item>(second[key].map((item: Item) => [item.id, item]));
    for (const item of items) {
      const other = others.get(item.id);
      others.delete(item.id);
      if (!isSame(item, other)) yield { what, pair: [item, other] };
    }
    for (const other of others.values()) yield { what, pair: [undefined, other] };
  }
}

/** More than this are counted, not named. */
const MOST_NAMED = 2;

/**
 * What was changed from one version of a plan to the next, in words, at most `mostCharacters`: “Moved gear Inverter A; added
 * 3 nipples”. Empty where nothing was. Both as the schema gives them, keys in its order.
 */
export function changesInWords(before: Plan, after: Plan, mostCharacters: number): string {
  const groups = new Map<string, { verb: string; what: string; names: string[] }>();
  for (const { what, pair } of differences(before, after)) {
    const verb = verbOf(...pair);
    const name = (pair[1] ?? pair[0])?.name ?? '';
    const group = groups.get(`${verb} ${what}`);
    if (group === undefined) groups.set(`${verb} ${what}`, { verb, what, names: [name] });
    else group.names.push(name);
  }
  let text = '';
  let left = groups.size;
  for (const { verb, what, names } of groups.values()) {
    const part = `${text === '' ? '' : '; '}${verb} ${thingsInWords(what, names)}`;
    const andMore = left > 1 ? `; and ${left - 1} more` : '';
    if (text.length + part.length + andMore.length > mostCharacters) {
      return text === '' ? cutText(sentence(part), mostCharacters) : `${sentence(text)}; and ${left} more`;
    }
    text += part;
    left--;
  }
  return sentence(text);
}

/** The keys of where a thing is. */
const PLACES = new Set(['face', 'xMm', 'yMm']);

function verbOf(before: Item | undefined, after: Item | undefined): string {
  if (before === undefined) return after === undefined ? 'changed' : 'added';
  if (after === undefined) return 'removed';
  const [old, now] = [before, after] as unknown as Readonly<Record<string, unknown>>[];
  const keys = Object.keys({ ...old, ...now }).filter((key) => !isSame(old?.[key], now?.[key]));
  if (keys.every((key) => PLACES.has(key))) return 'moved';
  return keys.every((key) => key === 'name') ? 'renamed' : 'changed';
}

function thingsInWords(what: string, names: readonly string[]): string {
  const several = Object.values(LISTS).find(({ one }) => one === what)?.many;
  const areNamed = names.length <= MOST_NAMED && !names.includes('');
  if (several !== undefined && names.length > 1 && !areNamed) return `${names.length} ${several}`;
  return `${what.toLowerCase()} ${names.join(' and ')}`.trimEnd();
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
