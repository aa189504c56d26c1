import { createRequire } from 'node:module';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { unit as UnitOf } from 'mathjs';
import { INCH_READER, METRIC_READER } from './format.ts';
import { measureText, parseMeasure } from './measure.ts';
import { roundedAway, UNITS, type QuantityUnit } from './units.ts';

// As one piece: as five hundred modules it takes longer to read than all of ours.
const { unit: mathUnit } = createRequire(import.meta.url)('mathjs') as { unit: typeof UnitOf };

/** How the units library spells ours; what has no unit of its own is told alike in both systems. */
const SPELT: { readonly [Unit in QuantityUnit]?: readonly [kept: string, metric: string, inch: string] } = {
  mm: ['mm', 'mm', 'inch'],
  m: ['m', 'm', 'ft'],
  kg: ['kg', 'kg', 'lbm'],
  degC: ['degC', 'degC', 'degF'],
  mm2: ['mm^2', 'mm^2', 'inch^2'],
  cm2: ['cm^2', 'cm^2', 'inch^2'],
  mm3: ['mm^3', 'mm^3', 'inch^3'],
  N: ['N', 'N', 'lbf'],
  Nmm: ['N mm', 'N m', 'lbf inch'],
  MPa: ['MPa', 'MPa', 'psi'],
  Pa: ['Pa', 'Pa', 'lbf/ft^2'],
  mPerS: ['m/s', 'm/s', 'mi/h'],
  ml: ['ml', 'ml', 'floz'],
  m3PerH: ['m^3/h', 'm^3/h', 'ft^3/minute'],
};

describe('the table of units', () => {
  const units = Object.keys(UNITS) as QuantityUnit[];

  test.each(units)('tells %s in either system as a units library has it, and reads it back', (unit) => {
    const spelt = SPELT[unit];
    for (const value of [1, 40, 12_345.678, -7.5]) {
      for (const [index, system] of (['metric', 'inch'] as const).entries()) {
        const { told, kept } = UNITS[unit][system];
        expect(kept(told(value))).toBeCloseTo(value, 8);
        const theirs = spelt?.[index + 1];
        // The psi, the cfm and kelvin are checked too: only what both systems tell alike has no entry.
        if (spelt !== undefined && theirs !== undefined)
          expect(told(value) / mathUnit(value, spelt[0]).toNumber(theirs)).toBeCloseTo(1, 6);
        else if (unit !== 'kelvin') expect(told(value)).toBe(value);
        else expect(told(value)).toBeCloseTo(system === 'inch' ? value * 1.8 : value, 8);
      }
    }
  });

  test.each(units.filter((unit) => unit !== 'mm'))('reads %s as it prints it, in both systems', (unit) => {
    const value = fc.double({ min: -5000, max: 5000, noNaN: true });
    fc.assert(
      fc.property(value, fc.constantFrom(INCH_READER, METRIC_READER), (kept, reader) => {
        const read = parseMeasure(measureText(kept, unit, reader), unit, reader);
        if (!read.ok) {
          // What is next to nothing prints with a power of ten, which nobody types.
          expect(measureText(kept, unit, reader)).toContain('e');
          return;
        }
        const { told } = UNITS[unit][reader.system];
        expect(Math.abs(told(read.value) - told(kept))).toBeLessThanOrEqual(
          Math.abs(told(kept)) * 1e-3 + 1e-9,
        );
      }),
    );
  });

  test.each(units)('never rounds %s towards danger, and by a step at most', (unit) => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-3, max: 1e5, noNaN: true }),
        fc.constantFrom('metric', 'inch'),
        fc.constantFrom('least', 'most'),
        (value, system, sense) => {
          const { value: shown } = roundedAway({ value, unit }, system, sense);
          const { told, digits } = UNITS[unit][system];
          const off = (told(shown) - told(value)) * (sense === 'least' ? 1 : -1);
          const lost = Math.abs(told(value)) * 1e-9 + 1e-9;
          expect(off).toBeGreaterThanOrEqual(-lost);
          // Forces from ten kilonewtons on are told in kilonewtons.
          const isKilo = unit === 'N' && system === 'metric' && value >= 10_000;
          expect(off).toBeLessThanOrEqual((isKilo ? 10 : 10 ** -digits) + lost);
        },
      ),
    );
    // What is stated to the step stays.
    expect(roundedAway({ value: UNITS[unit].inch.kept(7), unit }, 'inch', 'least').value).toBeCloseTo(
      UNITS[unit].inch.kept(7),
      9,
    );
  });
});

describe('measures', () => {
  test.each<[string, QuantityUnit, number]>([
    ['25 psf', 'Pa', 1197.01],
    ['25', 'Pa', 1197.01],
    // 115 mph is 51.4 m/s (wind maps print both).
    ['115 mph', 'mPerS', 51.41],
    ['51.41 m/s', 'mPerS', 51.41],
    ['1000ft', 'm', 304.8],
    ['−20', 'm', -6.096],
    ['100 lb', 'kg', 45.359],
    ['45 KG', 'kg', 45],
  ])('reads %s', (text, kind, value) => {
    const parsed = parseMeasure(text, kind, INCH_READER);
    expect(parsed.ok ? parsed.value : NaN).toBeCloseTo(value, 2);
  });

  test('take a bare number in the reader’s own unit and print it so', () => {
    expect(parseMeasure('600', 'Pa', METRIC_READER)).toEqual({ ok: true, value: 600 });
    expect(measureText(600, 'Pa', INCH_READER)).toBe('12.53 psf');
    expect(measureText(600, 'Pa', METRIC_READER)).toBe('600 Pa');
    expect(measureText(-6.096, 'm', INCH_READER)).toBe('−20 ft');
  });

  test.each(['heavy', '12,5', '12 stone', '', '1 2'])('refuse %p and say what they take', (text) => {
    const parsed = parseMeasure(text, 'kg', METRIC_READER);
    expect(parsed.ok ? '' : parsed.fault).toMatch(/kg|point/u);
  });
});
