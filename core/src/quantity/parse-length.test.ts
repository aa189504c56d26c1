import { describe, expect, test } from '@jest/globals';
import rational from 'big-rational';
import fc from 'fast-check';
import { parseLength, type LengthFaultCode, type LengthUnit } from './parse-length.ts';

function mm(text: string, bareUnit: LengthUnit = 'in'): number {
  const parsed = parseLength(text, bareUnit);
  if (!parsed.ok) throw new Error(parsed.fault.message);
  return parsed.value.mm;
}

describe('parseLength', () => {
  // 1 in = 25.4 mm exactly (international yard and pound agreement, 1959).
  test.each<[string, number]>([
    ['24 7/8', 631.825],
    ['24-7/8', 631.825],
    ['24-7/8"', 631.825],
    ['24 7⁄8″', 631.825],
    ['24⅞', 631.825],
    ['7/8', 22.225],
    ['⅜ in', 9.525],
    ['2\' 1 1/2"', 647.7],
    ['8\'-6"', 2590.8],
    ["8'6", 2590.8],
    ['14 ft', 4267.2],
    ['14′ 0″', 4267.2],
    ['702mm', 702],
    ['0.7 m', 700],
    ['.5', 12.7],
    ['12.5 cm', 125],
    ['=24 7/8+3', 708.025],
    ['24 7/8 + 3 in', 708.025],
    ['24 7/8 - 1/8', 628.65],
    ['=8\' - 6"', 2286],
    ['=24 - 7/8', 587.375],
    ['=3"-1/2"', 63.5],
    ['=12-3', 228.6],
    ['8\' 6" - 2"', 2540],
    ['24 - 3', 533.4],
    ['702mm + 1in', 727.4],
    ["6''", 152.4],
    ["2' 6''", 762],
    ['1 /2', 12.7],
    ['24 7 / 8', 631.825],
    ['24 7/8 in.', 631.825],
    ['8 ft. 6 in.', 2590.8],
    ['1m 20cm', 1200],
    ['1 m 20 cm 5 mm', 1205],
    ['2m 5mm + 1cm', 2015],
    ['5.', 127],
    ['5."', 127],
    ['⅙ ft', 50.8],
    ['3⅚', 25.4 * (3 + 5 / 6)],
    ['-3', -76.2],
    ['−3″', -76.2],
    ['0', 0],
  ])('reads %s as %d mm', (text, expected) => {
    expect(mm(text)).toBeCloseTo(expected, 9);
  });

  test('gives a bare number the reader’s unit', () => {
    expect(mm('150', 'mm')).toBe(150);
    expect(mm('150', 'in')).toBe(3810);
  });

  test.each<[string, LengthFaultCode, number]>([
    ['', 'empty', 0],
    ['  ', 'empty', 0],
    ['24 7/', 'unfinished', 5],
    ['24 +', 'unfinished', 4],
    ['24 7/0', 'zero-denominator', 5],
    ['24 9/8', 'improper-fraction', 4],
    ['702,5', 'decimal-comma', 3],
    ['24 yd', 'unexpected', 3],
    ['24 7', 'unexpected', 3],
    ['24 * 2', 'unexpected', 3],
    ['abc', 'unexpected', 0],
    ["8' 6mm", 'unexpected', 4],
    ['1234567890123', 'too-many-digits', 0],
    ['8\' - 6"', 'ambiguous', 3],
    ['24 - 7/8', 'ambiguous', 3],
    ['24 - ⅞', 'ambiguous', 3],
    // A hyphen that touches what stands before it is one or the other.
    ['3"-1/2"', 'ambiguous', 2],
    ['3" - 1/2"', 'ambiguous', 3],
    ['12-3', 'ambiguous', 2],
    ['12 1/2-3', 'ambiguous', 6],
    ['702mm-2mm', 'ambiguous', 5],
    // Two readers would read two lengths: 3 inches or 3 millimetres.
    ["8' + 3", 'ambiguous', 5],
    ['702mm + 1', 'ambiguous', 8],
    ["=8' - 3", 'ambiguous', 6],
    ['3 + 1m', 'ambiguous', 0],
    ['.', 'unfinished', 1],
    ['1m 20', 'unexpected', 2],
    ['1cm 2m', 'unexpected', 5],
  ])('refuses “%s” as %s at %d', (text, code, at) => {
    const parsed = parseLength(text, 'in');
    expect(parsed).toMatchObject({ ok: false, fault: { code, at } });
  });

  test('adds any sum of mixed fractions exactly as a rational-number library does', () => {
    const term = fc.record({
      whole: fc.integer({ min: 0, max: 500 }),
      numerator: fc.integer({ min: 1, max: 63 }),
      denominator: fc.constantFrom(2, 3, 4, 5, 7, 8, 16, 32, 64),
      unit: fc.constantFrom<LengthUnit>('in', 'ft', 'mm', 'cm', 'm'),
      sign: fc.constantFrom('+', '-'),
    });
    const perUnit = { in: [127, 5], ft: [1524, 5], mm: [1, 1], cm: [10, 1], m: [1000, 1] } as const;
    fc.assert(
      fc.property(fc.array(term, { minLength: 1, maxLength: 6 }), (terms) => {
        let text = '=';
        let expected = rational(0);
        for (const { whole, numerator, denominator, unit, sign } of terms) {
          const proper = numerator % denominator;
          text += ` ${sign} ${whole}${proper > 0 ? ` ${proper}/${denominator}` : ''} ${unit}`;
          const [n, d] = perUnit[unit];
          const valueMm = rational(whole).add(rational(proper, denominator)).multiply(rational(n, d));
          expected = sign === '+' ? expected.add(valueMm) : expected.subtract(valueMm);
        }
        const parsed = parseLength(text.trim(), 'mm');
        if (!parsed.ok) throw new Error(parsed.fault.message);
        const { s, n, d } = parsed.value.exactMm;
        expect(
          rational(String(s * n))
            .divide(String(d))
            .equals(expected),
        ).toBe(true);
      }),
      { seed: 20261124, numRuns: 300 },
    );
  });
});
