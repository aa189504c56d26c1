import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { INCH_READER, METRIC_READER } from './format.ts';
import { ofTrade, roundFor } from './trade-size.ts';

describe('round sizes of a trade', () => {
  // Common practice, no source: what a carpenter takes for the same size in each.
  test.each([
    [400, 16],
    [300, 12],
    [600, 24],
    [100, 4],
    [50, 2],
    [25, 1],
    [12, 0.5],
    [10, 0.375],
    [900, 36],
    [2000, 80],
  ])('%d mm is %d in', (mm, inches) => {
    expect(ofTrade('us', mm) / 25.4).toBeCloseTo(inches, 9);
    expect(ofTrade('iec', mm)).toBe(mm);
  });

  test('are marks on the tape of who reads, never none, and near the same', () => {
    fc.assert(
      fc.property(fc.double({ min: 2, max: 5000, noNaN: true }), (mm) => {
        const inches = roundFor(INCH_READER, mm) / 25.4;
        expect(inches * 8).toBeCloseTo(Math.round(inches * 8), 6);
        expect(inches).toBeGreaterThan(0);
        expect(Math.abs(roundFor(INCH_READER, mm) - mm)).toBeLessThan(13 + 0.02 * mm);
        expect(roundFor(METRIC_READER, mm)).toBe(mm);
      }),
      { seed: 4, numRuns: 300 },
    );
  });
});
