import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { INCH_READER, METRIC_READER } from './format.ts';
import { parseLength } from './parse-length.ts';
import { toldText } from './told.ts';

const told = (mm: number, text = '{far}') => ({ text, data: { far: { value: mm, unit: 'mm' } as const } });

describe('toldText', () => {
  test('tells a length as it was stated, else on the next mark that is not too short', () => {
    // 2.756 in, 23.622 in and a shortfall of two micrometres, as a person marks sixteenths.
    expect([70, 600, 0.002].map((mm) => toldText(told(mm), INCH_READER))).toEqual([
      '2 13⁄16″',
      '23 5⁄8″',
      '1⁄16″',
    ]);
    expect([152.4, 9.525].map((mm) => toldText(told(mm), INCH_READER))).toEqual(['6″', '3⁄8″']);
    expect([152.4, 49.3776, 0.002].map((mm) => toldText(told(mm), METRIC_READER))).toEqual([
      '152.4 mm',
      '50 mm',
      '1 mm',
    ]);
    expect(toldText(told(4.128, '{far=}'), METRIC_READER)).toBe('4.128 mm');
    expect(
      toldText({ text: '{n} {n:hole|holes}', data: { n: { value: 1, unit: 'count' } } }, INCH_READER),
    ).toBe('1 hole');
  });

  test('never tells less than there is to keep, nor a step more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 20_000, noNaN: true }),
        fc.constantFrom(INCH_READER, METRIC_READER),
        (mm, reader) => {
          const read = parseLength(toldText(told(mm), reader).replaceAll('⁄', '/'), 'mm');
          if (!read.ok) throw new Error(read.fault.message);
          expect(read.value.mm).toBeGreaterThanOrEqual(mm - 0.0006);
          expect(read.value.mm - mm).toBeLessThanOrEqual(reader.system === 'inch' ? 25.4 / 16 : 1);
        },
      ),
      { seed: 23, numRuns: 500 },
    );
  });
});
