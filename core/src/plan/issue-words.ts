import { told, type Told } from '../quantity/told.ts';
import type { Quantity, QuantityUnit } from '../quantity/format.ts';
import { pathText, type GearFault } from './fault.ts';
import { cutText } from './name-with.ts';
import { FARTHEST, TOO_FAR } from './values.ts';

/** As zod tells what is wrong, as far as it is put into words. */
export type Issue = {
  readonly code: string;
  readonly path: readonly PropertyKey[];
  readonly message: string;
  readonly maximum?: number | bigint | undefined;
  readonly minimum?: number | bigint | undefined;
  readonly inclusive?: boolean | undefined;
  readonly origin?: string | undefined;
  /** What an object has that its schema does not know. */
  readonly keys?: readonly string[] | undefined;
};

/** What a name ends in, and the unit it says. Longer endings first. */
const ENDINGS: readonly (readonly [string, QuantityUnit])[] = [
  ['Mps', 'mPerS'],
  ['Deg', 'deg'],
  ['Pct', 'percent'],
  ['Mm', 'mm'],
  ['Kg', 'kg'],
  ['Pa', 'Pa'],
  ['C', 'degC'],
  ['N', 'N'],
  ['A', 'A'],
  ['V', 'V'],
  ['W', 'W'],
  ['M', 'm'],
];

/** A field’s name as people say it, and its unit: `roomInFrontMm` is the room in front, in mm. */
export function fieldWords(name: string): { readonly words: string; readonly unit: QuantityUnit | null } {
  const ending = ENDINGS.find(([end]) => name.length > end.length && name.endsWith(end));
  const bare = ending === undefined ? name : name.slice(0, -ending[0].length);
  const words = bare
    .replaceAll(/([a-z])([A-Z])/gu, '$1 $2')
    .replaceAll(/[-_]/gu, ' ')
    .toLowerCase();
  return { words: words === '' ? name : words, unit: ending?.[1] ?? null };
}

/** Where in a type a field is, as people say it: `knockouts[1].alongMm` is “Knockouts 2, along”. */
export function placeWords(path: string): string {
  const words = path
    .replaceAll(/\[(\d+)\]/gu, (_, index: string) => ` ${Number(index) + 1}`)
    .split('.')
    .map((part) => {
      const [name = '', ...count] = part.split(' ');
      return [fieldWords(name).words, ...count].join(' ');
    })
    .join(', ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** Of what is not known so many are named, each by so many letters. */
const MOST_KEYS_NAMED = 5;
const MOST_KEY_CHARACTERS = 40;

/** What zod says by itself, where a schema has no words of its own. */
const ITS_OWN = /^(?:Invalid|Too (?:big|small)|Expected|Unrecognized|Required)/u;

/** Why a value cannot be taken, with the field’s own words and limits in the reader’s units: never a name out of the code. */
export function issueTold({
  code,
  path,
  message,
  maximum,
  minimum,
  inclusive,
  origin,
  keys = [],
}: Issue): Told {
  if (code === 'unrecognized_keys') {
    const named = keys.slice(0, MOST_KEYS_NAMED).map((key) => `“${cutText(key, MOST_KEY_CHARACTERS)}”`);
    const more = keys.length > named.length ? ' and more' : '';
    return told('{keys} is not known here: take it out, or open it with the version that wrote it.', {
      keys: named.join(', ') + more,
    });
  }
  const name = path.findLast((part) => typeof part === 'string');
  const { words, unit } = fieldWords(typeof name === 'string' ? name : 'value');
  const what = `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
  const limitOf = (value: number): Quantity => ({ value, unit: unit ?? 'count' });
  if (message === TOO_FAR) return told('{what} must be within {limit}.', { what, limit: FARTHEST });
  // A schema’s own words say more than its limit.
  if (!ITS_OWN.test(message)) return told('{what} {message}.', { what, message });
  const isFigure = origin === 'number' || origin === 'int';
  if (isFigure && code === 'too_big' && maximum !== undefined) {
    const limit = limitOf(Number(maximum));
    return inclusive === false
      ? told('{what}: less than {limit}.', { what, limit })
      : told('{what}: at most {limit}.', { what, limit });
  }
  if (isFigure && code === 'too_small' && minimum !== undefined) {
    const limit = limitOf(Number(minimum));
    return inclusive === false
      ? told('{what}: more than {limit}.', { what, limit })
      : told('{what}: at least {limit}.', { what, limit });
  }
  if (code === 'too_big' && origin === 'string')
    return told('{what}: at most {limit} letters.', { what, limit: limitOf(Number(maximum ?? 0)) });
  if (code === 'too_big' && origin === 'array')
    return told('{what}: no more than {limit} of them.', { what, limit: limitOf(Number(maximum ?? 0)) });
  return told('{what}: that cannot be.', { what });
}

/** The same with the field that it is about. */
export function faultOfIssue(issue: Issue): GearFault {
  return { path: pathText(issue.path), message: issueTold(issue) };
}
