import { isAbove, isSame, TOUCH_MM } from './compare.ts';
import { inchFromMm, MM_PER_INCH } from './convert.ts';
import { minus, roundedAway, trim, unitText, type Quantity, type Sense } from './units.ts';

export type { Quantity, QuantityUnit, Sense } from './units.ts';

/** How one person reads lengths. `inchDenominator` is a power of two from 1 to 64. */
export type Reader = {
  readonly system: 'inch' | 'metric';
  readonly inchDenominator: 1 | 2 | 4 | 8 | 16 | 32 | 64;
  readonly metricStepMm: number;
};

export const INCH_READER: Reader = { system: 'inch', inchDenominator: 16, metricStepMm: 1 };
export const METRIC_READER: Reader = { system: 'metric', inchDenominator: 16, metricStepMm: 1 };

/** A hole’s size to a 64th or a tenth of a millimetre: drills come finer than marks. */
export function formatDiameter(mm: number, reader: Reader): string {
  return formatLength(mm, { ...reader, inchDenominator: 64, metricStepMm: 0.1 });
}

/** How a job is read until a person says otherwise: in the units of its trade. */
export function readerOfTrade(codeBasis: 'us' | 'iec'): Reader {
  return codeBasis === 'us' ? INCH_READER : METRIC_READER;
}

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

/** Whether a figure is one that somebody stated: a 64th of an inch, a tenth of a millimetre. */
function isStated(lengthMm: number, reader: Reader): boolean {
  const finest: Reader = { ...reader, inchDenominator: 64, metricStepMm: 0.1 };
  return Math.abs(markOf(lengthMm, finest).errorMm) < SAME_PRINT_MM;
}

/**
 * Prints a distance to keep. One that was stated prints as it was; one that was worked out or converted is rounded to
 * the reader’s step away from danger: up where at least so much is needed, down where at most so much is allowed.
 */
export function formatRequired(lengthMm: number, reader: Reader, sense: Sense): string {
  return requiredMark(lengthMm, reader, sense).text;
}

type RequiredMark = { readonly text: string; readonly shownMm: number };

function requiredMark(lengthMm: number, reader: Reader, sense: Sense): RequiredMark {
  if (isStated(lengthMm, reader)) return { text: formatExactLength(lengthMm, reader), shownMm: lengthMm };
  const step = stepMm(reader);
  const ticks = lengthMm / step;
  const shownMm = (sense === 'least' ? Math.ceil(ticks) : Math.floor(ticks)) * step;
  // A most below the first tick is still not nothing.
  return shownMm === 0
    ? { text: formatExactLength(lengthMm, reader), shownMm: lengthMm }
    : { text: formatLength(shownMm, reader), shownMm };
}

/**
 * Prints a measured length beside the required one so that their order shows: if the reader's step prints
 * both alike, or in the wrong order, the measured one is printed finer until it does not. Without a sense, what is
 * measured has failed: below a least, above a most.
 */
export function formatAgainst(
  measuredMm: number,
  requiredMm: number,
  reader: Reader,
  sense: Sense = measuredMm < requiredMm ? 'least' : 'most',
): { readonly measured: string; readonly required: string } {
  const exact: RequiredMark = { text: formatExactLength(requiredMm, reader), shownMm: requiredMm };
  if (Math.abs(measuredMm - requiredMm) <= TOUCH_MM) return { measured: exact.text, required: exact.text };
  const order = Math.sign(measuredMm - requiredMm);
  const away = requiredMark(requiredMm, reader, sense);
  // What passes must not look as if it failed a figure that was rounded away from it.
  const required = Math.sign(measuredMm - away.shownMm) === order ? away : exact;
  const candidates = [reader, ...finerReaders(reader)];
  const honest = candidates.find((finer) => {
    const { roundedMm, text } = markOf(measuredMm, finer);
    const gapMm = roundedMm - required.shownMm;
    return text !== required.text && Math.abs(gapMm) >= SAME_PRINT_MM && Math.sign(gapMm) === order;
  });
  if (honest !== undefined) return { measured: formatLength(measuredMm, honest), required: required.text };
  return decimalsUnlike(measuredMm, requiredMm, exact.text, reader);
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

/**
 * A quantity in the reader’s unit. Of a length, the coarsest step that states it. What is not nothing never prints as 0.
 */
export function formatQuantity(quantity: Quantity, reader: Reader): string {
  return quantity.unit === 'mm'
    ? formatExactLength(quantity.value, reader)
    : unitText(quantity, reader.system);
}

/** Prints what is required, of any quantity: rounded away from danger, a length that was stated as it was stated. */
export function formatRequiredQuantity(quantity: Quantity, reader: Reader, sense: Sense): string {
  return quantity.unit === 'mm'
    ? formatRequired(quantity.value, reader, sense)
    : unitText(roundedAway(quantity, reader.system, sense), reader.system);
}

/**
 * Prints a measured quantity beside the required one so that their order shows. Two that are not the same never print
 * alike, in any unit. Without a sense, what is measured has failed: below a least, above a most.
 */
export function formatBeside(
  measured: Quantity,
  required: Quantity,
  reader: Reader,
  sense?: Sense,
): { readonly measured: string; readonly required: string } {
  if (measured.unit === 'mm' && required.unit === 'mm')
    return formatAgainst(measured.value, required.value, reader, sense);
  if (measured.unit !== required.unit || required.unit === 'mm')
    return { measured: formatQuantity(measured, reader), required: formatQuantity(required, reader) };
  const { system } = reader;
  if (isSame(measured, required)) {
    const text = unitText(required, system);
    return { measured: text, required: text };
  }
  const order = Math.sign(measured.value - required.value);
  const safe = sense ?? (order < 0 ? 'least' : 'most');
  for (let more = 0; more <= MOST_MORE_DIGITS; more++) {
    const away = roundedAway(required, system, safe, more);
    const texts = { measured: unitText(measured, system, more), required: unitText(away, system, more) };
    // What passes must not look as if it failed a figure that was rounded away from it.
    const isHonest = Math.sign(measured.value - away.value) === order;
    if (isHonest && texts.measured !== texts.required) return texts;
  }
  return {
    measured: unitText(measured, system, MOST_MORE_DIGITS),
    required: unitText(required, system, MOST_MORE_DIGITS),
  };
}

/**
 * How much of what a thing carries is used, as a part of it; `1` is all. Infinite is told as holding nothing. More than all
 * never prints as all.
 */
export function formatUse(
  useRatio: number,
  reader: Reader,
): { readonly text: string; readonly isTooMuch: boolean } {
  const [used, all] = [
    { value: useRatio, unit: 'ratio' },
    { value: 1, unit: 'ratio' },
  ] as const;
  if (!Number.isFinite(useRatio)) return { text: 'holds nothing here', isTooMuch: true };
  return {
    text: `${formatBeside(used, all, reader).measured} of what it carries`,
    isTooMuch: isAbove(useRatio, 1, 'ratio'),
  };
}

/** Enough to tell apart whatever differs by more than its allowance. */
const MOST_MORE_DIGITS = 8;

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
