import type { SurveyItem } from './survey-items.ts';

/** Readings of one quantity, put together. What is odd is named and counts for nothing. */
export type ReadingSummary = {
  /** Of those that count. */
  readonly count: number;
  readonly mean: number;
  /** Sample standard deviation (n − 1); null for one reading. */
  readonly standardDeviation: number | null;
  /** How far the mean itself may be off: deviation ÷ √n; null for one reading. */
  readonly standardError: number | null;
  /** Places in the list of readings that do not belong with the others. */
  readonly oddOnes: readonly number[];
};

/** A median absolute deviation times this estimates the standard deviation of a normal spread. */
const MAD_TO_SIGMA = 1.4826;
/** A reading this many sigmas from the median is odd (practice). */
const ODD_SIGMAS = 3.5;
/** Fewer readings cannot say which of them is odd. */
const LEAST_TO_JUDGE = 4;

/**
 * Odd ones of repeated readings, and mean and spread of the others. `floor` is the least spread that matters, in the readings’ unit:
 * readings closer to the median are never odd. Null for no readings. Odd one out by median absolute deviation.
 */
export function summariseReadings(values: readonly number[], floor: number): ReadingSummary | null {
  if (values.length === 0) return null;
  const middle = median(values);
  const sigma = Math.max(
    median(values.map((value) => Math.abs(value - middle))) * MAD_TO_SIGMA,
    floor / ODD_SIGMAS,
  );
  const oddOnes =
    values.length < LEAST_TO_JUDGE
      ? []
      : values.flatMap((value, index) => (Math.abs(value - middle) > ODD_SIGMAS * sigma ? [index] : []));
  const counted = values.filter((_, index) => !oddOnes.includes(index));
  const count = counted.length;
  const mean = counted.reduce((sum, value) => sum + value, 0) / count;
  const squares = counted.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  const standardDeviation = count > 1 ? Math.sqrt(squares / (count - 1)) : null;
  return {
    count,
    mean,
    standardDeviation,
    standardError: standardDeviation === null ? null : standardDeviation / Math.sqrt(count),
    oddOnes,
  };
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const upper = sorted[middle] ?? NaN;
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] ?? NaN) + upper) / 2;
}

/** A reading as far as the survey needs it. Struck ones are kept and not counted. */
export type SurveyReading = { readonly item: string; readonly value: number; readonly struck: string | null };

export type SurveyLine = {
  readonly item: SurveyItem;
  readonly summary: ReadingSummary | null;
  /** Mean of the readings less what the plan has; null without either. */
  readonly difference: number | null;
  readonly state: 'missing' | 'agrees' | 'differs';
};

/** The list to walk by, with what is measured and what is still missing. Readings of nothing on it are passed over. */
export function surveyLines(items: readonly SurveyItem[], readings: readonly SurveyReading[]): SurveyLine[] {
  const values = new Map<string, number[]>();
  for (const { item, value, struck } of readings) {
    if (struck !== null) continue;
    const known = values.get(item);
    if (known === undefined) values.set(item, [value]);
    else known.push(value);
  }
  return items.map((item) => {
    const summary = summariseReadings(values.get(item.key) ?? [], item.tolerance);
    if (summary === null) return { item, summary, difference: null, state: 'missing' };
    const difference = item.planned === null ? null : summary.mean - item.planned;
    const agrees = difference !== null && Math.abs(difference) <= item.tolerance;
    return { item, summary, difference, state: agrees ? 'agrees' : 'differs' };
  });
}
