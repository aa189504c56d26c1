import { describe, expect, test } from '@jest/globals';
import { DEMOS } from '../demo/demos.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { evaluatePlan } from '../evaluate.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { COLD_VOLTAGE } from '../reference/cold-voltage.ts';
import { coldFactor, stringVoltageV } from '../string/cold-voltage.ts';
import { proposeWiring } from './propose.ts';

/** A demo with its gear and nothing led to it. */
function bare(of: Plan): Plan {
  return { ...of, circuits: [], runs: [] };
}

function wired(of: Plan): Plan {
  const applied = applyEdits(of, proposeWiring(of).edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

describe('the cold voltage of a string', () => {
  test('is by the module’s coefficient, or by NEC Table 690.7(A) where it states none', () => {
    // −0.28 %/K, 35 K below 25 °C: 9.8 % more.
    expect(coldFactor({ vocPctPerC: -0.28 }, -10)).toBeCloseTo(1.098, 9);
    const none = { vocPctPerC: null };
    expect([25, 24, 20, 19, 0, -1, -5, -6, -40, -60].map((lowC) => coldFactor(none, lowC))).toEqual([1, 1.02, 1.02, 1.04, 1.1, 1.12, 1.12, 1.14, 1.25, 1.25]); // prettier-ignore
    expect(stringVoltageV({ vocV: 40, vocPctPerC: -0.3 }, 10, -15)).toBeCloseTo(448, 9);
  });

  test('by the table grows band by band', () => {
    const factors = COLD_VOLTAGE.rows.map(({ factor }) => factor);
    expect(factors).toEqual([...factors].sort((a, b) => a - b));
  });
});

describe('a proposal to wire a job', () => {
  test('leads an array and an output to every inverter of a bare job, and earth; laid in the wireway that is there', () => {
    const of = bare(honeyHouse());
    const plan = wired(of);
    const kinds = plan.circuits.map(({ carries }) => carries).sort();
    expect(kinds).toEqual(['ac-out', 'ac-out', 'ac-out', 'array', 'array', 'battery', 'battery', 'bond']);
    // Every battery leads somewhere, and what clears itself gets no fuse beside.
    const batteries = plan.circuits.filter(({ carries }) => carries === 'battery');
    const placed = (end: Circuit['from']) => (end.at === 'gear' ? end.placement : null);
    expect(batteries.map(({ from, to, device }) => [placed(from), placed(to), device ?? null])).toEqual([
      ['battery-a', 'battery-inverter', null],
      ['battery-b', 'battery-inverter', null],
    ]);
    const feeds = plan.circuits.filter(({ carries }) => carries === 'ac-out');
    expect(
      feeds.map(({ to, stretches }) => [to.at === 'gear' ? to.placement : '', stretches.length]),
    ).toEqual([
      ['load-centre', 1],
      ['load-centre', 1],
      // On the wall of the batteries: the nearest there.
      ['transfer-switch', 0],
    ]);
  });

  test('leads a battery to nothing whose window does not take it, and beside none unlike it', () => {
    const of = bare(honeyHouse());
    const cabinet = of.gearTypes.find(({ id }) => id === 'battery-cabinet-10kwh');
    if (cabinet?.battery == null) throw new Error('The honey house has cabinets.');
    const { battery, ratings } = cabinet;
    const led = (other: Partial<GearType>) => {
      const types = [...of.gearTypes, { ...cabinet, ...other, id: 'other-battery' }];
      const placements = of.placements.map((each) =>
        each.id === 'battery-b' ? { ...each, type: 'other-battery' } : each,
      );
      return wired({ ...of, gearTypes: types, placements })
        .circuits.filter(({ carries }) => carries === 'battery')
        .map(({ from }) => (from.at === 'gear' ? from.placement : null));
    };
    const window = (minVoltageV: number, maxVoltageV: number) => ({
      ratings: { ...ratings, minVoltageV, maxVoltageV },
    });
    expect(led({})).toEqual(['battery-a', 'battery-b']);
    expect(led(window(10, 14.6))).toEqual(['battery-a']);
    expect(led(window(80, 116))).toEqual(['battery-a']);
    expect(led({ battery: { ...battery, cells: 15 } })).toEqual(['battery-a']);
    expect(led({ battery: { ...battery, chemistry: 'valve-regulated-lead-acid' } })).toEqual(['battery-a']);
    expect(led({ battery: { ...battery, capacityAh: 100 } })).toEqual(['battery-a', 'battery-b']);
  });

  test('of every demo, bare or as it is, is made at once and sizes what it can; what was there stays', () => {
    for (const { plan } of DEMOS) {
      for (const start of [plan(), bare(plan())]) {
        const after = wired(start);
        expect(after.circuits.slice(0, start.circuits.length)).toEqual(start.circuits);
        const before = new Set(evaluatePlan(start).findings.map(({ id }) => id));
        const fresh = evaluatePlan(after).findings.filter(({ id }) => !before.has(id));
        // Whatever it adds can be carried; what it could not know it asks about.
        expect(
          fresh.filter(({ check, severity }) => check === 'conductor.size' && severity === 'stop'),
        ).toEqual([]);
        expect(proposeWiring(after).circuits).toEqual([]);
      }
    }
  });

  test('has no string that the gear it ends at does not stand in the coldest air, and none shorter than need be', () => {
    for (const { plan } of DEMOS) {
      const after = wired(bare(plan()));
      const lowC = after.site.conditions.designLowTempC;
      for (const { from, to } of after.circuits) {
        if (from.at !== 'modules' || to.at !== 'gear') continue;
        const module = after.gearTypes.find(({ id }) => id === from.type)?.solarModule;
        const typeId = after.placements.find(({ id }) => id === to.placement)?.type;
        const mostV = after.gearTypes.find(({ id }) => id === typeId)?.ratings.maxVoltageV ?? 0;
        if (module == null) throw new Error('It comes from no module.');
        expect(stringVoltageV(module, from.series, lowC)).toBeLessThanOrEqual(mostV);
        expect(stringVoltageV(module, from.series + 1, lowC)).toBeGreaterThan(mostV);
      }
    }
  });

  test('says of each circuit what was taken for granted', () => {
    for (const { assumed } of proposeWiring(bare(honeyHouse())).circuits)
      expect(assumed.length).toBeGreaterThan(0);
  });
});
