import { fail, ok, type Result } from '../result.ts';
import type { Reader } from './format.ts';
import { minus, UNITS, type Form, type QuantityUnit } from './units.ts';

/** Four digits are more than anything that is typed is known to. */
const DIGITS = 4;

/** A quantity as its field shows it: in the reader’s unit, with as many digits as it may be known to. */
export function measureText(value: number, unit: QuantityUnit, reader: Reader): string {
  const { told, after } = UNITS[unit][reader.system];
  return `${minus(String(Number(told(value).toPrecision(DIGITS))))}${after}`;
}

/**
 * Reads a quantity in either unit (`1400 Pa`, `29 psf`, `77F`); a bare number is in the reader’s. Gives it in the unit it
 * is kept in, or what was not understood.
 */
export function parseMeasure(text: string, unit: QuantityUnit, reader: Reader): Result<number, string> {
  if (/\d,\d/u.test(text)) return fail('Write decimals with a point: 12.5, not 12,5.');
  const match = /^\s*([-−]?\d+(?:\.\d+)?)\s*(\D*?)\s*$/u.exec(text);
  const { metric, inch } = UNITS[unit];
  const units = [...new Set([metric, inch].map(({ after }) => after.trim()))].join(' or ');
  if (match === null) return fail(`“${text}” was not understood: type a figure in ${units}.`);
  const typed = (match[2] ?? '').toLowerCase();
  const form =
    typed === '' ? UNITS[unit][reader.system] : [metric, inch].find((each) => isCalled(each, typed));
  if (form === undefined) return fail(`“${match[2] ?? ''}” is not understood here: ${units}.`);
  return ok(form.kept(Number((match[1] ?? '').replace('−', '-'))));
}

function isCalled({ after, also }: Form, typed: string): boolean {
  return [after.trim(), ...also].some((name) => name.toLowerCase() === typed);
}
