import { AWG_SIZES, type AwgSize, TRADE_SIZES } from '../reference/conductor-sizes.ts';
import { atGear, newCircuit } from '../conductor/new-circuit.ts';

import { tellingOf } from '../plan/names.ts';
import { toldText } from '../quantity/told.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { faultText } from '../plan/fault.ts';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Circuit } from '../plan/circuit.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { INCH_READER } from '../quantity/format.ts';
import { THHN_DIMENSIONS } from '../reference/conductors.ts';
import { bracketHole } from '../gear/new-gear.ts';
import { getHung } from '../test/plans.ts';
import { allowedFillPct, conductorsInEmt } from './conduit-count.ts';
import { wirewayFillCheck } from './fill-check.ts';
import { deflections, fillSections } from './fill.ts';
import { lineUpEdits, type LineUp } from './line-up.ts';
import { LONGEST_NIPPLE_MM } from './nipple.ts';
import { wirewaySupportsCheck } from './supports-check.ts';

const SIZES = TRADE_SIZES;
/** NEC Informative Annex C, Table C.1: THHN and THWN-2 in EMT, written from memory. */
const ANNEX_C1: Record<AwgSize, number[]> = {
  '14': [12, 22, 35, 61, 84, 138, 241, 364, 476, 608],
  '12': [9, 16, 26, 45, 61, 101, 176, 266, 347, 443],
  '10': [5, 10, 16, 28, 38, 63, 111, 167, 219, 279],
  '8': [3, 6, 9, 16, 22, 36, 64, 96, 126, 161],
  '6': [2, 4, 7, 12, 16, 26, 46, 69, 91, 116],
  '4': [1, 2, 4, 7, 10, 16, 28, 43, 56, 71],
  '3': [1, 1, 3, 6, 8, 13, 24, 36, 47, 60],
  '2': [1, 1, 3, 5, 7, 11, 20, 30, 40, 51],
  '1': [1, 1, 1, 4, 5, 8, 15, 22, 29, 37],
  '1/0': [1, 1, 1, 3, 4, 7, 12, 19, 25, 32],
  '2/0': [0, 1, 1, 2, 3, 6, 10, 16, 20, 26],
  '3/0': [0, 1, 1, 1, 3, 5, 8, 13, 17, 22],
  '4/0': [0, 1, 1, 1, 2, 4, 7, 11, 14, 18],
  '250': [0, 0, 1, 1, 1, 3, 6, 9, 11, 15],
  '300': [0, 0, 1, 1, 1, 3, 5, 7, 10, 13],
  '350': [0, 0, 1, 1, 1, 2, 4, 6, 9, 11],
  '400': [0, 0, 0, 1, 1, 1, 4, 6, 8, 10],
  '500': [0, 0, 0, 1, 1, 1, 3, 5, 6, 8],
};

describe('conductors in conduit', () => {
  test.each(
    AWG_SIZES.flatMap((size) =>
      SIZES.map((trade, index) => [size, trade, ANNEX_C1[size][index] ?? NaN] as const),
    ),
  )('%s in %s″ EMT: %i', (size, trade, count) => {
    expect(conductorsInEmt(trade, size)).toBe(count);
  });

  test('fill 53, 31 or 40 %, and a nipple 60 %', () => {
    // NEC Chapter 9, Table 1 and Note 4.
    expect([1, 2, 3, 9].map((count) => allowedFillPct(count, false))).toEqual([53, 31, 40, 40]);
    expect(allowedFillPct(9, true)).toBe(60);
  });

  test('have the area of their tabled diameter', () => {
    // Table 5 prints both; the area is that of the circle, to the digits printed.
    for (const { diameterIn, areaIn2 } of Object.values(THHN_DIMENSIONS.rows))
      expect(Math.abs((Math.PI / 4) * diameterIn ** 2 - areaIn2)).toBeLessThan(0.0006);
  });
});

function edited(...edits: PlanEdit[]): Plan {
  const applied = applyEdits(typed(), edits);
  if (!applied.ok) throw new Error(faultText(applied.fault));
  return applied.value.plan;
}
/** Conductors of a size from inverter A to the load centre, with the four circuits that are there. */
function more(
  wire: Partial<Circuit['wire']> & { readonly awg?: AwgSize },
  stretch: Partial<Circuit['stretches'][number]> = {},
): PlanEdit {
  const { awg = '4/0', ...others } = wire;
  const circuit = newCircuit('us', {
    id: 'more',
    name: 'More',
    carries: 'unsaid',
    from: atGear('inverter-a'),
    to: atGear('load-centre'),
    wire: { size: { by: 'awg', size: awg }, count: 4, carrying: 3, hasEarth: false, ...others },
    stretches: [{ from: 'a-ac', to: 'load-feed', ...stretch }],
  });
  return { kind: 'set-circuit', circuit };
}

/** The honey house with all its conductors typed: both feeds four of #8, both array pairs three of #10. */
function typed(): Plan {
  const demo = honeyHouse();
  const wireOf = (id: string) => (id.endsWith('feed') ? (['8', 4] as const) : (['10', 3] as const));
  return {
    ...demo,
    circuits: demo.circuits.map((circuit) => {
      const [size, count] = wireOf(circuit.id);
      const wire = { ...circuit.wire, insulation: 'thhn', hasEarth: false, count, carrying: 2 } as const;
      return { ...circuit, wire: { ...wire, size: { by: 'awg', size } } };
    }),
  };
}

describe('the fill of a wireway', () => {
  test('adds up, stretch by stretch, what lies between its nipples', () => {
    const sections = fillSections(prepare(typed()), 'wireway');
    // From the left end: a-dc, a-ac, b-dc, b-ac, disconnect, load centre. Between b-ac and the disconnect lie both
    // feeds and both array pairs: 8 × #8 and 6 × #10.
    const areas = sections.map(({ areaMm2 }) => areaMm2 / mmFromInch(1) ** 2);
    const most = 8 * 0.0366 + 6 * 0.0211;
    expect(Math.max(...areas)).toBeCloseTo(most, 9);
    expect(Math.max(...sections.map(({ fillPct }) => fillPct))).toBeCloseTo((most / 36) * 100, 9);
    expect(sections.map(({ fromMm, toMm }) => toMm > fromMm)).not.toContain(false);
    expect(Math.max(...sections.map(({ currentCarryingCount }) => currentCarryingCount))).toBe(8);
    const measured = edited(more({ count: 1, carrying: 1, size: { by: 'measured', diameterMm: 10 } }));
    const [, thicker] = fillSections(prepare(measured), 'wireway');
    const [, before] = fillSections(prepare(typed()), 'wireway');
    expect((thicker?.areaMm2 ?? 0) - (before?.areaMm2 ?? 0)).toBeCloseTo(25 * Math.PI, 9);
  });

  test('counts what goes there and back twice', () => {
    const once = edited(more({ awg: '4/0', count: 1, carrying: 1 }));
    const twice = {
      ...once,
      circuits: once.circuits.map((each) =>
        each.id === 'more' ? { ...each, stretches: [...each.stretches, ...each.stretches] } : each,
      ),
    };
    const most = (of: Plan) =>
      Math.max(...fillSections(prepare(of), 'wireway').map(({ areaMm2 }) => areaMm2));
    // Table 5: 0.3237 in² of one 4/0.
    expect(most(twice) - most(once)).toBeCloseTo(0.3237 * mmFromInch(1) ** 2, 6);
  });

  test('is too much above 20 % of the section, and is asked about above 30 conductors', () => {
    expect(findingsOf(wirewayFillCheck, prepare(typed()))).toEqual([]);
    // 36 in² take 7.2 in²: 22 of 4/0, 0.3237 in² each, with the 0.43 in² that are there.
    const messages = (count: number, carrying: number, awg: AwgSize = '4/0') =>
      findingsOf(wirewayFillCheck, prepare(edited(more({ count, carrying, awg })))).map(
        ({ message }) => message,
      );
    expect(messages(20, 4)).toEqual([]);
    expect(new Set(messages(22, 4))).toEqual(new Set(['full']));
    expect(messages(20, 20)).toEqual([]);
    // With the 8 that are there: 30, and 31.
    expect(messages(23, 22, '10')).toEqual([]);
    expect(messages(23, 23, '10')).toEqual(['count']);
  });

  test('needs the width of Table 312.6(A) where conductors deflect', () => {
    const of = (awg: AwgSize) =>
      deflections(prepare(edited(more({ awg }))), 'wireway')
        .filter((each) => each.circuit.id === 'more')
        .map(({ neededMm }) => neededMm);
    // 4/0: 4 in; 500 kcmil: 6 in, just what a 6 in wireway has; 14: none stated.
    expect(of('4/0')).toEqual([mmFromInch(4), mmFromInch(4)]);
    expect(of('500')).toEqual([mmFromInch(6), mmFromInch(6)]);
    expect(of('14')).toEqual([]);
    const types = honeyHouse().gearTypes.map((type) =>
      type.kind === 'wireway' ? { ...type, heightMm: mmFromInch(4), dropMm: mmFromInch(4) } : type,
    );
    const shallow = {
      ...edited(more({ awg: '500', count: 1, carrying: 1 })),
      gearTypes: types,
    };
    expect(findingsOf(wirewayFillCheck, prepare(shallow)).map(({ message }) => message)).toContain('bend');
  });

  test('loses its way with a nipple but not what it carries, and is refused between two wireways or by one nipple', () => {
    const without = edited({ kind: 'remove-nipple', nipple: 'load-feed' });
    // Those of the wireway; the others lie elsewhere.
    const four = without.circuits.slice(0, 4);
    expect(four.map(({ id, stretches }) => [id, stretches.length])).toEqual([
      ['a-feed', 0],
      ['b-feed', 0],
      ['a-array', 1],
      ['b-array', 1],
    ]);
    const bare = edited({ kind: 'remove-placement', placement: 'wireway' });
    expect(bare.circuits.flatMap(({ stretches }) => stretches)).toEqual([]);
    expect(
      edited({ kind: 'remove-placement', placement: 'load-centre' }).circuits.map(({ id }) => id),
    ).toEqual(['a-array', 'b-array', 'house-supply', 'battery-a-feed', 'battery-b-feed']);
    expect(() => edited(more({}, { to: 'a-ac' }))).toThrow('comes in and leaves by the same nipple');
    expect(() => edited(more({ carrying: 5 }))).toThrow('fewer conductors than it says carry current');
    expect(() => edited(more({}, { to: 'gone' }))).toThrow('There is no nipple “gone”');
    expect(() => edited(more({ insulation: 'pvc' }))).toThrow('of a size it is not made in');
  });
});

describe('supports of a wireway', () => {
  const found = (...inches: number[]) => {
    const types = honeyHouse().gearTypes.map((type) =>
      type.kind === 'wireway'
        ? { ...type, bracketHoles: inches.map((at, index) => bracketHole(`h${index}`, mmFromInch(at), 0, 5)) }
        : type,
    );
    return findingsOf(wirewaySupportsCheck, prepare({ ...honeyHouse(), gearTypes: types })).map(
      ({ message }) => message,
    );
  };

  test('stand at each end and at most five feet apart', () => {
    // NEC 376.30(A). Ten feet long, its middle at 0.
    expect(found(-56, 0, 56)).toEqual([]);
    expect(found(-56, 4, 56)).toEqual([]);
    expect(found(-56, 4.1, 56)).toEqual(['apart']);
    expect(found(-40, 0, 56)).toEqual(['end']);
    expect(found()).toEqual(['none']);
  });
});

describe('units in line over a wireway', () => {
  const lined = (how: LineUp, gapIn: number, plan = honeyHouse()) => {
    const prepared = prepare(plan);
    const edits = lineUpEdits(prepared, getHung(prepared, 'wireway'), how, mmFromInch(gapIn));
    if (!edits.ok) return toldText(edits.fault, tellingOf(INCH_READER, plan));
    const applied = applyEdits(plan, edits.value);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    const after = prepare(applied.value.plan);
    return ['inverter-a', 'inverter-b', 'load-centre', 'disconnect'].map((id) => getHung(after, id));
  };
  const inch = (mm: number) => Math.round((mm / 25.4) * 1000) / 1000;
  const gaps = (units: ReturnType<typeof lined>) =>
    typeof units === 'string' ? units : units.map(({ body }) => inch(body.minY) - 36);

  test('hang with one gap, or say whose fittings touch', () => {
    expect(gaps(lined('one-gap', 4))).toEqual([4, 4, 4, 4]);
    // The 1 in fittings under the inverters stand 1.9 in off each side or so: 2 in is too little.
    expect(lined('one-gap', 2)).toMatch(/^The two fittings of .* touch below a gap of/u);
    expect(lined('one-gap', 25)).toMatch(/more than a nipple spans/u);
  });

  test('have their tops in line at the least gap that all can make up', () => {
    const units = lined('tops', 3);
    if (typeof units === 'string') throw new Error(units);
    // The inverters are the tallest, 27 in; the load centre is 24, the disconnect 13 1/2.
    expect(gaps(units)).toEqual([3, 3, 6, 16.5]);
    expect(new Set(units.map(({ body }) => inch(body.maxY)))).toEqual(new Set([66]));
  });

  test('have their hook lines in line', () => {
    const units = lined('hook-lines', 3);
    if (typeof units === 'string') throw new Error(units);
    expect(new Set(units.map(({ placement }) => inch(placement.yMm)))).toEqual(new Set([36 + 3 + 24.875]));
  });

  test('say why tops and hook lines cannot both be, or that one is too short', () => {
    // 27 − 24 7/8 = 2 1/8 in above the hook line; the disconnect 1 1/2 in.
    expect(lined('tops-and-hook-lines', 3)).toMatch(
      /^No gap lines up both: the top of DC disconnect is 1 1⁄2″ above its hook line, that of Inverter A 2 1⁄8″/u,
    );
    const short = honeyHouse();
    const gearTypes = short.gearTypes.map((type) =>
      type.kind === 'disconnect' ? { ...type, heightMm: 100, dropMm: 100 } : type,
    );
    expect(lined('tops', 3, { ...short, gearTypes })).toMatch(
      /^DC disconnect would hang .* too short beside the others/u,
    );
    expect(inch(LONGEST_NIPPLE_MM)).toBe(24);
    expect(lined('tops', 3, { ...short, nipples: [], circuits: [] })).toMatch(
      /^No nipple leads into Wireway yet/u,
    );
  });
});
