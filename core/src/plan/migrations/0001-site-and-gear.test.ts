import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openPlan, openPlanText } from '../open-plan.ts';
import { FORMAT_VERSION } from '../plan.ts';
import { siteAndGear } from './0001-site-and-gear.ts';

type Raw = Record<string, unknown>;

function kept(): Raw {
  return JSON.parse(readFileSync('core/src/plan/kept/v1-honey-house.zarnel.json', 'utf8')) as Raw;
}

describe('raising version 1', () => {
  test('leaves the old document as it was', () => {
    const old = kept();
    const before = JSON.stringify(old);
    siteAndGear(old);
    expect(JSON.stringify(old)).toBe(before);
  });

  test('gives each named material once, with what is not known marked so', () => {
    const { materials, faces } = siteAndGear(kept()) as { materials: Raw[]; faces: Raw[] };
    expect(materials.map(({ name }) => name)).toEqual([
      '3/4 in plywood on 2×6 studs',
      '5/8 in sheathing, shingles above',
      'Asphalt shingles',
    ]);
    expect(
      materials.every(({ holding, fireClass }) => holding === 'unknown' && fireClass === 'unknown'),
    ).toBe(true);
    expect(faces.map(({ material }) => material)).toEqual(['material-1', 'material-2', 'material-3']);
  });

  test('keeps drills away from pipes that were already drawn', () => {
    const { faces } = siteAndGear(kept()) as { faces: { obstacles: Raw[] }[] };
    const bands = faces.flatMap(({ obstacles }) => obstacles.map(({ kind, noDrillMm }) => [kind, noDrillMm]));
    expect(bands).toContainEqual(['pipe', 50]);
    expect(bands).toContainEqual(['door', 0]);
  });

  test('of a damaged file goes as far as it can, and the schema then names what is wrong', () => {
    const damage: [string, unknown][] = [
      ['faces', 'none'],
      ['gearTypes', [null]],
      ['site', 7],
      ['faces', [{ id: 'x', shape: null, obstacles: [3], material: {} }]],
    ];
    for (const [key, value] of damage) {
      const opened = openPlan({ ...kept(), [key]: value });
      expect(opened.ok ? [] : opened.fault.map(({ code }) => code)).toContain('invalid');
    }
  });

  test('is followed by a file that is of today’s version when it is written again', () => {
    const opened = openPlanText(JSON.stringify(kept()));
    expect(opened.ok && opened.value.formatVersion).toBe(FORMAT_VERSION);
  });
});
