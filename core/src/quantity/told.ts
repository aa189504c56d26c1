import { inDialect, type Dialect } from './dialect.ts';
import { formatQuantity, formatRequired, type Reader } from './format.ts';
import type { Quantity } from './units.ts';

/** Something that has a name, by its id: what it is called is asked for when it is told, so a new name changes no figure. */
export type Named = {
  /** The kind of thing: a list of the plan, or what stands on one of its faces. */
  readonly named: string;
  readonly id: string;
  /** The face it stands on, where its id is unique only there. */
  readonly on?: string;
};

/** What stands in a text: words as they are, a quantity in the reader’s units, a name, or a text within the text. */
export type ToldValue = string | Quantity | Named | Told;
export type ToldData = Readonly<Record<string, ToldValue>>;

/**
 * A text with its figures beside it: {name} stands for one, {name:hole|holes} for the word that goes with a count. A length
 * in a text is one to keep, to move by or to leave free: it is told as it was stated, else on a mark of the reader’s tape and
 * never too short. {name=} tells it to the last digit, as the width of a drill; {name#} tells a count as a place in a row: `2nd`.
 */
export type Told = { readonly text: string; readonly data: ToldData };

/** Who is told, and what things are called. */
export type Telling = {
  readonly reader: Reader;
  readonly nameOf: (thing: Named) => string;
  /** Whose words things are told in; left out where nobody knows. */
  readonly dialect?: Dialect;
};

/** A text with what it is filled with. The text is written once, beside what it speaks of; names and figures are not in it. */
export function told(text: string, data: ToldData = {}): Told {
  return { text, data };
}

/** Whether two say the same, whatever things are called. */
export function isSameTold(a: ToldValue, b: ToldValue): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

export function countOf(count: number): Quantity {
  return { value: count, unit: 'count' };
}

/** The first of several with how many more there are. */
export function andMore(first: ToldValue, moreCount: number): ToldValue {
  return moreCount === 0 ? first : told('{first} and {count} more', { first, count: countOf(moreCount) });
}

/** Several one after another: `a, b, c`, or with another sign between. Of none, nothing. */
export function inRow(several: readonly ToldValue[], sign = ', '): ToldValue {
  const [first = '', ...others] = several;
  return others.reduce<ToldValue>((row, next) => told('{row}{sign}{next}', { row, sign, next }), first);
}

const plurals = new Intl.PluralRules('en');

/** The word that goes with a count: one hole, no holes, two holes. */
export function wordFor(count: number, one: string, many: string): string {
  return plurals.select(count) === 'one' ? one : many;
}

const places = new Intl.PluralRules('en', { type: 'ordinal' });
const PLACE_ENDINGS: Partial<Record<Intl.LDMLPluralRule, string>> = { one: 'st', two: 'nd', few: 'rd' };

/** A place in a row: `1st`, `12th`, `23rd`. */
function ordinalText(count: number): string {
  return `${count}${PLACE_ENDINGS[places.select(count)] ?? 'th'}`;
}

/** A count with its word. */
export function countText(count: number, one: string, many: string): string {
  return `${count} ${wordFor(count, one, many)}`;
}

/** The text for one reader. Plain text is as it is. `figures` are printed already and come before the data. */
export function toldText(
  what: Told | string,
  telling: Telling,
  figures: Readonly<Record<string, string>> = {},
): string {
  const own = (text: string) => inDialect(text, telling.dialect ?? null);
  if (typeof what === 'string') return own(what);
  const { text, data } = what;
  return own(text).replace(
    /\{(\w+)([=#])?(?::([^|{}]*)\|([^{}]*))?\}/gu,
    (_, name: string, how?: string, one?: string, many?: string) => {
      const value = figures[name] ?? data[name];
      if (value === undefined) throw new Error(`The message “${text}” lacks {${name}}.`);
      if (one !== undefined && many !== undefined) return wordFor(numberIn(value), one, many);
      if (how === '#') return ordinalText(numberIn(value));
      return valueText(value, telling, how === '=');
    },
  );
}

function numberIn(value: ToldValue): number {
  return typeof value === 'object' && 'unit' in value ? value.value : Number(value);
}

/** A name, a quantity or a text by itself. */
export function valueText(value: ToldValue, telling: Telling, isExact = false): string {
  if (typeof value === 'string') return value;
  if ('named' in value) return telling.nameOf(value);
  if ('text' in value) return toldText(value, telling);
  return value.unit === 'mm' && !isExact
    ? formatRequired(value.value, telling.reader, 'least')
    : formatQuantity(value, telling.reader);
}
