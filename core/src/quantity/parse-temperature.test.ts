import { describe, expect, test } from '@jest/globals';
import { INCH_READER, METRIC_READER } from './format.ts';
import { parseTemperature } from './parse-temperature.ts';

describe('parseTemperature', () => {
  // Fixed points of the two scales.
  test.each([
    ['25', 'C', 25],
    ['77', 'F', 25],
    ['32 °F', 'C', 0],
    ['212F', 'F', 'beyond'],
    ['-40', 'F', -40],
    ['−40C', 'F', -40],
    ['28.5 °c', 'F', 28.5],
    ['warm', 'C', 'not understood'],
    ['', 'C', 'not understood'],
    ['25 K', 'C', 'not understood'],
    ['100', 'C', 'beyond'],
  ] as const)('reads “%s” in °%s as %p', (text, scale, expected) => {
    const parsed = parseTemperature(text, scale === 'F' ? INCH_READER : METRIC_READER);
    if (typeof expected === 'number')
      expect(parsed).toEqual({ ok: true, value: expect.closeTo(expected, 9) });
    else expect(parsed).toMatchObject({ ok: false, fault: expect.stringContaining(expected) });
  });
});
