import { describe, expect, test } from '@jest/globals';
import { INCH_READER, METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { applyEdit, type PlanEdit } from './edits/apply-edit.ts';
import { findGearFaults } from './gear-faults.ts';
import { newGearType } from '../gear/new-gear.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { fieldWords, placeWords } from './issue-words.ts';
import { faultText } from './fault.ts';
import { tellingOf } from './names.ts';
import { openPlan } from './open-plan.ts';

function refusal(edit: unknown, reader = INCH_READER): string {
  const plan = honeyHouse();
  const applied = applyEdit(plan, edit as PlanEdit);
  if (applied.ok) throw new Error('It was taken.');
  return toldText(applied.fault.message, tellingOf(reader, plan));
}

test('a place in a type is told as people count: from one', () => {
  expect(placeWords('knockouts[1].alongMm')).toBe('Knockouts 2, along');
  expect(placeWords('massKg')).toBe('Mass');
  expect(placeWords('flush.panelMm.leastMm')).toBe('Flush, panel, least');
});

test('what a plan has that is not known is named', () => {
  const opened = openPlan({ ...honeyHouse(), sunshine: 1, ['x'.repeat(90)]: 2 });
  if (opened.ok) throw new Error('It opened.');
  const text = opened.fault.map(faultText).join(' ');
  expect(text).toContain('“sunshine”');
  expect(text).toContain('is not known here');
  expect(text.length).toBeLessThan(200);
});

test('half of a letter is refused wherever people write, in a file and in an edit', () => {
  const half = 'Wall \ud83d';
  const plan = honeyHouse();
  const [face, ...faces] = plan.faces;
  const named = openPlan({ ...plan, faces: [{ ...face, name: half }, ...faces] });
  expect(named.ok ? [] : named.fault.map(faultText)).toEqual([
    'Name has half of a letter in it: write it again.',
  ]);
  expect(refusal({ kind: 'rename-plan', name: half })).toContain('half of a letter');
  expect(openPlan({ ...plan, name: 'Whole \u{1f41d}' }).ok).toBe(true);
});

test('what does not fit in a type is told in the reader’s units', () => {
  const type = newGearType('box', 'Box', 'other', {
    knockouts: [{ id: 'low', edge: 'bottom', alongMm: 25.4 * 20, fromBackMm: 20, tradeSize: '1/2' }],
    widthMm: 25.4 * 12,
  });
  const [fault] = findGearFaults(type);
  const tell = (reader: typeof INCH_READER) => toldText(fault?.message ?? '', tellingOf(reader));
  expect(tell(INCH_READER)).toBe('The knockout “low” lies 20″ along its edge, which is 12″ long.');
  expect(tell(METRIC_READER)).toContain('508 mm along its edge, which is 304.8 mm long');
});

describe('refusals', () => {
  test('name the field and its limit in the reader’s units', () => {
    const room = { kind: 'set-face', face: 'plant-wall', roomInFrontMm: 2e9 };
    expect(refusal(room)).toBe('Room in front must be within 3281 ft.');
    expect(refusal(room, METRIC_READER)).toBe('Room in front must be within 1000 m.');
    expect(refusal({ kind: 'set-face', face: 'plant-wall', thicknessMm: 0 }, METRIC_READER)).toBe(
      'Thickness must be more than 0.',
    );
    expect(refusal({ kind: 'set-conditions', face: null, conditions: { meanMaxTempC: 400 } })).toBe(
      'Mean max temp: at most 194 °F.',
    );
    expect(
      refusal({ kind: 'set-conditions', face: null, conditions: { meanMaxTempC: 400 } }, METRIC_READER),
    ).toBe('Mean max temp: at most 90 °C.');
    expect(refusal({ kind: 'set-fold-angle', fold: 'eave', towardViewerDeg: 180 })).toBe(
      'Toward viewer: less than 180°.',
    );
  });

  test('never say a name out of the code, nor what the library says by itself', () => {
    const bad: unknown[] = [
      { kind: 'set-face', face: 'plant-wall', roomInFrontMm: -1 },
      { kind: 'set-face', face: 'plant-wall', roomInFrontMm: 'x' },
      { kind: 'set-face', face: 'plant-wall', name: '' },
      { kind: 'set-face', face: 'plant-wall', name: 'x'.repeat(500) },
      { kind: 'set-face', face: 'plant-wall', use: 'moon' },
      { kind: 'set-conditions', face: null, conditions: { windSpeedMps: 1e6 } },
      { kind: 'move-placement', placement: 'inverter-a', xMm: Infinity, yMm: 0 },
      { kind: 'nothing' },
    ];
    for (const edit of bad) {
      const text = refusal(edit);
      expect(text).not.toMatch(/[a-z](?:Mm|Kg|Deg|Pct|Mps)\b|expected|Invalid|<=|>=|undefined|NaN/u);
      expect(text).toMatch(/\.$/u);
    }
  });

  test('read a name as people say it', () => {
    expect(fieldWords('roomInFrontMm')).toEqual({ words: 'room in front', unit: 'mm' });
    expect(fieldWords('massKg')).toEqual({ words: 'mass', unit: 'kg' });
    expect(fieldWords('name')).toEqual({ words: 'name', unit: null });
  });
});
