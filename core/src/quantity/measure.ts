import { fail, ok, type Result } from '../result.ts';
import type { Reader } from './format.ts';

/** Measures that are kept in one unit and told in the reader’s: loads, speeds, heights above the sea, masses. */
export const MEASURES = {
  pressurePa: { metric: { unit: 'Pa', inUnit: 1 }, inch: { unit: 'psf', inUnit: 47.880258980336 } },
  speedMps: { metric: { unit: 'm/s', inUnit: 1 }, inch: { unit: 'mph', inUnit: 0.44704 } },
  elevationM: { metric: { unit: 'm', inUnit: 1 }, inch: { unit: 'ft', inUnit: 0.3048 } },
  forceN: { metric: { unit: 'N', inUnit: 1 }, inch: { unit: 'lbf', inUnit: 4.4482216152605 } },
  massKg: { metric: { unit: 'kg', inUnit: 1 }, inch: { unit: 'lb', inUnit: 0.45359237 } },
} as const;
export type MeasureKind = keyof typeof MEASURES;

/** Four digits are more than any of these is known to. */
const DIGITS = 4;

/** The measure as its reader says it, with its unit. */
export function measureText(value: number, kind: MeasureKind, reader: Reader): string {
  const { unit, inUnit } = MEASURES[kind][reader.system];
  return `${String(Number((value / inUnit).toPrecision(DIGITS))).replace('-', '−')} ${unit}`;
}

/**
 * Reads a measure in either unit (`1400 Pa`, `29 psf`); a bare number is in the reader’s. Gives it in the unit it is
 * kept in, or what was not understood. Factors: the international foot and pound (1959), standard gravity.
 */
export function parseMeasure(text: string, kind: MeasureKind, reader: Reader): Result<number, string> {
  if (/\d,\d/u.test(text)) return fail('Write decimals with a point: 12.5, not 12,5.');
  const match = /^\s*([-−]?\d+(?:\.\d+)?)\s*([a-z/]*)\s*$/iu.exec(text);
  const { metric, inch } = MEASURES[kind];
  if (match === null)
    return fail(`“${text}” was not understood: type a figure in ${metric.unit} or ${inch.unit}.`);
  const typed = (match[2] ?? '').toLowerCase();
  const unit = [metric, inch].find((each) => each.unit.toLowerCase() === typed);
  if (typed !== '' && unit === undefined) {
    return fail(`“${match[2] ?? ''}” is not understood here: ${metric.unit} or ${inch.unit}.`);
  }
  const { inUnit } = unit ?? MEASURES[kind][reader.system];
  return ok(Number((match[1] ?? '').replace('−', '-')) * inUnit);
}
