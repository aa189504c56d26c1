import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openPlan, openPlanText } from '../open-plan.ts';
import { theArray } from './0005-the-array.ts';

type Raw = Record<string, unknown>;
const text = readFileSync('core/src/plan/kept/v5-honey-house.zarnel.json', 'utf8');
const kept = (): Raw => JSON.parse(text) as Raw;

describe('raising version 5', () => {
  test('leaves the old document as it was', () => {
    const old = kept();
    theArray(old);
    expect(old).toEqual(kept());
  });

  test('opens a kept file with everything that it said, and an array of which nobody said anything', () => {
    const opened = openPlanText(text);
    if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
    const { moduleFields, moduleStrings, surroundings, energy, site, ...later } = opened.value;
    // What later versions add is theirs to try.
    const { formatVersion, plateHoles, ...same } = later;
    expect(plateHoles).toEqual([]);
    expect([moduleFields, moduleStrings, surroundings, energy, site.place]).toEqual([[], [], [], null, null]);
    const old = kept();
    expect(formatVersion).toBeGreaterThan(5);
    expect({ ...same, site }).toEqual({
      ...old,
      formatVersion: undefined,
      site: { ...(old.site as Raw), place: null },
    });
  });

  test('of a damaged file goes as far as it can, and the schema then names what is wrong', () => {
    for (const site of [7, null, [], 'here']) {
      const plan = openPlan({ ...kept(), site });
      expect(plan.ok ? [] : plan.fault.map(({ path }) => path)).toContain('site');
    }
  });
});
