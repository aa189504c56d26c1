import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { findingsOf } from '../check/run-checks.ts';
import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { CIRCUIT_KINDS, type Circuit } from '../plan/circuit.ts';
import type { GearKind } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { getSample } from '../gear/samples.ts';
import { cases } from '../test/cases.ts';
import { batteryFuseCheck } from './battery-fuse-check.ts';
import { overcurrentCheck } from './overcurrent-check.ts';
import { stringFuseCheck } from './string-fuse-check.ts';

/** The standard ratings of fuses, as they are printed (NEC 240.6(A); IEC 60269-1), as far as a string needs them. */
const MADE = {
  us: [1, 3, 6, 10, 15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150],
  iec: [2, 4, 6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160],
};

type Strings = {
  readonly codeBasis: Plan['codeBasis'];
  readonly parallel: number;
  readonly iscA: number;
  readonly maxFuseA: number;
  readonly fuseA: number | null;
};

/** So many strings side by side in one circuit. */
function withStrings({ codeBasis, parallel, iscA, maxFuseA, fuseA }: Strings): Plan {
  const plan = codeBasis === 'us' ? honeyHouse() : glasshouses();
  const type = plan.gearTypes.find(({ solarModule }) => solarModule !== null);
  const inverter = plan.placements.find(({ id }) => id === (codeBasis === 'us' ? 'inverter-a' : 'gang-1'));
  if (type?.solarModule == null || inverter === undefined) throw new Error('The demo has no array.');
  const solarModule = { ...type.solarModule, iscA, impA: iscA * 0.95, maxFuseA };
  const circuit = newCircuit(codeBasis, {
    id: 'strings',
    name: 'Strings',
    carries: 'array',
    from: { at: 'modules', type: type.id, series: 8, parallel },
    to: atGear(inverter.id),
    lengthMm: 5000,
    protection: { by: 'none' },
    ...(fuseA === null ? {} : { stringFuseA: fuseA }),
  });
  return {
    ...plan,
    gearTypes: plan.gearTypes.map((each) => (each.id === type.id ? { ...each, solarModule } : each)),
    circuits: [circuit],
    runs: [],
  };
}

const said = (plan: Plan) => findingsOf(stringFuseCheck, prepare(plan)).map(({ message }) => message);

/** What the codes ask, as they are printed (NEC 690.9(A), (B); IEC 62548, 6.5.3). */
function expected({ codeBasis, parallel, iscA, maxFuseA, fuseA }: Strings): string[] {
  const isUs = codeBasis === 'us';
  const leastA = (isUs ? 1.5625 : 1.5) * iscA;
  const mostA = isUs ? maxFuseA : Math.min(maxFuseA, 2.4 * iscA);
  if (fuseA !== null) {
    if (fuseA > maxFuseA) return ['over-module'];
    if (fuseA > mostA) return ['over-iec'];
    return fuseA < leastA ? ['small'] : [];
  }
  const backA = (parallel - 1) * iscA * (isUs ? 1.25 : 1);
  if (backA <= maxFuseA) return [];
  const smallest = MADE[codeBasis].find((rating) => rating >= leastA) ?? Infinity;
  return [smallest > mostA ? 'no-fuse' : 'none'];
}

describe('the matrix of silence of string fuses', () => {
  const strings = fc.record<Strings>({
    codeBasis: fc.constantFrom('us', 'iec'),
    parallel: fc.integer({ min: 1, max: 12 }),
    iscA: fc.integer({ min: 20, max: 200 }).map((tenths) => tenths / 10 + 0.013),
    maxFuseA: fc.constantFrom(6, 10, 15, 20, 25, 30),
    fuseA: fc.constantFrom(null, null, 6, 10, 15, 16, 20, 25, 30, 40),
  });

  test('speaks of what breaks the rules, and of nothing else', () => {
    fc.assert(
      fc.property(strings, (each) => {
        expect(said(withStrings(each))).toEqual(expected(each));
      }),
      { numRuns: cases(600, 80) },
    );
  });

  test('asks for a fuse where three or more strings of 11.2 A meet modules for 20 A', () => {
    const at = (parallel: number, fuseA: number | null = null) =>
      said(withStrings({ codeBasis: 'us', parallel, iscA: 11.2, maxFuseA: 20, fuseA }));
    expect([at(1), at(2), at(3), at(4), at(6)]).toEqual([[], [], ['none'], ['none'], ['none']]);
    // 1.5625 · 11.2 A is 17.5 A: 20 A serves.
    expect([at(6, 20), at(3, 40), at(3, 15)]).toEqual([[], ['over-module'], ['small']]);
  });

  test('finds a fuse of 10 A right where it is: it is made', () => {
    // 1.5625 · 6.2 A is 9.7 A, and the module allows 10 A (NEC 240.6(A) has 10 A).
    const none = withStrings({ codeBasis: 'us', parallel: 4, iscA: 6.2, maxFuseA: 10, fuseA: null });
    expect(said(none)).toEqual(['none']);
    const [found] = findingsOf(stringFuseCheck, prepare(none));
    expect(found?.fixes.map(({ data }) => data)).toEqual([{ fuse: { value: 10, unit: 'A' } }]);
  });
});

describe('strings that come together at gear', () => {
  type Arriving = { readonly strings: number; readonly by: 'none' | 'program' };
  /** Circuits with so many strings each, of 10 A, that lead to a piece of a kind and on to inverter A. */
  function meeting(kind: GearKind, arriving: readonly Arriving[], maxFuseA: number, leaving = 1): string[] {
    const plan = withStrings({ codeBasis: 'us', parallel: 1, iscA: 10, maxFuseA, fuseA: null });
    const module = plan.gearTypes.find(({ solarModule }) => solarModule !== null)?.id ?? '';
    const panel = { ...getSample('load-centre-125a') };
    delete panel.device;
    const circuits = arriving.map(({ strings: parallel, by }, index) =>
      newCircuit('us', {
        id: `in-${index}`,
        name: `In ${index}`,
        carries: 'array',
        from: { at: 'modules', type: module, series: 8, parallel },
        to: atGear('joins'),
        lengthMm: 5000,
        protection: { by },
      }),
    );
    const out = Array.from({ length: leaving }, (_, index) =>
      newCircuit('us', {
        id: `out-${index}`,
        name: `Out ${index}`,
        carries: 'array',
        from: atGear('joins'),
        to: atGear('inverter-a'),
        currentA: 10,
        lengthMm: 5000,
      }),
    );
    return said({
      ...plan,
      gearTypes: [...plan.gearTypes, { ...panel, id: 'joining', kind }],
      placements: [
        ...plan.placements,
        { id: 'joins', name: 'Joins', type: 'joining', face: 'north-wall', xMm: 2600, yMm: 2000 },
      ],
      circuits: [...circuits, ...out],
    });
  }
  const many = (count: number, each: Arriving) => Array.from({ length: count }, () => each);
  const bare = { strings: 1, by: 'none' } as const;
  const fused = { strings: 1, by: 'program' } as const;

  test('each want a fuse from where the others give more than their modules stand', () => {
    // Others of 12.5 A for bright sun: two of them are 25 A, three 37.5 A.
    for (const kind of ['combiner', 'charge-controller'] as const) {
      expect(meeting(kind, many(3, bare), 25)).toEqual([]);
      expect(meeting(kind, many(4, bare), 25)).toEqual(many(4, bare).map(() => 'none-at'));
    }
    // A combiner clears until its plate says otherwise; a controller does not.
    expect(meeting('combiner', many(4, fused), 25)).toEqual([]);
    expect(meeting('charge-controller', many(4, fused), 25)).toHaveLength(4);
  });

  test('are joined in a box or a disconnect that fewer circuits leave than come in, not by separate poles', () => {
    for (const kind of ['junction-box', 'disconnect'] as const) {
      expect(meeting(kind, many(4, bare), 25, 1)).toHaveLength(4);
      expect(meeting(kind, many(4, bare), 25, 4)).toEqual([]);
    }
  });

  test('get what those of their own circuit give, and what its device lets through', () => {
    // Two in a circuit and two in another: 12.5 A of its own and 25 A of the others are 37.5 A.
    const pair = { strings: 2, by: 'none' } as const;
    expect(meeting('combiner', many(2, pair), 25)).toEqual(['none-at', 'none-at']);
    // A device of 35 A behind a pair lets the others’ 25 A through.
    expect(meeting('combiner', many(2, { ...pair, by: 'program' }), 25)).toEqual(['none-at', 'none-at']);
    expect(meeting('combiner', many(2, pair), 40)).toEqual([]);
  });

  test('whose fuse by the program is above what their modules allow have none that fits', () => {
    // 1.5625 · 10 A is 15.6 A: 20 A is made, 15 A is allowed.
    expect(meeting('combiner', many(4, fused), 15)).toEqual(many(4, fused).map(() => 'no-fuse'));
    expect(meeting('combiner', many(4, fused), 20)).toEqual([]);
  });
});

describe('the matrix of silence of overcurrent protection', () => {
  const messages = (circuit: Circuit) =>
    findingsOf(overcurrentCheck, prepare({ ...honeyHouse(), circuits: [circuit], runs: [] })).map(
      ({ message }) => message,
    );

  test('of every kind of circuit: without a device, and with nothing said to carry', () => {
    for (const carries of CIRCUIT_KINDS) {
      const circuit = newCircuit('us', {
        id: 'c',
        name: 'C',
        carries,
        from: atGear('disconnect'),
        to: atGear('load-centre'),
        currentA: 5,
        voltageV: 48,
      });
      const isPower = !['unsaid', 'bond', 'data'].includes(carries);
      expect([carries, messages(circuit)]).toEqual([carries, []]);
      // A string feeds its own conductors no more than they stand (690.9(A)); all else is protected where it is fed (240.4).
      const isFed = isPower && carries !== 'array';
      const bare = messages({ ...circuit, protection: { by: 'none' } });
      expect([carries, bare]).toEqual([carries, isFed ? ['none'] : []]);
      const idle = messages({ ...circuit, wire: { ...circuit.wire, carrying: 0 } });
      expect([carries, idle]).toEqual([carries, isPower ? ['carrying-none'] : []]);
    }
  });

  test('a load straight off a battery wants its fuse as a battery’s own circuit does', () => {
    const battery = getSample('lithium-battery-24v');
    const plan = honeyHouse();
    const fed = (carries: Circuit['carries'], more: Partial<Circuit> = {}) =>
      findingsOf(
        batteryFuseCheck,
        prepare({
          ...plan,
          gearTypes: [...plan.gearTypes, battery],
          placements: [
            ...plan.placements,
            { id: 'own', name: 'Own', type: battery.id, face: 'north-wall', xMm: 1500, yMm: 2000 },
          ],
          runs: [],
          circuits: [
            newCircuit('us', {
              id: 'fed',
              name: 'Fed',
              carries,
              from: atGear('own', 'studs'),
              to: { at: 'outside', what: 'loads' },
              currentA: 20,
              lengthMm: 3000,
              ...more,
            }),
          ],
        }),
      ).map(({ message }) => message);
    expect([fed('dc-load'), fed('battery')]).toEqual([['none'], ['none']]);
    expect(fed('dc-load', { device: { at: 'from', awayMm: 100 } })).toEqual([]);
    expect(fed('dc-load', { device: { at: 'to', awayMm: 100 } })).toEqual(['far']);
  });

  test('a battery’s conductor that goes through a wall before its fuse is told, by the code of the job', () => {
    const plan = honeyHouse();
    const battery = getSample('lithium-battery-24v');
    const at = (awayMm: number, codeBasis: Plan['codeBasis'], isTurned: boolean) => {
      const [run] = plan.runs;
      if (run === undefined) throw new Error('The demo has no run.');
      // The demo’s run through the wall, with a battery in the place of its disconnect.
      const type = plan.placements.find(({ id }) => id === 'disconnect')?.type ?? '';
      const gearTypes = plan.gearTypes.map((each) =>
        each.id === type ? { ...battery, id: type, knockouts: each.knockouts } : each,
      );
      const ends = isTurned ? { from: run.to, to: run.from } : { from: run.from, to: run.to };
      const circuit = newCircuit('us', {
        id: 'out',
        name: 'Out',
        carries: 'dc-load',
        from: atGear('disconnect'),
        to: atGear('array-box'),
        currentA: 10,
        device: { at: 'from', awayMm },
      });
      return findingsOf(
        batteryFuseCheck,
        prepare({
          ...plan,
          codeBasis,
          gearTypes,
          circuits: [circuit],
          runs: [{ ...run, ...ends, circuits: ['out'] }],
        }),
      ).map(({ message, source }) => [message, source.title]);
    };
    for (const isTurned of [false, true]) {
      expect(at(100, 'us', isTurned)).toEqual([]);
      expect(at(5000, 'us', isTurned)).toEqual([['behind-wall', 'NEC (NFPA 70)']]);
      expect(at(5000, 'iec', isTurned)).toEqual([['behind-wall', 'IEC 60364-4-43']]);
    }
  });
});
