import { describe, expect, test } from '@jest/globals';
import { SAMPLE_GEAR } from '@zarnel/core/files';
import { newGearType } from '@zarnel/core/plan';
import { numberText, parseNumberText } from '../ui/number-text.ts';
import { draftFaults } from './gear-draft.ts';
import { ruleText } from './rule-text.ts';

describe('draftFaults', () => {
  test('is silent on what can be kept', () => {
    for (const type of SAMPLE_GEAR) expect(draftFaults(type)).toEqual([]);
  });

  test('names what the schema refuses before what the fields refuse of each other', () => {
    const bad = newGearType('x', '', 'other', { massKg: -1, enclosure: 'waterproof' });
    expect(draftFaults(bad).map(({ path }) => path)).toEqual(['name', 'massKg', 'enclosure']);
    const misfit = newGearType('x', 'X', 'other', { heat: { lossW: 9, sheds: 'none' } });
    expect(draftFaults(misfit).map(({ path }) => path)).toEqual(['heat.sheds']);
  });
});

describe('ruleText', () => {
  test('keeps the unit a rule was given in', () => {
    const rules = SAMPLE_GEAR.find(({ id }) => id === 'inverter-8kw')?.rules.map(ruleText);
    expect(rules).toEqual([
      'Beside its kind, inside: 6 in',
      'Beside its kind, inside, from 77 °F: 8 in',
      'Beside its kind, outside: 2 in',
    ]);
  });
});

describe('plain figures', () => {
  test.each([
    ['12.5', 'kg', 12.5],
    ['12.5 kg', 'kg', 12.5],
    ['−3°', '°', -3],
    ['', 'W', null],
  ])('%p in %s is read', (text, unit, value) => {
    expect(parseNumberText(text, unit)).toEqual({ ok: true, value });
    expect(parseNumberText(numberText(value, unit), unit)).toEqual({ ok: true, value });
  });

  test.each([
    ['12,5', 'kg'],
    ['12 lb', 'kg'],
    ['heavy', 'kg'],
  ])('%p in %s is refused', (text, unit) => expect(parseNumberText(text, unit).ok).toBe(false));
});
