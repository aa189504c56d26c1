import { TOUCH_MM, UNITS, type Quantity, type QuantityUnit } from './units.ts';

export { TOUCH_MM } from './units.ts';

/** Whether a figure falls short of what is required at least. Exactly enough is enough. */
export function isBelow(value: number, least: number, unit: QuantityUnit): boolean {
  return value < least - UNITS[unit].allowance;
}

/** Whether a figure goes beyond what is allowed at most. Exactly so much is allowed. */
export function isAbove(value: number, most: number, unit: QuantityUnit): boolean {
  return value > most + UNITS[unit].allowance;
}

/** Whether two figures are one: neither is above the other. */
export function isSame(a: Quantity, b: Quantity): boolean {
  return a.unit === b.unit && Math.abs(a.value - b.value) <= UNITS[a.unit].allowance;
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
