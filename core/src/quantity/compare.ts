import type { Quantity, QuantityUnit } from './units.ts';

/**
 * The one tolerance of lengths, mm: a micrometre. A thousand times what sums of doubles lose over a kilometre of plan,
 * far below what any tape, saw or drill can do. Two edges this near touch; a gap that misses its rule by so little has it.
 */
export const TOUCH_MM = 0.001;

/** By how much a figure may miss its limit and still meet it: what arithmetic loses, never what a person could measure. */
export const ALLOWANCE = {
  mm: TOUCH_MM,
  mm2: 1e-3,
  mm3: 1e-2,
  cm2: 1e-5,
  kg: 1e-6,
  degC: 1e-6,
  kelvin: 1e-6,
  deg: 1e-6,
  count: 1e-6,
  N: 1e-3,
  Nmm: 1e-1,
  MPa: 1e-6,
  W: 1e-6,
  A: 1e-6,
  V: 1e-6,
  m3PerH: 1e-6,
  ratio: 1e-6,
  percent: 1e-4,
} as const satisfies Record<QuantityUnit, number>;

/** Whether a figure falls short of what is required at least. Exactly enough is enough. */
export function isBelow(value: number, least: number, unit: QuantityUnit): boolean {
  return value < least - ALLOWANCE[unit];
}

/** Whether a figure goes beyond what is allowed at most. Exactly so much is allowed. */
export function isAbove(value: number, most: number, unit: QuantityUnit): boolean {
  return value > most + ALLOWANCE[unit];
}

/** Whether two figures are one: neither is above the other. */
export function isSame(a: Quantity, b: Quantity): boolean {
  return a.unit === b.unit && Math.abs(a.value - b.value) <= ALLOWANCE[a.unit];
}

/**
 * The gap between two spans that run from `from` to `to`, mm; negative where they overlap. What overlaps by a touch
 * touches: its gap is 0, so that no pair lies between a gap and an overlap.
 */
export function gapOfSpans(
  [aFrom, aTo]: readonly [number, number],
  [bFrom, bTo]: readonly [number, number],
): number {
  const gapMm = Math.max(bFrom - aTo, aFrom - bTo);
  return gapMm < 0 && gapMm >= -TOUCH_MM ? 0 : gapMm;
}
