import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { cutRail, jointZones, stockLengths } from './splices.ts';

/** Feet of a rail in whole hundreds of mm, and its overhangs. */
const rails = fc
  .record({
    spans: fc.array(fc.integer({ min: 3, max: 15 }), { minLength: 1, maxLength: 12 }),
    overLow: fc.integer({ min: 0, max: 5 }),
    overHigh: fc.integer({ min: 0, max: 5 }),
    stock: fc.integer({ min: 15, max: 60 }),
  })
  .map(({ spans, overLow, overHigh, stock }) => {
    const feetMm = spans.reduce<number[]>((all, span) => [...all, (all.at(-1) ?? 0) + span * 100], [0]);
    return {
      fromMm: -overLow * 100,
      toMm: (feetMm.at(-1) ?? 0) + overHigh * 100,
      feetMm,
      stockMm: stock * 100,
    };
  });

/** The fewest pieces, by every joint on a raster of 5 mm: breadth first from the lower end. Null where none. */
function fewestPieces({ fromMm, toMm, feetMm, stockMm }: Parameters<typeof cutRail>[0]): number | null {
  const places: number[] = [];
  const zones = jointZones(feetMm);
  for (let at = fromMm; at <= toMm; at += 5)
    if (zones.some(([low, high]) => at >= low && at <= high)) places.push(at);
  let ends = [fromMm];
  for (let pieces = 1; ends.length > 0; pieces++) {
    if (ends.some((end) => toMm - end <= stockMm)) return pieces;
    ends = places.filter((place) => ends.some((end) => place > end && place - end <= stockMm));
    if (pieces > 200) return null;
  }
  return null;
}

describe('rails from stock', () => {
  test('have the fewest pieces of all cuts, none longer than the stock, joints near feet and in no overhang', () => {
    fc.assert(
      fc.property(rails, (rail) => {
        const cut = cutRail(rail);
        expect(cut?.piecesMm.length ?? null).toBe(fewestPieces(rail));
        if (cut === null) return;
        expect(cut.piecesMm.reduce((sum, piece) => sum + piece, 0)).toBeCloseTo(rail.toMm - rail.fromMm, 6);
        for (const piece of cut.piecesMm) expect(piece).toBeLessThanOrEqual(rail.stockMm + 0.02);
        for (const joint of cut.jointsMm) {
          const foot = Math.min(...rail.feetMm.map((at) => Math.abs(at - joint)));
          expect(foot).toBeGreaterThanOrEqual(60 - 1e-6);
          const next = rail.feetMm.findIndex((at) => at > joint);
          const span = (rail.feetMm[next] ?? NaN) - (rail.feetMm[next - 1] ?? NaN);
          expect(foot).toBeLessThanOrEqual(span / 4 + 1e-6);
        }
      }),
      { numRuns: 400 },
    );
  });

  test('come from no more lengths than Johnson’s bound, and no fewer than their sum asks for', () => {
    const pieces = fc.array(fc.integer({ min: 200, max: 4200 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(pieces, (lengths) => {
        const count = stockLengths(lengths, 4200);
        const least = Math.ceil(lengths.reduce((sum, each) => sum + each, 0) / 4200);
        expect(count).toBeGreaterThanOrEqual(least);
        expect(count).toBeLessThanOrEqual(lengths.length);
        // Two lengths whose pieces would fit one are never both begun.
        expect(count).toBeLessThanOrEqual(
          2 * Math.ceil(lengths.reduce((sum, each) => sum + each + 3, 0) / 4200),
        );
      }),
    );
    expect(stockLengths([2098, 2098, 2098, 2098], 4200)).toBe(2);
    expect(stockLengths([4200, 4200], 4200)).toBe(2);
    expect(stockLengths([], 4200)).toBe(0);
  });
});
