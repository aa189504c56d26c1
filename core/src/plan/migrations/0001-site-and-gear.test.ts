import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { pathText } from '../fault.ts';
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

  test('drops nothing: a list that is missing or none is refused, by its path', () => {
    const lists: (string | number)[][] = [];
    const walk = (value: unknown, path: (string | number)[]): void => {
      if (typeof value !== 'object' || value === null) return;
      if (Array.isArray(value) && path.length > 0) lists.push(path);
      for (const [key, child] of Object.entries(value))
        walk(child, [...path, Array.isArray(value) ? Number(key) : key]);
    };
    walk(kept(), []);
    expect(lists.length).toBeGreaterThan(20);
    for (const path of lists) {
      for (const damage of [undefined, null, {}, 'none']) {
        const raw = kept();
        const parent = path.slice(0, -1).reduce<unknown>((at, key) => (at as Raw)[key], raw) as Raw;
        const key = path.at(-1) ?? '';
        if (damage === undefined) Reflect.deleteProperty(parent, key);
        else parent[key] = damage;
        const opened = openPlan(raw);
        const told = opened.ok ? ['opened'] : opened.fault.map(({ path: at }) => at);
        // Nipples were called otherwise then.
        const expected = pathText(path)
          .replace(/^joints/u, 'nipples')
          .replace(/^passes/u, 'penetrations');
        expect([expected, told.some((at) => at === expected || at.startsWith(expected))]).toEqual([
          expected,
          true,
        ]);
      }
    }
  });

  test('drops nothing: what version 1 does not know is refused, not left out', () => {
    const old = kept() as { site: Raw; gearTypes: Raw[]; faces: Raw[] };
    for (const raw of [
      { ...old, site: { ...old.site, altitude: 3 } },
      { ...old, surplus: [] },
      { ...old, faces: old.faces.map((face) => ({ ...face, surplus: 1 })) },
      { ...old, gearTypes: old.gearTypes.map((type) => ({ ...type, surplus: 1 })) },
      { ...old, faces: old.faces.map((face) => ({ ...face, meanMaxTempC: 'warm' })) },
    ])
      expect(openPlan(raw).ok).toBe(false);
  });

  test('is followed by a file that is of today’s version when it is written again', () => {
    const opened = openPlanText(JSON.stringify(kept()));
    expect(opened.ok && opened.value.formatVersion).toBe(FORMAT_VERSION);
  });
});
