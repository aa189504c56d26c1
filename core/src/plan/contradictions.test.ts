import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '../demo/honey-house.ts';
import { evaluatePlan } from '../evaluate.ts';
import { getSample } from '../gear/samples.ts';
import { wirewayHoles } from '../wireway/hole-pattern.ts';
import { prepare } from '../check/prepared.ts';
import { gear, refusalText } from '../test/plans.ts';
import { applyEdits, type PlanEdit } from './edits/apply-edit.ts';
import { findContradictions } from './contradictions.ts';
import { findGearFaults } from './gear-faults.ts';
import type { GearType } from './gear-type.ts';
import { openPlan } from './open-plan.ts';
import type { Plan } from './plan.ts';

const base = honeyHouse();

function withFace(id: string, more: (face: Plan['faces'][number]) => object): Plan {
  return {
    ...base,
    faces: base.faces.map((face) => (face.id === id ? { ...face, ...more(face) } : face)),
  };
}

function withType(id: string, more: (type: GearType) => object): Plan {
  return {
    ...base,
    gearTypes: base.gearTypes.map((type) => (type.id === id ? { ...type, ...more(type) } : type)),
  };
}

const board = { ...getSample('backer-board-800x480') };
const roundBoard = { ...board, board: board.board === null ? null : { ...board.board, cornerRadiusMm: 300 } };
const closed = (heightMm: number, diameterMm: number) => ({
  kind: 'closed' as const,
  widthMm: 900,
  heightMm: 500,
  depthMm: 400,
  vents: [{ heightMm, diameterMm }], // prettier-ignore
});

/** What an old file may hold, each with the code it is found by. */
const HELD: readonly (readonly [string, Plan])[] = [
  ['nipple-elsewhere', { ...base, nipples: base.nipples.map((nipple) => (nipple.id === 'a-dc' ? { ...nipple, from: { placement: 'battery-a', knockout: 'bottom' } } : nipple)), gearTypes: base.gearTypes.map((type) => (type.id === 'battery-cabinet-10kwh' ? { ...type, knockouts: [{ id: 'bottom', edge: 'bottom', alongMm: 70, fromBackMm: 70, tradeSize: '1' }] } : type)) }], // prettier-ignore
  ['knockout-twice', { ...base, nipples: [...base.nipples, { ...base.nipples[0]!, id: 'again' }] }], // eslint-disable-line @typescript-eslint/no-non-null-assertion
  ['run-to-itself', { ...base, runs: base.runs.map((run) => ({ ...run, to: run.from })) }],
  ['board-radius', { ...base, gearTypes: [...base.gearTypes, roundBoard] }],
  ['layers-thick', withFace('plant-wall', ({ shape }) => (shape.kind === 'outline' ? { shape: { ...shape, layers: [{ is: 'foam', thicknessMm: shape.thicknessMm }, { is: 'air', thicknessMm: 5 }] } } : {}))], // prettier-ignore
  ['framing-extent', withFace('plant-wall', ({ shape }) => (shape.kind === 'outline' ? { shape: { ...shape, framing: shape.framing.map((each) => ({ ...each, extent: { fromMm: 900, toMm: 100 } })) } } : {}))], // prettier-ignore
  ['vent-outside', withFace('plant-wall', () => ({ conditions: { air: closed(600, 80) } }))],
  ['vent-outside', withFace('plant-wall', () => ({ conditions: { air: closed(300, 1000) } }))],
  [
    'design-range',
    { ...base, site: { ...base.site, conditions: { ...base.site.conditions, designLowTempC: 50 } } },
  ],
  ['design-range', withFace('plant-wall', () => ({ conditions: { designHighTempC: -40 } }))],
  ['mean-range', { ...base, site: { ...base.site, conditions: { ...base.site.conditions, meanMaxTempC: 50, designHighTempC: 10 } } }], // prettier-ignore
  ['mean-range', { ...base, site: { ...base.site, conditions: { ...base.site.conditions, meanMaxTempC: -30 } } }], // prettier-ignore
  ['mean-range', withFace('plant-wall', () => ({ conditions: { meanMaxTempC: 34.5 } }))],
  ['building-travels', { ...base, site: { ...base.site, travel: 'left' } }],
  ['hook-outside', withType('inverter-8kw', (type) => ({ heightMm: type.dropMm - 1 }))],
  ['module-power', withType('solar-module-400w', ({ solarModule }) => ({ solarModule: solarModule && { ...solarModule, impA: solarModule.impA * 0.94 } }))], // prettier-ignore
];

describe('what a plan says that cannot be', () => {
  test.each(HELD)('opens with a finding that stops: %s', (code, held) => {
    const opened = openPlan(JSON.parse(JSON.stringify(held)));
    if (!opened.ok) throw new Error(JSON.stringify(opened.fault[0]));
    const found = findContradictions(opened.value);
    expect(found.map((each) => each.code)).toContain(code);
    expect(found[0]?.path).toMatch(/^(?:site|faces|gearTypes|nipples|joins|runs)/u);
    const stops = evaluatePlan(opened.value).findings.filter(
      ({ check }) => check === 'survey.contradictions',
    );
    expect(stops.map(({ message, severity }) => [message, severity])).toContainEqual([code, 'stop']);
  });

  test('is not drilled, routed or cut to length', () => {
    const [elsewhere, twice, looped] = [HELD[0]?.[1], HELD[1]?.[1], HELD[2]?.[1]];
    if (elsewhere === undefined || twice === undefined || looped === undefined) throw new Error('no plans');
    const nipples = (of: Plan) => wirewayHoles(prepare(of), 'wireway').map(({ nipple }) => nipple.id);
    expect(nipples(elsewhere)).not.toContain('a-dc');
    expect(nipples(twice).filter((id) => id === 'again' || id === base.nipples[0]?.id)).toEqual([]);
    expect(evaluatePlan(looped).routes).toEqual({ routed: [], faults: [] });
  });

  test('is cleared by what the finding offers', () => {
    for (const [code, held] of HELD) {
      for (const { fixes } of evaluatePlan(held).findings.filter(({ message }) => message === code)) {
        for (const { edits } of fixes) {
          const fixed = applyEdits(held, edits);
          if (!fixed.ok) throw new Error(JSON.stringify(fixed.fault.message));
          expect(findContradictions(fixed.value.plan).map((each) => each.code)).not.toContain(code);
        }
      }
    }
  });

  test('is brought in by no edit, and what was there before hinders none', () => {
    const refused = (of: Plan, edit: PlanEdit) => {
      const applied = applyEdits(of, [edit]);
      return applied.ok ? 'taken' : refusalText(applied.fault.message, of);
    };
    const run = base.runs[0];
    if (run === undefined) throw new Error('no run');
    expect(refused(base, { kind: 'add-run', run: { ...run, id: 'loop', to: run.from } })).toMatch(
      /leads nowhere/u,
    );
    expect(refused(base, { kind: 'add-gear-type', gearType: roundBoard })).toMatch(/rounded/u);
    const hotter: PlanEdit = { kind: 'set-conditions', face: null, conditions: { designLowTempC: 60 } };
    expect(refused(base, hotter)).toMatch(/lowest temperature/u);
    const already: Plan = {
      ...base,
      site: { ...base.site, conditions: { ...base.site.conditions, designLowTempC: 60 } },
    };
    expect(refused(already, { kind: 'set-conditions', face: null, conditions: { sun: 'part' } })).toBe(
      'taken',
    );
    expect(refused(already, { kind: 'rename-plan', name: 'Still here' })).toBe('taken');
  });

  test('leads to where it is put right: to the type, of modules by their field, or by one press', () => {
    const found = (of: string) => {
      const plan = HELD.find(([code]) => code === of)?.[1];
      if (plan === undefined) throw new Error(`Nothing holds ${of}.`);
      return evaluatePlan(plan).findings.find(({ message }) => message === of);
    };
    expect(found('module-power')?.subjects).toEqual([{ kind: 'field', id: base.moduleFields[0]?.id }]);
    expect(found('hook-outside')?.subjects).toEqual([{ kind: 'placement', id: 'inverter-a' }]);
    expect(found('building-travels')?.fixes.length).toBe(1);
  });

  test('stays silent at the very limits, and lets figures be typed one after another', () => {
    const codes = (of: Plan) => findContradictions(of).map(({ code }) => code);
    const at = (conditions: Partial<Plan['site']['conditions']>): Plan => ({
      ...base,
      site: { ...base.site, conditions: { ...base.site.conditions, ...conditions } },
    });
    const { designLowTempC, designHighTempC } = base.site.conditions;
    for (const meanMaxTempC of [designHighTempC, designLowTempC])
      expect(codes(at({ meanMaxTempC }))).not.toContain('mean-range');
    expect(codes(withType('inverter-8kw', ({ dropMm }) => ({ heightMm: dropMm })))).toEqual([]);
    // 400 W of 41.0 V and 9.3 A is 381.3 W: 4.7 % apart.
    const rounded = (impA: number) =>
      withType('solar-module-400w', ({ solarModule }) => ({
        solarModule: solarModule && { ...solarModule, pmaxW: 400, vmpV: 41, impA },
      }));
    expect(codes(rounded(9.3))).not.toContain('module-power');
    // 9.2 A: 377.2 W, 5.7 %.
    expect(codes(rounded(9.2))).toContain('module-power');
    const hot = applyEdits(base, [{ kind: 'set-conditions', face: null, conditions: { meanMaxTempC: 50 } }]);
    expect(hot.ok && codes(hot.value.plan)).toContain('mean-range');
  });

  test('is refused in a gear type as it is made or read', () => {
    const rounded = gear('b', {
      kind: 'board',
      widthMm: 800,
      heightMm: 480,
      dropMm: 480,
      board: board.board,
    });
    expect(findGearFaults(rounded)).toEqual([]);
    expect(findGearFaults(roundBoard).map(({ path }) => path)).toEqual(['board.cornerRadiusMm']);
  });
});
