import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { countText } from './told.ts';
import { UNITS, type QuantityUnit } from './units.ts';
import {
  formatAgainst,
  formatBeside,
  formatUse,
  formatExactLength,
  formatLength,
  formatQuantity,
  formatRequired,
  INCH_READER,
  markOf,
  METRIC_READER,
  stepMm,
} from './format.ts';
import { parseLength } from './parse-length.ts';

describe('formatLength', () => {
  test.each<[number, string]>([
    [631.825, '24 7⁄8″'],
    [76.2, '3″'],
    [3.175, '1⁄8″'],
    [0, '0″'],
    [-12.7, '−1⁄2″'],
    [711.2, '28″'],
  ])('prints %d mm in lowest terms as %s', (lengthMm, text) => {
    expect(formatLength(lengthMm, INCH_READER)).toBe(text);
  });

  test('prints whole millimetres for a metric reader', () => {
    expect(formatLength(702.4, METRIC_READER)).toBe('702 mm');
  });

  test('says what the rounding cost', () => {
    expect(markOf(702.4, METRIC_READER).errorMm).toBeCloseTo(-0.4, 9);
  });

  test('parses back to the printed mark, in both systems', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20000, max: 20000, noNaN: true }),
        fc.constantFrom(INCH_READER, METRIC_READER),
        (lengthMm, reader) => {
          const mark = markOf(lengthMm, reader);
          const parsed = parseLength(mark.text, reader.system === 'inch' ? 'in' : 'mm');
          if (!parsed.ok) throw new Error(`${mark.text}: ${parsed.fault.message}`);
          expect(parsed.value.mm).toBeCloseTo(mark.roundedMm, 6);
          expect(Math.abs(parsed.value.mm - lengthMm)).toBeLessThanOrEqual(stepMm(reader) / 2 + 1e-9);
        },
      ),
      { seed: 7, numRuns: 500 },
    );
  });
});

describe('formatExactLength', () => {
  test('keeps a rule in the unit it was given in', () => {
    expect(formatExactLength(152.4, INCH_READER)).toBe('6″');
    expect(formatExactLength(150, METRIC_READER)).toBe('150 mm');
  });

  test('does not round a converted rule away', () => {
    expect(formatExactLength(152.4, METRIC_READER)).toBe('152.4 mm');
    expect(formatExactLength(150, INCH_READER)).toBe('5.906″');
  });
});

describe('formatAgainst', () => {
  test('never shows a failing gap as if it passed', () => {
    expect(formatAgainst(151.6, 152.4, INCH_READER)).toEqual({ measured: '5 15⁄16″', required: '6″' });
    expect(formatAgainst(152.0, 152.4, INCH_READER).measured).not.toBe('6″');
    expect(formatAgainst(152.39, 152.4, INCH_READER)).toEqual({ measured: '5.9996″', required: '6″' });
  });

  test('keeps the order of measured and required in what is printed', () => {
    const value = fc.double({ min: 0, max: 2000, noNaN: true });
    fc.assert(
      fc.property(
        value,
        value,
        fc.constantFrom(INCH_READER, METRIC_READER),
        (measuredMm, requiredMm, reader) => {
          fc.pre(Math.abs(measuredMm - requiredMm) > 0.001);
          const { measured, required } = formatAgainst(measuredMm, requiredMm, reader);
          expect(measured).not.toBe(required);
        },
      ),
      { seed: 11, numRuns: 500 },
    );
  });
});

describe('formatQuantity', () => {
  test('prints temperature and mass in the reader’s system', () => {
    expect(formatQuantity({ value: 25, unit: 'degC' }, INCH_READER)).toBe('77 °F');
    expect(formatQuantity({ value: 25, unit: 'degC' }, METRIC_READER)).toBe('25 °C');
    expect(formatQuantity({ value: 45.4, unit: 'kg' }, INCH_READER)).toBe('100 lb');
    // 1 MPa is 145.04 psi, 1 N·m is 8.851 lbf·in (NIST SP 811).
    expect(formatQuantity({ value: 138, unit: 'MPa' }, METRIC_READER)).toBe('138 MPa');
    expect(formatQuantity({ value: 138, unit: 'MPa' }, INCH_READER)).toBe('20015 psi');
    expect(formatQuantity({ value: 24_500, unit: 'Nmm' }, METRIC_READER)).toBe('24.5 N·m');
    expect(formatQuantity({ value: 24_500, unit: 'Nmm' }, INCH_READER)).toBe('217 lbf·in');
    expect(formatQuantity({ value: 3200, unit: 'mm3' }, METRIC_READER)).toBe('3200 mm³');
    expect(formatQuantity({ value: 3200, unit: 'mm3' }, INCH_READER)).toBe('0.195 in³');
    expect(formatQuantity({ value: 59.743, unit: 'deg' }, METRIC_READER)).toBe('59.74°');
  });
});

describe('formatBeside', () => {
  const units = Object.keys(UNITS) as QuantityUnit[];

  test.each(units)('tells two figures in %s apart where they differ, and only there', (unit) => {
    const value = fc.double({ min: 0, max: 20_000, noNaN: true });
    const off = fc.oneof(
      fc.constantFrom(1.001, 2, 10, 1e3, 1e6),
      fc.double({ min: 1.01, max: 1e9, noNaN: true }),
    );
    fc.assert(
      fc.property(
        value,
        off,
        fc.constantFrom(1, -1),
        fc.constantFrom(INCH_READER, METRIC_READER),
        (least, times, sign, reader) => {
          const measured = { value: least + sign * times * UNITS[unit].allowance, unit };
          const figures = formatBeside(measured, { value: least, unit }, reader);
          expect(figures.measured).not.toBe(figures.required);
          const same = formatBeside(
            { value: least + 0.9 * sign * UNITS[unit].allowance, unit },
            { value: least, unit },
            reader,
          );
          expect(same.measured).toBe(same.required);
        },
      ),
      { seed: 12, numRuns: 200 },
    );
  });
});

describe('formatRequired', () => {
  test('keeps what was stated, and rounds what was worked out away from danger to the reader’s step', () => {
    expect(formatRequired(152.4, INCH_READER, 'least')).toBe('6″');
    expect(formatRequired(152.4, METRIC_READER, 'least')).toBe('152.4 mm');
    // 19.05 + 10.31875 + 20 mm is 1.9437 in, more than 1 15⁄16: a person keeps two.
    expect(formatRequired(49.36875, INCH_READER, 'least')).toBe('2″');
    expect(formatRequired(49.36875, INCH_READER, 'most')).toBe('1 15⁄16″');
    expect(formatRequired(49.36875, METRIC_READER, 'least')).toBe('50 mm');
    expect(formatRequired(100, INCH_READER, 'least')).toBe('3 15⁄16″');
    expect(formatAgainst(49, 49.36875, INCH_READER)).toEqual({ measured: '1 15⁄16″', required: '2″' });
    // What passes does not look as if it failed.
    expect(formatAgainst(49.5, 49.36875, INCH_READER, 'least').required).not.toBe('2″');
  });
});

describe('small figures', () => {
  test('never print as nothing where they are something, and nothing has no sign', () => {
    expect(formatQuantity({ value: 0.2, unit: 'kg' }, INCH_READER)).toBe('0.4 lb');
    expect(formatQuantity({ value: 0.02, unit: 'kg' }, METRIC_READER)).toBe('0.02 kg');
    expect(formatQuantity({ value: -1e-12, unit: 'degC' }, METRIC_READER)).toBe('0 °C');
    expect(formatQuantity({ value: 0, unit: 'kg' }, INCH_READER)).toBe('0 lb');
    expect(formatQuantity({ value: -4.5, unit: 'degC' }, METRIC_READER)).toBe('−4.5 °C');
  });

  test('go with the right word', () => {
    expect([0, 1, 2, 21].map((count) => countText(count, 'hole', 'holes'))).toEqual([
      '0 holes',
      '1 hole',
      '2 holes',
      '21 holes',
    ]);
  });
});

describe('formatUse', () => {
  const reader = { system: 'metric', metricStepMm: 1, inchDenominator: 16 } as const;
  test('tells a part, all, just above all, and what holds nothing', () => {
    expect(formatUse(0.4, reader)).toEqual({ text: '0.4 of what it carries', isTooMuch: false });
    expect(formatUse(1, reader)).toEqual({ text: '1 of what it carries', isTooMuch: false });
    expect(formatUse(1.001, reader)).toEqual({ text: '1.001 of what it carries', isTooMuch: true });
    expect(formatUse(Infinity, reader)).toEqual({ text: 'holds nothing here', isTooMuch: true });
  });
});
