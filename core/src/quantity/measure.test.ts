import { describe, expect, test } from '@jest/globals';
import { unit as mathUnit } from 'mathjs';
import { INCH_READER, METRIC_READER } from './format.ts';
import { MEASURES, measureText, parseMeasure, type MeasureKind } from './measure.ts';

/** How the units library spells ours. */
const SPELT: Record<string, string> = { psf: 'lbf/ft^2', mph: 'mi/h', lb: 'lbm', Pa: 'Pa', 'm/s': 'm/s', m: 'm', kg: 'kg', ft: 'ft', N: 'N', lbf: 'lbf' }; // prettier-ignore

describe('measures', () => {
  test.each(Object.keys(MEASURES) as MeasureKind[])('of %s convert as a units library has it', (kind) => {
    const { metric, inch } = MEASURES[kind];
    const theirs = mathUnit(1, SPELT[inch.unit] ?? '').toNumber(SPELT[metric.unit] ?? '');
    expect(inch.inUnit / theirs).toBeCloseTo(1, 8);
  });

  test.each<[string, MeasureKind, number]>([
    ['25 psf', 'pressurePa', 1197.01],
    ['25', 'pressurePa', 1197.01],
    // 115 mph is 51.4 m/s (wind maps print both).
    ['115 mph', 'speedMps', 51.41],
    ['51.41 m/s', 'speedMps', 51.41],
    ['1000ft', 'elevationM', 304.8],
    ['−20', 'elevationM', -6.096],
    ['100 lb', 'massKg', 45.359],
    ['45 KG', 'massKg', 45],
  ])('reads %s', (text, kind, value) => {
    const parsed = parseMeasure(text, kind, INCH_READER);
    expect(parsed.ok ? parsed.value : NaN).toBeCloseTo(value, 2);
  });

  test('take a bare number in the reader’s own unit and print it so', () => {
    expect(parseMeasure('600', 'pressurePa', METRIC_READER)).toEqual({ ok: true, value: 600 });
    expect(measureText(600, 'pressurePa', INCH_READER)).toBe('12.53 psf');
    expect(measureText(600, 'pressurePa', METRIC_READER)).toBe('600 Pa');
    expect(measureText(-6.096, 'elevationM', INCH_READER)).toBe('−20 ft');
  });

  test.each(['heavy', '12,5', '12 stone', '', '1 2'])('refuse %p and say what they take', (text) => {
    const parsed = parseMeasure(text, 'massKg', METRIC_READER);
    expect(parsed.ok ? '' : parsed.fault).toMatch(/kg|point/u);
  });
});
