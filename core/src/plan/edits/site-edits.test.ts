import { refusalText } from '../../test/plans.ts';
import { describe, expect, test } from '@jest/globals';
import { openHoneyHouse } from '../../test/open-honey-house.ts';
import { getSample } from '../../gear/samples.ts';
import { getMaterial } from '../../site/materials.ts';
import { openPlan } from '../open-plan.ts';
import type { Plan } from '../plan.ts';
import { applyEdits, type PlanEdit } from './apply-edit.ts';

const base = openHoneyHouse();

function edited(...edits: PlanEdit[]): Plan {
  const applied = applyEdits(base, edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

function refusal(...edits: PlanEdit[]): string {
  const applied = applyEdits(base, edits);
  return applied.ok ? '' : refusalText(applied.fault.message, base);
}

describe('the site as a whole', () => {
  test('travels only where it can', () => {
    expect(edited({ kind: 'set-site', setting: 'mobile', codeBasis: 'iec', travel: 'away' })).toMatchObject({
      codeBasis: 'iec',
      site: { setting: 'mobile', travel: 'away' },
    });
    expect(refusal({ kind: 'set-site', setting: 'building', codeBasis: 'us', travel: 'left' })).toMatch(
      /does not travel/u,
    );
  });

  test.each<[string, PlanEdit, RegExp]>([
    ['a temperature beyond the weather', { kind: 'set-conditions', face: null, conditions: { meanMaxTempC: 400 } }, /Mean max temp: at most/u],
    ['a load below nothing', { kind: 'set-conditions', face: null, conditions: { snowLoadPa: -1 } }, /not be negative/u],
    ['a closed space without width', { kind: 'set-conditions', face: 'plant-wall', conditions: { air: { kind: 'closed', widthMm: 0, heightMm: 1, depthMm: 1, vents: [] } } }, /more than 0/u],
    ['conditions of a face that is not there', { kind: 'set-conditions', face: 'gone', conditions: {} }, /no face “gone”/u],
    ['a root that is not there', { kind: 'set-root', face: 'gone' }, /no face “gone”|told from the present root/u],
    ['a setback from an edge that is not there', { kind: 'set-setbacks', face: 'roof-top', setbacks: [{ edge: 4, distanceMm: 1, why: 'x' }] }, /no edge 5/u],
    ['a level reading beyond sense', { kind: 'set-as-found', face: 'plant-wall', asFound: { floorRiseDeg: 80 } }, /Floor rise: at most/u],
    ['a fold on an edge that is folded', { kind: 'add-fold', fold: { id: 'again', a: { face: 'plant-wall', edge: 2 }, b: { face: 'north-top', edge: 0 }, towardViewerDeg: 0 } }, /already folded by “eave”/u],
    ['a fold right round', { kind: 'set-fold-angle', fold: 'eave', towardViewerDeg: 180 }, /Toward viewer: less than/u],
  ])('refuses %s', (_, edit, message) => expect(refusal(edit)).toMatch(message)); // prettier-ignore
});

describe('materials', () => {
  test('come into the job with the face that is made of them, and leave when nothing is', () => {
    const concrete = getMaterial('material-block');
    expect(refusal({ kind: 'set-face', face: 'plant-wall', material: concrete.id })).toMatch(/no material/u);
    const built = edited(
      { kind: 'set-material', material: concrete },
      { kind: 'set-face', face: 'plant-wall', material: concrete.id },
    );
    expect(built.materials.at(-1)).toEqual(concrete);
    expect(refusal({ kind: 'remove-material', material: 'material-plywood' })).toMatch(/made of it/u);
    const swapped = edited(
      { kind: 'set-material', material: concrete },
      { kind: 'set-face', face: 'plant-wall', material: concrete.id },
      { kind: 'set-face', face: 'north-wall', material: concrete.id },
      { kind: 'remove-material', material: 'material-plywood' },
    );
    expect(swapped.materials.map(({ id }) => id)).not.toContain('material-plywood');
    expect(openPlan(JSON.parse(JSON.stringify(swapped))).ok).toBe(true);
  });

  test('keep their place when they are changed', () => {
    const [first] = base.materials;
    if (first === undefined) throw new Error('no material');
    const changed = edited({ kind: 'set-material', material: { ...first, fireClass: 'limited' } });
    expect(changed.materials.map(({ id }) => id)).toEqual(base.materials.map(({ id }) => id));
    expect(changed.materials[0]?.fireClass).toBe('limited');
  });
});

describe('taking a face out', () => {
  test('takes its other side and everything on both with it, and nothing else', () => {
    const without = edited({ kind: 'remove-face', face: 'roof-underside' });
    expect(without.faces.map(({ id }) => id)).toEqual([
      'plant-wall',
      'hall-roof',
      'north-wall',
      'north-underside',
      'north-top',
      'plant-floor',
    ]);
    expect(without.folds.map(({ id }) => id)).toEqual(['north-corner', 'floor-line']);
    expect(without.placements.map(({ id }) => id)).not.toContain('array-box');
    expect([without.penetrations, without.runs]).toEqual([[], []]);
    expect(without.nipples).toEqual(base.nipples);
    expect(openPlan(JSON.parse(JSON.stringify(without))).ok).toBe(true);
  });

  test('takes the nipples of a wireway and of the gear that hung there', () => {
    const without = edited(
      // What has a place of its own keeps the root from changing.
      { kind: 'remove-face', face: 'hall-roof' },
      { kind: 'set-root', face: 'north-wall' },
      { kind: 'remove-face', face: 'plant-wall' },
    );
    expect([without.nipples, without.runs]).toEqual([[], []]);
    expect(without.placements.map(({ face }) => face)).not.toContain('plant-wall');
  });

  test('drops the joins of the gear that hung there', () => {
    const joined: Plan = {
      ...base,
      joins: [{ id: 'j', kind: 'back-to-back', a: { placement: 'array-box' }, b: { placement: 'load-centre' }, xMm: 1, yMm: 1, tradeSize: '1' }], // prettier-ignore
    };
    const applied = applyEdits(joined, [{ kind: 'remove-face', face: 'roof-underside' }]);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    expect(applied.value.plan.joins).toEqual([]);
  });

  test('of an other side alone takes the holes that came out on it', () => {
    const without = edited({ kind: 'remove-face', face: 'roof-top' });
    expect(without.penetrations).toEqual([]);
    expect(without.faces.map(({ id }) => id)).toContain('roof-underside');
  });
});

describe('gear types', () => {
  test('in use are not taken out; unused ones are', () => {
    expect(refusal({ kind: 'remove-gear-type', gearType: 'inverter-8kw' })).toMatch(
      /“Inverter A” is of this type/u,
    );
    expect(refusal({ kind: 'remove-gear-type', gearType: 'solar-module-400w' })).toMatch(
      /“South field” is of modules of this type/u,
    );
    const bare = (['a-array', 'b-array'] as const).map(
      (circuit) => ({ kind: 'remove-circuit', circuit }) as const,
    );
    expect(
      edited(
        ...bare,
        { kind: 'remove-field', field: 'south-field' },
        { kind: 'remove-gear-type', gearType: 'solar-module-400w' },
      ).gearTypes,
    ).toHaveLength(base.gearTypes.length - 1);
  });

  test('may change while nothing that ends at them is lost', () => {
    const type = getSample('dc-disconnect-60a');
    const more = { ...type, massKg: 5.1 };
    expect(edited({ kind: 'set-gear-type', gearType: more }).gearTypes[2]?.massKg).toBe(5.1);
    expect(refusal({ kind: 'set-gear-type', gearType: { ...type, knockouts: [] } })).toMatch(
      /called “(?:top|bottom)”/u,
    );
    expect(
      refusal({
        kind: 'set-gear-type',
        gearType: { ...type, kind: 'wireway', heat: { lossW: 4, sheds: 'none' } },
      }),
    ).toMatch(/names? the side|name the side/u);
  });
});

describe('framing and obstacles', () => {
  test('are put in place of those of the same name, and found members are kept in order', () => {
    const found = edited(
      {
        kind: 'find-member',
        face: 'plant-wall',
        framing: 'studs',
        index: 4,
        found: { centreMm: 2030, toleranceMm: 1 },
      },
      {
        kind: 'find-member',
        face: 'plant-wall',
        framing: 'studs',
        index: 1,
        found: { centreMm: 815, toleranceMm: 1 },
      },
      {
        kind: 'find-member',
        face: 'plant-wall',
        framing: 'studs',
        index: 4,
        found: { centreMm: 2035, toleranceMm: 2 },
      },
    );
    const shape = found.faces[0]?.shape;
    expect(shape?.kind === 'outline' && shape.framing[0]?.found).toEqual([
      { index: 1, centreMm: 815, toleranceMm: 1 },
      { index: 4, centreMm: 2035, toleranceMm: 2 },
    ]);
    expect(
      refusal({ kind: 'find-member', face: 'plant-wall', framing: 'gone', index: 0, found: null }),
    ).toMatch(/no framing “gone”/u);
    expect(refusal({ kind: 'remove-obstacle', face: 'plant-wall', obstacle: 'gone' })).toMatch(
      /no obstacle “gone”/u,
    );
  });

  test('of another side belong to the front, its obstacles do not', () => {
    expect(refusal({ kind: 'remove-framing', face: 'roof-top', framing: 'trusses' })).toMatch(
      /other side of a face/u,
    );
    const without = edited({ kind: 'remove-obstacle', face: 'roof-top', obstacle: 'plumbing-vent' });
    expect(without.faces[2]?.obstacles.map(({ id }) => id)).toEqual(['flue-top', 'skylight-top']);
  });
});
