import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { DEMOS } from '../demo/demos.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { evaluatePlan } from '../evaluate.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { COLD_VOLTAGE } from '../reference/cold-voltage.ts';
import { arrayFigures } from './array-figures.ts';
import { arrayYear, tiltGain } from './array-year.ts';
import { coldFactor, hotFactor } from './cold-voltage.ts';
import { leadsFor, leadString, type StringLead } from './lead-string.ts';
import { stringLeads } from './leads.ts';
import { seriesFigures, stringFigures, stringsAt } from './module-figures.ts';
import { setStrings, sharedBy, shareStrings } from './share-strings.ts';
import { proposeStrings, shareOut, stringLength } from './propose-strings.ts';
import { rowGapMm } from './row-spacing.ts';
import { jobScene } from './scene.ts';
import { Lighting } from './shade-year.ts';
import { sunNow } from './sun-now.ts';
import { timeOf } from './sun.ts';

const module = {
  pmaxW: 400,
  vocV: 37.1,
  iscA: 13.7,
  vmpV: 31.2,
  impA: 12.8,
  vocPctPerC: -0.27,
  maxFuseA: 25,
};

/** Without its strings, and with the circuits that carried them left bare. */
function unstrung(plan: Plan): Plan {
  const circuits = plan.circuits.map((circuit) =>
    circuit.from.at === 'strings' ? { ...circuit, from: { at: 'strings' as const, strings: [] } } : circuit,
  );
  return { ...plan, moduleStrings: [], circuits };
}

describe('a string', () => {
  test('reaches by its own coefficient what NEC 690.7(A)(1) has it reach, and by the table without one', () => {
    // 12 · 37.1 V · (1 + 0.0027 · 43) at −18 °C.
    const twelve = Array.from({ length: 12 }, () => ({ id: 'm', module }));
    expect(seriesFigures(twelve, -18).coldV).toBeCloseTo(12 * 37.1 * (1 + 0.0027 * 43), 9);
    for (const { fromC, factor } of COLD_VOLTAGE.rows) {
      const bare = [{ id: 'm', module: { ...module, vocPctPerC: null } }];
      expect(seriesFigures(bare, fromC).coldV).toBeCloseTo(37.1 * factor, 9);
      expect(coldFactor({ vocPctPerC: null }, fromC + 0.5)).toBe(factor);
    }
  });

  test('carries the current of its weakest module, at the voltages of all', () => {
    const weak = { ...module, iscA: 9, impA: 8.2 };
    expect(
      seriesFigures(
        [
          { id: 'a', module },
          { id: 'b', module: weak },
        ],
        25,
      ),
    ).toMatchObject({ iscA: 9, impA: 8.2, vmpV: 62.4, types: ['a', 'b'] });
    expect(seriesFigures([], -5)).toMatchObject({ coldV: 0, iscA: 0, maxFuseA: null });
  });

  test('is the same whether its modules lie on the roof or are only counted', () => {
    const plan = honeyHouse();
    const prepared = prepare(plan);
    const counted = stringsAt(prepared, {
      at: 'modules',
      type: 'solar-module-400w',
      series: 12,
      parallel: 1,
    });
    expect(counted).toEqual([stringFigures(prepared, 'string-1')]);
    const asCounted: Plan = {
      ...plan,
      circuits: plan.circuits.map((circuit) =>
        circuit.from.at === 'strings'
          ? { ...circuit, from: { at: 'modules', type: 'solar-module-400w', series: 12, parallel: 1 } }
          : circuit,
      ),
    };
    const sized = (of: Plan) =>
      evaluatePlan(of).circuits.map(({ circuit, size, currentA, lengthMm }) => [
        circuit,
        size,
        currentA,
        lengthMm,
      ]);
    expect(sized(asCounted)).toEqual(sized(plan));
  });

  test('works in the heat at less: 56.25 °C cells of 45 °C NOCT at 25 °C lose 8.4 % at −0.27 %/K', () => {
    expect(hotFactor({ vocPctPerC: -0.27, noctC: 45 }, 25)).toBeCloseTo(1 - 0.0027 * 31.25, 12);
  });
});

describe('leading a string', () => {
  test('ends on one circuit or none, whatever it was on before, and keeps every other string where it was', () => {
    for (const { plan: make } of DEMOS) {
      const plan = make();
      const prepared = prepare(plan);
      for (const string of plan.moduleStrings) {
        const { circuits, gear } = leadsFor(prepared, string);
        const leads: StringLead[] = [
          { to: 'nothing' },
          ...circuits.map(({ id }) => ({ to: 'circuit' as const, id })),
          ...gear.map(({ id }) => ({ to: 'gear' as const, id })),
        ];
        expect(leads.length).toBeGreaterThan(1);
        for (const lead of leads) {
          const led = applyEdits(plan, leadString(prepared, string, lead));
          if (!led.ok) throw new Error(JSON.stringify(led.fault));
          const after = prepare(led.value.plan);
          const own = after.circuitsOfString.get(string.id);
          expect(own).toHaveLength(lead.to === 'nothing' ? 0 : 1);
          if (lead.to === 'circuit') expect(own[0]?.id).toBe(lead.id);
          if (lead.to === 'gear') expect(own[0]?.to).toMatchObject({ placement: lead.id });
          for (const other of plan.moduleStrings.filter(({ id }) => id !== string.id)) {
            expect(after.circuitsOfString.get(other.id).map(({ id }) => id)).toEqual(
              prepared.circuitsOfString.get(other.id).map(({ id }) => id),
            );
          }
        }
        expect(leadString(prepared, string, { to: 'circuit', id: 'gone' })).toEqual([]);
        expect(leadString(prepared, string, { to: 'gear', id: 'gone' })).toEqual([]);
      }
    }
  });
});

describe('a string of two types', () => {
  test('opens to a working whose own inputs give its result, against the window of its gear', () => {
    const plan = honeyHouse();
    const [first] = plan.moduleStrings;
    const [ref] = first?.modules ?? [];
    const strong = plan.gearTypes.find(({ id }) => id === 'solar-module-400w');
    if (strong?.solarModule == null || ref === undefined) throw new Error('The demo has a string.');
    const higher = { ...strong, id: 'higher', solarModule: { ...strong.solarModule, vocV: 500, vmpV: 420 } };
    const mixed: Plan = {
      ...plan,
      gearTypes: [...plan.gearTypes, higher],
      moduleFields: plan.moduleFields.map((field) => ({
        ...field,
        modules: field.modules.map((each) =>
          field.id === ref.field && each.id === ref.module ? { ...each, type: 'higher' } : each,
        ),
      })),
    };
    const found = evaluatePlan(mixed).findings.find(({ id }) => id.includes('too-high'));
    const working = found?.working;
    const input = (symbol: string) =>
      Number(working?.inputs.find((each) => each.symbol === symbol)?.value.value);
    expect(input('sum of Voc') * input('cold')).toBeCloseTo(Number(working?.result.value.value), 6);
    expect(input('sum of Voc')).toBeCloseTo(500 + 11 * strong.solarModule.vocV, 6);
  });
});

describe('a trunk', () => {
  test('carries what all inverters on it give: so much its circuit is sized for', () => {
    const plan = honeyHouse();
    const trunk: Plan = {
      ...plan,
      moduleStrings: plan.moduleStrings.map((string, index) =>
        index === 0
          ? {
              ...string,
              modules: string.modules.slice(0, 2),
              wired: { as: 'trunk', inverter: 'inverter-8kw' },
            }
          : string,
      ),
      circuits: plan.circuits.map((circuit) =>
        circuit.id === 'a-array' ? { ...circuit, carries: 'ac-out', protection: { by: 'program' } } : circuit,
      ),
    };
    const line = evaluatePlan(trunk).circuits.find(({ circuit }) => circuit === 'a-array');
    // Two of 33.3 A, and a quarter more for what goes on.
    expect(line?.currentA).toBeCloseTo(66.6, 6);
    expect(line?.designA).toBeCloseTo(83.25, 6);
  });
});

describe('proposed strings', () => {
  test('stay in the window of their gear from the coldest morning to the hottest noon, and use each module once', () => {
    for (const { plan: make } of DEMOS) {
      const plan = unstrung(make());
      const prepared = prepare(plan);
      for (const field of plan.moduleFields) {
        for (const { id, type } of plan.placements) {
          const ratings = prepared.gearTypes.get(type)?.ratings;
          const edits = setStrings(proposeStrings(prepared, field.id, id));
          if (ratings === undefined || edits.length === 0) continue;
          const applied = applyEdits(plan, edits);
          if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
          const after = prepare(applied.value.plan);
          const strung = applied.value.plan.moduleStrings.flatMap(({ modules }) =>
            modules.map(({ module: each }) => each),
          );
          expect(new Set(strung).size).toBe(strung.length);
          for (const string of applied.value.plan.moduleStrings) {
            const figures = stringFigures(after, string.id);
            expect(figures?.coldV ?? 0).toBeLessThanOrEqual(ratings.maxVoltageV ?? figures?.coldV ?? 0);
          }
        }
      }
    }
  });

  test('are the fewest of one length where there are any, and of nearly one else', () => {
    expect(shareOut(24, { least: 8, most: 13 })).toEqual([12, 12]);
    expect(shareOut(24, { least: 4, most: 10 })).toEqual([8, 8, 8]);
    // Three each for four pieces of gear, where nine would do.
    expect(shareOut(180, { least: 10, most: 20 })).toEqual(new Array(9).fill(20));
    expect(shareOut(180, { least: 10, most: 20 }, 4)).toEqual(new Array(12).fill(15));
    expect(shareOut(24, { least: 8, most: 13 }, 5)).toEqual([12, 12]);
    expect(shareOut(7, { least: 2, most: 5 })).toEqual([4, 3]);
    expect(shareOut(3, { least: 5, most: 9 })).toEqual([3]);
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 200 }),
        fc.integer({ min: 1, max: 10 }),
        fc.integer({ min: 0, max: 12 }),
        (count, least, more) => {
          const shares = shareOut(count, { least, most: least + more });
          expect(Math.max(...shares)).toBeLessThanOrEqual(least + more);
          expect(shares.reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(count);
        },
      ),
    );
  });

  test('are none where no count of modules fits the window', () => {
    const prepared = prepare(honeyHouse());
    expect(stringLength(prepared, module, { maxVoltageV: 30, minVoltageV: null })).toBeNull();
    expect(stringLength(prepared, module, { maxVoltageV: 100, minVoltageV: 95 })).toBeNull();
    expect(stringLength(prepared, module, { maxVoltageV: 600, minVoltageV: 270 })).toEqual({
      least: 10,
      most: 14,
    });
    expect(proposeStrings(prepared, 'south-field', 'inverter-a')).toEqual([]);
  });

  test('are shared by power over gear that is alike, each on a circuit of its own, and leave nothing about strings to clear', () => {
    const bare = unstrung(glasshouses());
    const shared = shareStrings(prepare(bare), 'shed-field');
    // 39.4 V · (1 + 0.0025 · 37) in the cold: 23 below 1000 V; 33.1 V · (1 − 0.0025 · (38 + 31.25 − 25)) in the heat: 17 above 480 V.
    // So 180 modules are 9 strings of 20; four gangs of one power.
    expect(shared?.shares.map(({ gear, count }) => [gear, count])).toEqual([
      ['gang-1', 3],
      ['gang-2', 2],
      ['gang-3', 2],
      ['gang-4', 2],
    ]);
    const applied = applyEdits(bare, shared?.edits ?? []);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    const plan = applied.value.plan;
    // The circuits that carried none are used again.
    expect(plan.circuits.length).toBe(bare.circuits.length);
    const wiring = evaluatePlan(plan).findings.filter(({ check }) => check === 'string.wiring');
    expect(wiring.filter(({ id }) => /unstrung|no-input|twice/u.test(id))).toEqual([]);
    // Where no circuit is there, each string gets one.
    const none = { ...bare, circuits: [], runs: [] };
    const fresh = applyEdits(none, shareStrings(prepare(none), 'shed-field')?.edits ?? []);
    if (!fresh.ok) throw new Error(JSON.stringify(fresh.fault.message));
    expect(fresh.value.plan.circuits.map(({ to }) => (to.at === 'gear' ? to.placement : ''))).toEqual(
      [3, 2, 2, 2].flatMap((count, index) => new Array<string>(count).fill(`gang-${index + 1}`)),
    );
    expect(shareStrings(prepare(unstrung(eyeClinic())), 'roof-field')).toBeNull();
  });

  test('are shared by largest remainders: all of them, none more than one off its part', () => {
    expect(sharedBy(20, [66, 66, 66, 66])).toEqual([5, 5, 5, 5]);
    expect(sharedBy(7, [2, 1])).toEqual([5, 2]);
    expect(sharedBy(5, [0, 0])).toEqual([3, 2]);
    expect(sharedBy(5, [0, 3])).toEqual([0, 5]);
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.array(fc.integer({ min: 0, max: 90_000 }), { minLength: 1, maxLength: 9 }),
        (count, weights) => {
          const total = weights.reduce((a, b) => a + b, 0);
          const shares = sharedBy(count, weights);
          expect(shares.reduce((a, b) => a + b, 0)).toBe(count);
          shares.forEach((share, index) => {
            const part = total === 0 ? count / weights.length : (count * (weights[index] ?? 0)) / total;
            expect(Math.abs(share - part)).toBeLessThan(1);
          });
        },
      ),
    );
  });

  test('have plugs that reach: neighbours lie beside each other', () => {
    const prepared = prepare(honeyHouse());
    for (const id of ['string-1', 'string-2']) {
      const leads = stringLeads(prepared, id);
      expect(leads?.hops.length).toBe(11);
      for (const { extensionMm, apartMm } of leads?.hops ?? []) {
        expect(extensionMm).toBe(0);
        // One pitch across, or one row up: 45 3/8″ or 68 9/16″.
        expect(Math.min(Math.abs(apartMm - 45.35 * 25.4), Math.abs(apartMm - 68.55 * 25.4))).toBeLessThan(1);
      }
    }
  });
});

describe('the scene under the sun', () => {
  const plan = eyeClinic();

  test('has every module of every field, and shades nothing at noon where nothing stands', () => {
    const bare = {
      ...plan,
      surroundings: [],
      faces: plan.faces.map((face) => ({ ...face, obstacles: [] })),
      placements: [],
      nipples: [],
      circuits: [],
      runs: [],
    };
    const { modules, scene } = jobScene(prepare(bare));
    expect(modules).toHaveLength(6);
    const { place } = plan.site;
    if (place === null) throw new Error('The demo stands somewhere.');
    const noon = new Lighting({ ...scene, place }).at(timeOf(171, 12, place.longitudeDeg));
    expect(Math.max(...(noon?.shaded ?? [1]))).toBe(0);
    expect(new Lighting({ ...scene, place }).at(timeOf(171, 0, place.longitudeDeg))).toBeNull();
  });

  test('lies in the shadow of a wall to the south in the low sun of winter, and out of it in June', () => {
    const lost = (day: number) => {
      const now = sunNow(prepare(plan), { day, hour: 11, byHand: {}, batteryV: null });
      return Math.max(...Object.values(now?.shaded ?? {}).flat());
    };
    expect(lost(354)).toBe(1);
    expect(lost(171)).toBeLessThan(1);
  });

  test('gives less where a person shades a module by hand', () => {
    const power = (ratio: number) =>
      sunNow(prepare(plan), { day: 171, hour: 13, byHand: { 'roof-field/m1': ratio }, batteryV: null })
        ?.powerW ?? 0;
    expect(power(1)).toBeLessThan(power(0.5));
    expect(power(0.5)).toBeLessThan(power(0));
    expect(
      sunNow(prepare({ ...plan, site: { ...plan.site, place: null } }), {
        day: 1,
        hour: 12,
        byHand: {},
        batteryV: null,
      }),
    ).toBeNull();
  });

  test('sums to a year whose shadows take what the brightest wiring lacks, told in a sentence', () => {
    const run = arrayYear(prepare(plan), { kind: 'tracking' });
    const steps: number[] = [];
    let step = run.next();
    for (; step.done !== true; step = run.next()) steps.push(step.value);
    expect([steps.length, steps.at(-1)]).toEqual([365, 1]);
    const year = step.value;
    if (year === null) throw new Error('There is a year.');
    const best = year.wirings.find(({ name }) => name === year.best);
    expect(best?.yearWh).toBeLessThan(year.unshadedWh);
    expect(Math.max(...year.wirings.map(({ yearWh }) => yearWh))).toBe(best?.yearWh);
    // 1260 W under clear skies in mid-latitudes: 1.4 to 2 kWh for each watt of a year without shade (textbook range).
    expect(year.unshadedWh / 1260).toBeGreaterThan(1300);
    expect(year.unshadedWh / 1260).toBeLessThan(2000);
    expect(year.says.text).toMatch(/clear year/u);
  });

  test('has no year without a place, or without modules', () => {
    for (const bare of [
      { ...plan, site: { ...plan.site, place: null } },
      { ...plan, moduleFields: [], moduleStrings: [] },
    ])
      expect(arrayYear(prepare(bare), { kind: 'tracking' }).next()).toEqual({ done: true, value: null });
  });
});

describe('tilt', () => {
  test('that is best for the year is less than the latitude, and steeper in winter than in summer (common practice)', () => {
    const gain = tiltGain({ latitudeDeg: 51, longitudeDeg: 0, rootFacesDeg: 180 }, 0, [0, 0, 1]);
    expect(gain.bestFixedDeg).toBeGreaterThanOrEqual(30);
    expect(gain.bestFixedDeg).toBeLessThanOrEqual(50);
    expect(gain.bestDeg[0]).toBeGreaterThan(gain.bestDeg[5] ?? 90);
    for (const { asItLiesWhM2, bestFixedWhM2, adjustedWhM2 } of gain.months) {
      expect(adjustedWhM2).toBeGreaterThanOrEqual(bestFixedWhM2);
      expect(adjustedWhM2).toBeGreaterThanOrEqual(asItLiesWhM2 - 1e-6);
    }
  });

  test('has no winter month at the pole, and looks north from the south', () => {
    const pole = tiltGain({ latitudeDeg: 90, longitudeDeg: 0, rootFacesDeg: 0 }, 0, [0, 0, 1]);
    expect(pole.months[0]?.adjustedWhM2).toBe(0);
    const south = tiltGain({ latitudeDeg: -35, longitudeDeg: 149, rootFacesDeg: 0 }, 0, [0, 0, 1]);
    expect(south.bestFixedDeg).toBeGreaterThan(20);
  });

  test('wants rows apart by the shadow of the shortest day: height by the cotangent of the sun, at noon', () => {
    const place = { latitudeDeg: 45, longitudeDeg: 0, rootFacesDeg: 0 };
    // Noon of the shortest day: 45 + 23.44 from overhead, 21.6° up. South is in front of who looks into a wall that faces north.
    const gap = rowGapMm(place, { heightMm: 1000, back: [0, -1, 0], out: [0, 0, 1] }, [12, 12]);
    expect(gap).toBeCloseTo(1000 / Math.tan((21.6 * Math.PI) / 180), -2);
    expect(
      rowGapMm({ ...place, latitudeDeg: 80 }, { heightMm: 1000, back: [0, -1, 0], out: [0, 0, 1] }),
    ).toBeNull();
  });
});

describe('the figures of a whole array', () => {
  test('add up on every demo: modules in strings, power of fields, rails under all', () => {
    for (const { plan: make } of DEMOS) {
      const plan = make();
      const { fields, rails, strings } = arrayFigures(prepare(plan));
      const count = fields.reduce((sum, { modules }) => sum + modules, 0);
      expect(strings.reduce((sum, each) => sum + each.count, 0)).toBe(count);
      expect(fields.reduce((sum, { powerW }) => sum + powerW, 0)).toBe(
        strings.reduce((sum, { powerW }) => sum + powerW, 0),
      );
      expect(rails.every(({ lengthMm, feetMm }) => lengthMm > 0 && feetMm.length >= 2)).toBe(true);
    }
  });
});
