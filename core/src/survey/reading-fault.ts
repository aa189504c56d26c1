import type { SurveyItem } from './survey-items.ts';

/** Parts of a survey item’s key that measure how large something is: never nothing, never less. */
const SIZES: ReadonlySet<string> = new Set(['width', 'height', 'thickness']);
/** What reaches or is free may be nothing, but not less. */
const REACHES: ReadonlySet<string> = new Set(['room', 'reach']);
/** A level reads no more either way. */
const MOST_DEG = 90;

/** Why a reading of an item cannot be one, in words; null where it can. Positions may lie on either side of the datum. */
export function readingFault({ key, unit }: Pick<SurveyItem, 'key' | 'unit'>, value: number): string | null {
  const detail = key.split('/').at(-1) ?? '';
  if (!Number.isFinite(value)) return 'That is no figure.';
  if (unit === 'deg') return Math.abs(value) > MOST_DEG ? 'A level reads no more than 90°.' : null;
  if (SIZES.has(detail) && value <= 0) return 'A size is above 0: measure it again.';
  if (REACHES.has(detail) && value < 0) return 'It cannot be less than 0: measure it again.';
  return null;
}
