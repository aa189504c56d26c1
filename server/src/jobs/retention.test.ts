import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { thinned, type Kept } from './retention.ts';

const HOUR_MS = 3_600_000;
const NOW = new Date('2026-11-02T12:00:00Z');

function revision(number: number, ageHours: number, more: Partial<Kept> = {}): Kept {
  const createdAt = new Date(NOW.getTime() - ageHours * HOUR_MS);
  return {
    number,
    kind: 'save',
    madeFrom: number - 1,
    createdAt,
    name: null,
    printedAt: null,
    base: null,
    ...more,
  };
}

describe('retention', () => {
  test('keeps all of a day, then the last of each hour, day and week', () => {
    // A save each ten minutes for forty days.
    const rows = Array.from({ length: 40 * 144 }, (_, index) => revision(index + 1, (40 * 144 - index) / 6));
    const gone = new Set(thinned(rows, rows.length, NOW));
    const left = rows.filter(({ number }) => !gone.has(number));
    const aged = (from: number, to: number) =>
      left.filter(({ createdAt }) => {
        const ageHours = (NOW.getTime() - createdAt.getTime()) / HOUR_MS;
        return ageHours >= from && ageHours < to;
      }).length;
    expect(aged(0, 24)).toBe(143);
    expect(aged(24, 48)).toBe(24);
    expect(aged(8 * 24, 18 * 24)).toBeGreaterThanOrEqual(10);
    expect(aged(8 * 24, 18 * 24)).toBeLessThanOrEqual(11);
    expect(left[0]?.number).toBe(1);
    const old = rows.map((row) => ({
      ...row,
      createdAt: new Date(row.createdAt.getTime() - 400 * 24 * HOUR_MS),
    }));
    expect(old.length - thinned(old, old.length, NOW).length).toBeLessThan(10);
  });

  test('never lets go what a person named, printed, brought back or had in a conflict, nor what another is packed against', () => {
    const row = fc.record({
      kind: fc.constantFrom('save' as const, 'save' as const, 'conflict' as const, 'restore' as const),
      gapHours: fc.double({ min: 0, max: 90, noNaN: true }),
      isNamed: fc.boolean(),
      isPrinted: fc.boolean(),
      isWhole: fc.boolean(),
      back: fc.nat(4),
    });
    fc.assert(
      fc.property(fc.array(row, { minLength: 1, maxLength: 60 }), (made) => {
        let ageHours = made.reduce((sum, { gapHours }) => sum + gapHours, 0);
        let whole = 1;
        const rows = made.map(({ kind, gapHours, isNamed, isPrinted, isWhole, back }, index) => {
          ageHours -= gapHours;
          const number = index + 1;
          if (isWhole) whole = number;
          return revision(number, ageHours, {
            kind,
            madeFrom: number === 1 ? null : Math.max(1, number - 1 - back),
            name: isNamed && isPrinted ? 'As agreed' : null,
            printedAt: isPrinted && !isNamed ? '2026-01-01T00:00:00.000Z' : null,
            base: whole === number ? null : whole,
          });
        });
        const gone = thinned(rows, rows.length, NOW);
        const left = rows.filter(({ number }) => !gone.includes(number));
        const numbers = new Set(left.map(({ number }) => number));
        for (const { number, kind, name, printedAt } of rows) {
          const isTheirs = kind !== 'save' || name !== null || printedAt !== null;
          if (isTheirs || number === 1 || number === rows.length) expect(numbers).toContain(number);
        }
        for (const { kind, madeFrom, base } of left) {
          if (base !== null) expect(numbers).toContain(base);
          if (kind === 'conflict' && madeFrom !== null) expect(numbers).toContain(madeFrom);
        }
        // Thinned once, nothing more goes at the same time.
        expect(thinned(left, rows.length, NOW)).toEqual([]);
      }),
    );
  });
});
