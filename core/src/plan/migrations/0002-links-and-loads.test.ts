import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openPlan, openPlanText } from '../open-plan.ts';
import { FORMAT_VERSION } from '../plan.ts';
import { linksAndLoads } from './0002-links-and-loads.ts';

type Raw = Record<string, unknown>;

const text = readFileSync('core/src/plan/kept/v2-honey-house.zarnel.json', 'utf8');
const kept = (): Raw => JSON.parse(text) as Raw;

describe('raising version 2', () => {
  test('leaves the old document as it was, and adds nothing but what version 3 keeps', () => {
    const old = kept();
    const raised = linksAndLoads(old);
    expect(old).toEqual(kept());
    expect({ ...raised, links: undefined, site: undefined }).toEqual({
      ...old,
      links: undefined,
      site: undefined,
    });
    expect(raised.links).toEqual([]);
    expect(raised.site).toEqual({ ...(old.site as Raw), loadFactors: null });
  });

  test('opens a kept file with everything where it was', () => {
    const opened = openPlanText(text);
    if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
    const { formatVersion, placements, nipples, gearTypes } = opened.value;
    expect(formatVersion).toBe(FORMAT_VERSION);
    const old = kept();
    expect({ placements, nipples, gearTypes }).toEqual({
      placements: old.placements,
      nipples: old.joints,
      gearTypes: old.gearTypes,
    });
  });

  test('of a damaged file goes as far as it can, and the schema then names what is wrong', () => {
    for (const site of [7, null, []]) {
      const opened = openPlan({ ...kept(), site });
      expect(opened.ok ? [] : opened.fault.map(({ path }) => path)).toContain('site');
    }
  });
});
