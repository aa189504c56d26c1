import { tellingOf } from '../plan/names.ts';
import { describe, expect, test } from '@jest/globals';
import { INCH_READER, METRIC_READER } from '../quantity/format.ts';
import { practice, published } from '../reference/source.ts';
import { findingOf, toldOf, type CheckMeta } from './finding.ts';
import { fixLabelOf, measuredAndRequired, sentenceOf, sourceText } from './sentence.ts';

const meta: CheckMeta = {
  id: 'test.gap',
  looksAt: 'Nothing real',
  severity: 'fix',
  source: practice('Made up'),
  parameters: [],
  messages: { short: '{gear} has {measured} of {required}.', broken: '{nothing} is there.' },
  fixMessages: { move: 'Move it {distance}' },
};

const finding = toldOf(
  findingOf(meta, {
    message: 'short',
    data: { gear: 'Unit' },
    subjects: [{ kind: 'placement', id: 'u' }],
    measured: { value: 152.39, unit: 'mm' },
    required: { value: 152.4, unit: 'mm' },
  }),
);

describe('sentenceOf', () => {
  test('prints a gap that fails by a hundredth of a millimetre as failing, in both systems', () => {
    expect(sentenceOf(finding, meta, tellingOf(INCH_READER))).toBe('Unit has 5.9996″ of 6″.');
    expect(sentenceOf(finding, meta, tellingOf(METRIC_READER))).toBe('Unit has 152 mm of 152.4 mm.');
  });

  test('refuses a message whose data is missing: a mistake in the check', () => {
    expect(() => sentenceOf({ ...finding, message: 'broken' }, meta, tellingOf(INCH_READER))).toThrow(
      'lacks {nothing}',
    );
    expect(() => sentenceOf({ ...finding, message: 'unknown' }, meta, tellingOf(INCH_READER))).toThrow(
      'no message',
    );
  });

  test('gives an id made of the check, the message and the subjects', () => {
    expect(finding.id).toBe('test.gap/short/placement:u');
  });
});

describe('measuredAndRequired', () => {
  test('prints other units plainly and leaves out what is not there', () => {
    const warm = { ...finding, measured: { value: 31, unit: 'degC' } as const, required: null };
    expect(measuredAndRequired(warm, METRIC_READER)).toEqual({ measured: '31 °C' });
    expect(measuredAndRequired({ ...finding, measured: null, required: null }, INCH_READER)).toEqual({});
  });
});

describe('fixLabelOf', () => {
  test('prints the distance exactly, in the reader’s units', () => {
    const fix = { message: 'move', data: { distance: { value: 25.4, unit: 'mm' } as const }, edits: [] };
    expect(fixLabelOf(fix, meta, tellingOf(INCH_READER))).toBe('Move it 1″');
    expect(fixLabelOf(fix, meta, tellingOf(METRIC_READER))).toBe('Move it 25.4 mm');
  });
});

describe('sourceText', () => {
  test('says clause and edition, and that it was written from memory', () => {
    expect(sourceText(published('National code', '110.26(A)', '2023'))).toBe(
      'National code, 110.26(A) (2023); written from memory: check against your edition',
    );
  });

  test('tells practice, makers and one’s own rules apart', () => {
    expect(sourceText(practice('x'))).toMatch(/^Common practice, no published source/u);
    expect(sourceText({ kind: 'maker', title: 'x' })).toBe('Maker: x');
    expect(sourceText({ kind: 'yours', title: 'x' })).toBe('Yours: x');
  });
});
