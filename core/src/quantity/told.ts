import { formatQuantity, formatRequired, type Reader } from './format.ts';
import type { Quantity } from './units.ts';

/** What a text is filled with: names as they are, quantities in the reader’s units. */
export type ToldData = Readonly<Record<string, string | Quantity>>;

/**
 * A text with its figures beside it: {name} stands for one, {name:hole|holes} for the word that goes with a count. A length
 * in a text is one to keep, to move by or to leave free: it is told as it was stated, else on a mark of the reader’s tape and
 * never too short. {name=} tells it to the last digit, as the width of a drill.
 */
export type Told = { readonly text: string; readonly data: ToldData };

const plurals = new Intl.PluralRules('en');

/** The word that goes with a count: one hole, no holes, two holes. */
export function wordFor(count: number, one: string, many: string): string {
  return plurals.select(count) === 'one' ? one : many;
}

/** A count with its word. */
export function countText(count: number, one: string, many: string): string {
  return `${count} ${wordFor(count, one, many)}`;
}

/** The text for one reader. Plain text is as it is. `figures` are printed already and come before the data. */
export function toldText(
  told: Told | string,
  reader: Reader,
  figures: Readonly<Record<string, string>> = {},
): string {
  if (typeof told === 'string') return told;
  const { text, data } = told;
  return text.replace(
    /\{(\w+)(=)?(?::([^|{}]*)\|([^{}]*))?\}/gu,
    (_, name: string, isExact?: string, one?: string, many?: string) => {
      const value = figures[name] ?? data[name];
      if (value === undefined) throw new Error(`The message “${text}” lacks {${name}}.`);
      if (one !== undefined && many !== undefined)
        return wordFor(typeof value === 'string' ? Number(value) : value.value, one, many);
      if (typeof value === 'string') return value;
      return value.unit === 'mm' && isExact === undefined
        ? formatRequired(value.value, reader, 'least')
        : formatQuantity(value, reader);
    },
  );
}
