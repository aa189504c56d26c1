import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openPlanText } from '../open-plan.ts';
import { plateHoles } from './0006-plate-holes.ts';

type Raw = Record<string, unknown>;
const text = readFileSync('core/src/plan/kept/v6-honey-house.zarnel.json', 'utf8');
const kept = (): Raw => JSON.parse(text) as Raw;

describe('raising version 6', () => {
  test('leaves the old document as it was', () => {
    const old = kept();
    plateHoles(old);
    expect(old).toEqual(kept());
  });

  test('opens a kept file with everything that it said, and no hole through a plate', () => {
    const opened = openPlanText(text);
    if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
    const { plateHoles: holes, formatVersion, ...same } = opened.value;
    expect(holes).toEqual([]);
    expect(formatVersion).toBeGreaterThan(6);
    expect(same).toEqual({ ...kept(), formatVersion: undefined });
  });
});
