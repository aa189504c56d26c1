import { describe, expect, test } from '@jest/globals';
import { CONDUIT_SIZES, isMetricSize, METRIC_SIZES, TRADE_SIZES } from '../reference/conductor-sizes.ts';
import { METRIC_CONDUIT } from '../reference/wireways.ts';
import { bendRadiusMm, conduitInsideMm2, conduitOutsideMm, conduitSizesOf } from './conduit.ts';

describe('conduit of each trade', () => {
  test('is bought by trade size after American codes, by metric size elsewhere', () => {
    expect(conduitSizesOf({ codeBasis: 'us' })).toEqual(TRADE_SIZES);
    expect(conduitSizesOf({ codeBasis: 'iec' })).toEqual(METRIC_SIZES);
  });

  test('is wider inside and out with each size, and bent wider', () => {
    for (const codeBasis of ['us', 'iec'] as const) {
      const sizes = conduitSizesOf({ codeBasis });
      sizes.slice(1).forEach((size, index) => {
        const before = sizes[index] ?? size;
        expect(conduitInsideMm2(size)).toBeGreaterThan(conduitInsideMm2(before));
        expect(conduitOutsideMm(size)).toBeGreaterThan(conduitOutsideMm(before));
        expect(bendRadiusMm(size)).toBeGreaterThan(bendRadiusMm(before));
      });
    }
  });

  // IEC 60423 calls a size by its outside. Common practice: an inner radius of 2.5 outsides, so 50 mm inside a 20 mm conduit’s bend.
  test('of metric sizes has the outside that its name says, a wall, and its inner radius', () => {
    for (const size of CONDUIT_SIZES.filter(isMetricSize)) {
      const outsideMm = Number(size.slice(1));
      expect(conduitOutsideMm(size)).toBe(outsideMm);
      const wallMm = (outsideMm - METRIC_CONDUIT.rows[size].insideMm) / 2;
      expect(wallMm).toBeGreaterThanOrEqual(1);
      expect(wallMm).toBeLessThan(4);
      expect(bendRadiusMm(size) - outsideMm / 2).toBeCloseTo(2.5 * outsideMm, 9);
    }
  });

  // Inch trade size and metric designator of the same pipe (NEC Table 300.1(C)): outsides lie near each other, never one size off.
  test.each([
    ['1/2', 'M16'],
    ['3/4', 'M20'],
    ['1', 'M25'],
    ['1-1/4', 'M32'],
    ['1-1/2', 'M40'],
    ['2', 'M50'],
    ['2-1/2', 'M63'],
  ] as const)(
    // prettier-ignore
    '%s stands where %s does',
    (trade, metric) => {
      expect(conduitOutsideMm(trade) / conduitOutsideMm(metric)).toBeGreaterThan(1);
      expect(conduitOutsideMm(trade) / conduitOutsideMm(metric)).toBeLessThan(1.25);
    },
  );
});
