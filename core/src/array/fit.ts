import { isBelow } from '../quantity/compare.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { practice } from '../reference/source.ts';

/** A part of a row with how far off its size may be, each way, mm. */
export type PartInRow = { readonly sizeMm: number; readonly toleranceMm: number };

/** How a row of parts fits an opening, mm. Room is negative where it is too long. */
export type RowFit = {
  readonly sumMm: number;
  readonly roomMm: number;
  /** At each end, with the row in the middle. */
  readonly eachEndMm: number;
  /** By how much the sum may be off: all parts at their worst, and as parts usually add up (root of the squares). */
  readonly worstMm: number;
  readonly usualMm: number;
  readonly fits: 'always' | 'usually' | 'nominally' | 'not';
};

/** The sum of parts against an opening: nominal, with every tolerance against it, and statistically. */
export function fitRow(parts: readonly PartInRow[], openingMm: number): RowFit {
  const sumMm = parts.reduce((sum, { sizeMm }) => sum + sizeMm, 0);
  const worstMm = parts.reduce((sum, { toleranceMm }) => sum + toleranceMm, 0);
  const usualMm = Math.hypot(...parts.map(({ toleranceMm }) => toleranceMm));
  const roomMm = openingMm - sumMm;
  const holds = (spareMm: number) => !isBelow(roomMm, spareMm, 'mm');
  return {
    sumMm,
    roomMm,
    eachEndMm: roomMm / 2,
    worstMm,
    usualMm,
    fits: holds(worstMm) ? 'always' : holds(usualMm) ? 'usually' : holds(0) ? 'nominally' : 'not',
  };
}

/** How far a part hangs over its last support at each end, with the part in the middle of them; negative where it ends short. */
export function overhangMm(sizeMm: number, supportsApartMm: number): number {
  return (sizeMm - supportsApartMm) / 2;
}

export function fitWorking(fit: RowFit, openingMm: number): Working {
  return {
    title: 'A row in its opening',
    formula: 'room = opening − sum;  worst = sum of tolerances;  usual = √(sum of their squares)',
    inputs: [
      lengthInput('opening', 'What there is', openingMm),
      lengthInput('sum', 'Modules and gaps', fit.sumMm),
      lengthInput('worst', 'All tolerances against it', fit.worstMm),
      lengthInput('usual', 'As tolerances usually add up', fit.usualMm),
    ],
    result: { name: 'Room at each end', value: { value: fit.eachEndMm, unit: 'mm' } },
    source: practice('Tolerances added at their worst and by the root of their squares'),
    notes: [],
  };
}
