import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { thinned, thinning, WAITS_S, type Kept, type Marked } from './retention.ts';

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

describe('thinning', () => {
  /** What happens to a job: saves, time that passes, and a clock that is set. */
  const save = fc.record({ kind: fc.constant('save' as const), count: fc.integer({ min: 1, max: 60 }) });
  const pass = fc.record({
    kind: fc.constant('pass' as const),
    hours: fc.integer({ min: 0, max: 100 }),
  });
  const set = fc.record({
    kind: fc.constant('set' as const),
    byHours: fc.integer({ min: -9000, max: 9000 }),
  });
  const happening = fc.oneof(
    { arbitrary: save, weight: 10 },
    { arbitrary: pass, weight: 10 },
    { arbitrary: set, weight: 1 },
  );

  test('lets nothing go before the clock has run right for days, whatever it is set to, nor what others need', () => {
    let removals = 0;
    fc.assert(
      fc.property(fc.array(happening, { minLength: 8, maxLength: 24, size: 'max' }), (steps) => {
        let [trueMs, offsetMs, saneS, number] = [NOW.getTime(), 0, 0, 0];
        const madeAtMs = new Map<number, number>();
        let rows: Marked[] = [];
        for (const step of steps) {
          if (step.kind === 'pass') {
            trueMs += step.hours * HOUR_MS;
            saneS += step.hours * 3600;
          } else if (step.kind === 'set') {
            offsetMs += step.byHours * HOUR_MS;
            // What looks at the clock takes marks away where it went back.
            if (step.byHours < -0.02) rows = rows.map((row) => ({ ...row, goingSinceS: null }));
          } else {
            for (let each = 0; each < step.count; each++) {
              number++;
              trueMs += 1000;
              madeAtMs.set(number, trueMs);
              const base = number % 20 === 1 ? null : number - ((number - 1) % 20);
              const createdAt = new Date(trueMs + offsetMs);
              rows = [...rows, { ...revision(number, 0, { base }), createdAt, goingSinceS: null }];
            }
            const todo = thinning(rows, number, new Date(trueMs + offsetMs), saneS);
            removals += todo.remove.length;
            for (const gone of todo.remove)
              expect((trueMs - (madeAtMs.get(gone) ?? trueMs)) / 1000).toBeGreaterThanOrEqual(WAITS_S);
            rows = rows
              .filter((row) => !todo.remove.includes(row.number))
              .map((row) =>
                todo.mark.includes(row.number)
                  ? { ...row, goingSinceS: saneS }
                  : todo.unmark.includes(row.number)
                    ? { ...row, goingSinceS: null }
                    : row,
              );
            const left = new Set(rows.map((row) => row.number));
            for (const { base } of rows) if (base !== null) expect(left).toContain(base);
            expect(left).toContain(number);
            expect(left).toContain(1);
          }
        }
      }),
      { seed: 8, numRuns: 40 },
    );
    expect(removals).toBeGreaterThan(100);
  });
});
