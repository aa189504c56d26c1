import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { openPlan, openPlanText } from '../open-plan.ts';
import { penetrationsAndWays } from './0004-penetrations-and-ways.ts';

type Raw = Record<string, unknown>;
const text = readFileSync('core/src/plan/kept/v4-honey-house.zarnel.json', 'utf8');
const kept = (): Raw => JSON.parse(text) as Raw;

describe('raising version 4', () => {
  test('leaves the old document as it was', () => {
    const old = kept();
    penetrationsAndWays(old);
    expect(old).toEqual(kept());
  });

  test('opens a kept file with everything that it said, and asserts nothing that nobody said', () => {
    const opened = openPlanText(text);
    if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
    const { circuits, runs, penetrations, materials, faces, placements } = opened.value;
    const old = kept();
    expect([circuits, placements]).toEqual([old.circuits, old.placements]);
    expect(runs.map(({ via, ...run }) => [run, via])).toEqual((old.runs as Raw[]).map((run) => [run, []]));
    // Six glands stood in one housing: a box; where it opens and how it is sealed is not said.
    const [hole] = old.passes as Raw[];
    expect(penetrations).toEqual([
      {
        ...{ id: hole?.id, name: hole?.name, face: hole?.face, xMm: hole?.xMm, yMm: hole?.yMm },
        entry: { kind: 'box', gland: 'M20', glandCount: 6 },
        base: null,
        opensTo: null,
        hasPullString: false,
        school: null,
        done: [],
      },
    ]);
    expect(materials.map(({ id, skin }) => [id, skin])).toEqual([
      ['material-plywood', 'wood'],
      ['material-shingles', 'shingles'],
      ['material-concrete', 'masonry'],
    ]);
    expect(new Set(faces.map(({ fireRatedMinutes }) => fireRatedMinutes))).toEqual(new Set([null]));
  });

  test('does not guess the skin of a material that somebody made', () => {
    const old = kept();
    const [first] = old.materials as Raw[];
    const mine = (holding: string) => ({ ...first, id: 'material-plywood', holding });
    const skin = (material: Raw) => {
      const { materials } = penetrationsAndWays({ ...old, materials: [material] }) as { materials: Raw[] };
      return materials[0]?.skin;
    };
    expect(skin(mine('through-bolt'))).toBe('wood');
    expect(skin({ ...mine('through-bolt'), id: 'mine' })).toBe('unknown');
    expect(skin({ ...mine('masonry-anchor'), id: 'mine' })).toBe('masonry');
  });

  test('of a damaged file goes as far as it can, and the schema then names what is wrong', () => {
    for (const [key, value] of [
      ['passes', 7],
      ['passes', [null]],
      ['runs', 'none'],
      ['materials', [3]],
      ['faces', {}],
    ] as const) {
      const plan = openPlan({ ...kept(), [key]: value });
      const paths = plan.ok ? '' : plan.fault.map(({ path }) => path).join();
      expect(paths).toContain(key === 'passes' ? 'penetrations' : key);
    }
  });
});
