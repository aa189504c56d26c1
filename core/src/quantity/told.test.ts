import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { INCH_READER, METRIC_READER, type Reader } from './format.ts';
import { parseLength } from './parse-length.ts';
import { andMore, countOf, told, toldText, type Telling, type Told } from './told.ts';

const far = (mm: number, text = '{far}') => told(text, { far: { value: mm, unit: 'mm' } });
const nameOf: Telling['nameOf'] = ({ named, id, on }) =>
  `the ${named} ${id}${on === undefined ? '' : ` on ${on}`}`;
const textFor = (what: Told, reader: Reader) => toldText(what, { reader, nameOf });

describe('toldText', () => {
  test('tells a length as it was stated, else on the next mark that is not too short', () => {
    // 2.756 in, 23.622 in and a shortfall of two micrometres, as a person marks sixteenths.
    expect([70, 600, 0.002].map((mm) => textFor(far(mm), INCH_READER))).toEqual([
      '2 13⁄16″',
      '23 5⁄8″',
      '1⁄16″',
    ]);
    expect([152.4, 9.525].map((mm) => textFor(far(mm), INCH_READER))).toEqual(['6″', '3⁄8″']);
    expect([152.4, 49.3776, 0.002].map((mm) => textFor(far(mm), METRIC_READER))).toEqual([
      '152.4 mm',
      '50 mm',
      '1 mm',
    ]);
    expect(textFor(far(4.128, '{far=}'), METRIC_READER)).toBe('4.128 mm');
    expect(textFor(told('{n} {n:hole|holes}', { n: countOf(1) }), INCH_READER)).toBe('1 hole');
  });

  test('tells a count as a place in a row', () => {
    const places = [1, 2, 3, 4, 11, 12, 13, 21, 22, 101, 111];
    expect(places.map((at) => textFor(told('{at#}', { at: countOf(at) }), INCH_READER))).toEqual(
      ['1st', '2nd', '3rd', '4th', '11th', '12th', '13th', '21st', '22nd', '101st', '111th'], // prettier-ignore
    );
  });

  test('asks what things are called only when it tells, and tells a text within a text', () => {
    const first = { named: 'placements', id: 'a' };
    const box = { named: 'obstacle', id: 'box', on: 'wall' };
    const gap = told('{gear} is {far} from {other}', {
      gear: first,
      far: { value: 25.4, unit: 'mm' },
      other: box,
    });
    const whole = told('{gap}: {both}', { gap, both: andMore(first, 2) });
    expect(textFor(whole, INCH_READER)).toBe(
      'the placements a is 1″ from the obstacle box on wall: the placements a and 2 more',
    );
    expect(andMore(first, 0)).toBe(first);
    expect(() => textFor(told('{gone}', {}), INCH_READER)).toThrow('lacks {gone}');
  });

  test('never tells less than there is to keep, nor a step more', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 20_000, noNaN: true }),
        fc.constantFrom(INCH_READER, METRIC_READER),
        (mm, reader) => {
          const read = parseLength(textFor(far(mm), reader).replaceAll('⁄', '/'), 'mm');
          if (!read.ok) throw new Error(read.fault.message);
          expect(read.value.mm).toBeGreaterThanOrEqual(mm - 0.0006);
          expect(read.value.mm - mm).toBeLessThanOrEqual(reader.system === 'inch' ? 25.4 / 16 : 1);
        },
      ),
      { seed: 23, numRuns: 500 },
    );
  });
});
