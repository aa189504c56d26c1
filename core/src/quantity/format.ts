import { assertNever } from '../result.ts';
import { CFM_PER_M3_PER_H, degFFromDegC, inchFromMm, lbfFromN, lbFromKg, MM_PER_INCH } from './convert.ts';

/** How one person reads lengths. `inchDenominator` is a power of two from 1 to 64. */
export type Reader = {
  readonly system: 'inch' | 'metric';
  readonly inchDenominator: 1 | 2 | 4 | 8 | 16 | 32 | 64;
  readonly metricStepMm: number;
};

export const INCH_READER: Reader = { system: 'inch', inchDenominator: 16, metricStepMm: 1 };
export const METRIC_READER: Reader = { system: 'metric', inchDenominator: 16, metricStepMm: 1 };

export type QuantityUnit =
  | 'mm'
  | 'kg'
  | 'degC'
  | 'kelvin'
  | 'deg'
  | 'count'
  | 'mm2'
  | 'mm3'
  | 'N'
  | 'Nmm'
  | 'MPa'
  | 'W'
  | 'A'
  | 'm3PerH'
  | 'cm2'
  | 'ratio';
export type Quantity = { readonly value: number; readonly unit: QuantityUnit };

/** A mark that can be made: the length rounded to the reader's step, and by how much that moved it. */
export type Mark = { readonly text: string; readonly roundedMm: number; readonly errorMm: number };

/** Steps tried, coarse to fine, where a figure must not be rounded into another one. */
const FINER_INCH_DENOMINATORS = [1, 2, 4, 8, 16, 32, 64] as const;
const FINER_METRIC_STEPS_MM = [1, 0.5, 0.1, 0.01, 0.001];

/** Below this two lengths print alike even at the finest step (0.001 mm); no tape or caliper tells them apart. */
const SAME_PRINT_MM = 0.0005;

export function stepMm(reader: Reader): number {
  return reader.system === 'inch' ? MM_PER_INCH / reader.inchDenominator : reader.metricStepMm;
}

/** A large nudge: an inch, or a centimetre. */
export function largeStepMm(reader: Reader): number {
  return reader.system === 'inch' ? MM_PER_INCH : 10;
}

/** Rounds to the reader's step, half away from zero, and says what the rounding cost. */
export function markOf(lengthMm: number, reader: Reader): Mark {
  const step = stepMm(reader);
  const ticks = Math.sign(lengthMm) * Math.round(Math.abs(lengthMm) / step);
  const roundedMm = ticks * step;
  const text =
    reader.system === 'inch'
      ? inchFractionText(ticks, reader.inchDenominator)
      : `${decimalText(roundedMm, reader.metricStepMm)} mm`;
  return { text, roundedMm, errorMm: roundedMm - lengthMm };
}

export function formatLength(lengthMm: number, reader: Reader): string {
  return markOf(lengthMm, reader).text;
}

/**
 * Prints a figure that must not be rounded away, such as a rule's distance: the coarsest step that states
 * it exactly, else decimal inches to 0.001 or millimetres to 0.001.
 */
export function formatExactLength(lengthMm: number, reader: Reader): string {
  const readers = finerReaders(reader);
  const exact = readers.find((finer) => Math.abs(markOf(lengthMm, finer).errorMm) < SAME_PRINT_MM);
  if (exact !== undefined) return formatLength(lengthMm, exact);
  return reader.system === 'inch' ? decimalInchText(lengthMm) : `${decimalText(lengthMm, 0.001)} mm`;
}

/**
 * Prints a measured length beside the required one so that their order shows: if the reader's step prints
 * both alike, or in the wrong order, the measured one is printed finer until it does not.
 */
export function formatAgainst(
  measuredMm: number,
  requiredMm: number,
  reader: Reader,
): { readonly measured: string; readonly required: string } {
  const required = formatExactLength(requiredMm, reader);
  if (Math.abs(measuredMm - requiredMm) < SAME_PRINT_MM) return { measured: required, required };
  const candidates = [reader, ...finerReaders(reader)];
  const honest = candidates.find((finer) => {
    const { roundedMm, text } = markOf(measuredMm, finer);
    const gapMm = roundedMm - requiredMm;
    return (
      text !== required &&
      Math.abs(gapMm) >= SAME_PRINT_MM &&
      Math.sign(gapMm) === Math.sign(measuredMm - requiredMm)
    );
  });
  if (honest !== undefined) return { measured: formatLength(measuredMm, honest), required };
  return decimalsUnlike(measuredMm, requiredMm, required, reader);
}

/** Adds decimals until the two figures no longer print alike; the required one stays as it is if it can. */
function decimalsUnlike(
  measuredMm: number,
  requiredMm: number,
  required: string,
  reader: Reader,
): { readonly measured: string; readonly required: string } {
  const print = (lengthMm: number, digits: number) => {
    const value = reader.system === 'inch' ? inchFromMm(lengthMm) : lengthMm;
    return `${minus(trim(value.toFixed(digits)))}${reader.system === 'inch' ? '″' : ' mm'}`;
  };
  for (const digits of [3, 4, 5, 6]) {
    const measured = print(measuredMm, digits);
    if (measured !== required) {
      const finer = print(requiredMm, digits);
      return { measured, required: digits > 3 ? finer : required };
    }
  }
  return { measured: print(measuredMm, 6), required: print(requiredMm, 6) };
}

export function formatQuantity(quantity: Quantity, reader: Reader): string {
  const { value, unit } = quantity;
  switch (unit) {
    case 'mm':
      return formatExactLength(value, reader);
    case 'kg':
      return reader.system === 'inch' ? `${lbFromKg(value).toFixed(0)} lb` : `${trim(value.toFixed(1))} kg`;
    case 'degC':
      return reader.system === 'inch'
        ? `${trim(degFFromDegC(value).toFixed(1))} °F`
        : `${trim(value.toFixed(1))} °C`;
    case 'kelvin':
      return reader.system === 'inch'
        ? `${trim(((value * 9) / 5).toFixed(1))} °F more`
        : `${trim(value.toFixed(1))} K`;
    case 'N':
      return reader.system === 'inch'
        ? `${Math.round(lbfFromN(value))} lbf`
        : value >= 10_000
          ? `${trim((value / 1000).toFixed(2))} kN`
          : `${Math.round(value)} N`;
    case 'W':
      return `${Math.round(value)} W`;
    case 'A':
      return `${trim(value.toFixed(1))} A`;
    case 'm3PerH':
      return reader.system === 'inch'
        ? `${trim((value * CFM_PER_M3_PER_H).toFixed(2))} cfm`
        : `${trim(value.toFixed(2))} m³/h`;
    case 'cm2':
      return reader.system === 'inch'
        ? `${trim(((value * 100) / MM_PER_INCH ** 2).toFixed(1))} in²`
        : `${trim(value.toFixed(1))} cm²`;
    case 'ratio':
      return trim(value.toFixed(2));
    case 'deg':
      return `${trim(value.toFixed(2))}°`;
    case 'count':
      return String(value);
    case 'mm2':
      return reader.system === 'inch'
        ? `${trim((value / MM_PER_INCH ** 2).toFixed(3))} in²`
        : `${trim(value.toFixed(1))} mm²`;
    case 'mm3':
      return reader.system === 'inch'
        ? `${trim((value / MM_PER_INCH ** 3).toFixed(3))} in³`
        : `${Math.round(value)} mm³`;
    case 'Nmm':
      return reader.system === 'inch'
        ? `${Math.round(lbfFromN(value) / MM_PER_INCH)} lbf·in`
        : `${trim((value / 1000).toFixed(1))} N·m`;
    case 'MPa':
      return reader.system === 'inch'
        ? `${Math.round(lbfFromN(value) * MM_PER_INCH ** 2)} psi`
        : `${trim(value.toFixed(1))} MPa`;
    default:
      return assertNever(unit);
  }
}

function finerReaders(reader: Reader): Reader[] {
  return reader.system === 'inch'
    ? FINER_INCH_DENOMINATORS.map((inchDenominator) => ({ ...reader, inchDenominator }))
    : FINER_METRIC_STEPS_MM.map((metricStepMm) => ({ ...reader, metricStepMm }));
}

/** Lowest terms, the trade's way: `24 7⁄8″`, `7⁄8″`, `3″`. */
function inchFractionText(ticks: number, denominator: number): string {
  const sign = ticks < 0 ? '−' : '';
  const size = Math.abs(ticks);
  const whole = Math.floor(size / denominator);
  let numerator = size % denominator;
  let divisor = denominator;
  while (numerator > 0 && numerator % 2 === 0) {
    numerator /= 2;
    divisor /= 2;
  }
  if (numerator === 0) return `${sign}${whole}″`;
  const fraction = `${numerator}⁄${divisor}`;
  return whole === 0 ? `${sign}${fraction}″` : `${sign}${whole} ${fraction}″`;
}

function decimalInchText(lengthMm: number): string {
  return `${minus(trim(inchFromMm(lengthMm).toFixed(3)))}″`;
}

function decimalText(value: number, step: number): string {
  const digits = step >= 1 ? 0 : Math.min(3, Math.ceil(-Math.log10(step)));
  return minus(trim(value.toFixed(digits)));
}

function trim(digits: string): string {
  return digits.includes('.') ? digits.replace(/\.?0+$/u, '') : digits;
}

function minus(digits: string): string {
  return digits === '-0' ? '0' : digits.replace('-', '−');
}
