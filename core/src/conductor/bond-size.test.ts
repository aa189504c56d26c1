import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { findingsOf } from '../check/run-checks.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { surveyLaunch } from '../demo/survey-launch.ts';
import type { Circuit, CircuitWire } from '../plan/circuit.ts';
import type { Plan } from '../plan/plan.ts';
import type { AwgSize, Mm2Size } from '../reference/conductor-sizes.ts';
import { sizedCircuit } from './circuit-sizing.ts';
import { sectionMm2 } from './code-tables.ts';
import { demand } from '../test/demand.ts';
import { conductorCheck } from './conductor-check.ts';
import { atGear, newCircuit } from './new-circuit.ts';
import { sizeConductors } from './sizing.ts';

/** A job with one supply of a size, and its bond to earth. */
function earthed(
  supply: Partial<CircuitWire>,
  bond: Partial<CircuitWire> = {},
  basis: Plan['codeBasis'] = 'us',
) {
  const circuit = (
    id: string,
    more: Partial<Circuit> & Pick<Circuit, 'carries' | 'from' | 'to'>,
    wire: Partial<CircuitWire>,
  ) => newCircuit(basis, { id, name: id, currentA: 10, voltageV: 240, lengthMm: 3000, ...more, wire });
  return {
    ...(basis === 'us' ? honeyHouse() : glasshouses()),
    runs: [],
    circuits: [
      circuit(
        'supply',
        { carries: 'ac-in', from: { at: 'outside', what: 'supply' }, to: atGear('load-centre') },
        supply,
      ),
      circuit(
        'earth',
        { carries: 'bond', from: atGear('load-centre'), to: { at: 'outside', what: 'earth' } },
        bond,
      ),
    ],
  } satisfies Plan;
}

const earthOf = (plan: Plan) => sizedCircuit(prepare(plan), 'earth')?.size?.size;
const awg = (size: AwgSize) => ({ size: { by: 'awg', size } }) as const;
const mm2 = (size: Mm2Size) => ({ size: { by: 'mm2', size } }) as const;

describe('the conductor to earth', () => {
  test('follows the largest conductor of the supply (NEC Table 250.66)', () => {
    const copper = (size: AwgSize, more: Partial<CircuitWire> = {}) =>
      earthOf(earthed({ ...awg(size), ...more }));
    const sizes = ['14', '2', '1', '1/0', '2/0', '3/0', '4/0', '350', '400', '500'] as const;
    expect(sizes.map((size) => copper(size))).toEqual(['8', '8', '6', '6', '4', '4', '2', '2', '1/0', '1/0']);
    // Two sets of 350 are 700 thousand circular mils; three of 500 are 1,500.
    expect([copper('350', { sets: 2 }), copper('500', { sets: 3 })]).toEqual(['2/0', '3/0']);
    const aluminium = (size: AwgSize) =>
      earthOf(earthed({ ...awg(size), material: 'aluminium' }, { material: 'aluminium' }));
    expect((['1/0', '2/0', '250', '500'] as const).map(aluminium)).toEqual(['6', '4', '2', '1/0']);
  });

  test('follows the line conductor elsewhere, and is no thinner than the ground asks (IEC 60364-5-54)', () => {
    const of = (size: Mm2Size, sets = 1) => earthOf(earthed({ ...mm2(size), sets }, {}, 'iec'));
    expect([of('2.5'), of('16'), of('35'), of('50'), of('95'), of('95', 2)]).toEqual([
      '16',
      '16',
      '16',
      '25',
      '50',
      '95',
    ]);
  });

  test('of aluminium beside copper is thicker, in each table that does not say it itself', () => {
    const aluminium = { material: 'aluminium' } as const;
    // S · k1 ÷ k2 (IEC 60364-5-54, 543.1.2): 16 · 143 ÷ 94 is 24.3 mm².
    expect(earthOf(earthed(mm2('16'), aluminium, 'iec'))).toBe('25');
    expect(earthOf(earthed({ ...mm2('16'), ...aluminium }, aluminium, 'iec'))).toBe('16');
  });

  test('beyond the table is said, and not taken for unknown', () => {
    const beyond = earthed({ ...mm2('120'), sets: 3 }, {}, 'iec');
    expect(earthOf(beyond)).toBeUndefined();
    const found = findingsOf(conductorCheck, prepare(beyond)).filter(({ message }) =>
      message.startsWith('bond'),
    );
    expect(found.map(({ message, measured }) => [message, measured?.value])).toEqual([['bond-beyond', 180]]);
  });

  test('on what moves follows the battery’s conductors too', () => {
    // The clinic’s inverter takes 50 mm² from its battery and feeds 1.5 mm²: half of 50.
    const plan = eyeClinic();
    expect(sizedCircuit(prepare(plan), 'inverter-battery')?.size?.size).toBe('50');
    expect(sizedCircuit(prepare(plan), 'body-bond')?.size?.size).toBe('25');
  });

  test('of direct current alone is as large as its largest conductor, from 8 AWG (250.166)', () => {
    const plan = surveyLaunch();
    const largest = Math.max(
      ...plan.circuits
        .filter(({ carries }) => carries !== 'bond')
        .map(({ id }) => sizedCircuit(prepare(plan), id)?.size)
        .map((size) => (size == null ? 0 : sectionMm2(size))),
    );
    const bond = sizedCircuit(prepare(plan), 'negative-bond')?.size;
    expect(bond == null ? 0 : sectionMm2(bond)).toBe(largest);
  });

  test('speaks where it is thinner, where nothing tells it, and not where it is as thick', () => {
    const said = (plan: Plan) =>
      findingsOf(conductorCheck, prepare(plan))
        .filter(({ subjects }) => subjects.some(({ id }) => id === 'earth'))
        .map(({ message }) => message);
    expect(said(earthed(awg('3/0'), awg('6')))).toEqual(['bond-thin']);
    expect(said(earthed(awg('3/0'), awg('4')))).toEqual([]);
    expect(said(earthed(awg('3/0')))).toEqual([]);
    expect(said(earthed({ size: { by: 'measured', diameterMm: 8 } }))).toEqual(['bond-unknown']);
  });
});

describe('the earth conductor of a circuit', () => {
  test('grows with conductors that are larger than their current needs (NEC 250.122(B))', () => {
    const of = (lengthM: number, typed?: AwgSize) =>
      sizeConductors(
        demand({ voltageV: 120, lengthM, ...(typed === undefined ? {} : { wire: awg(typed) }) }),
      );
    const sizesAt = (lengthM: number, typed?: AwgSize) => {
      const { chosen, earth } = of(lengthM, typed);
      return [chosen?.size.size, earth?.size];
    };
    // 16 A for long behind 20 A: 12 AWG, earth 12. Over 120 m: 4 AWG, 41,740 ÷ 6,530 = 6.39 times; 6.39 · 6,530 = 41,740: 4 AWG.
    expect(sizesAt(5)).toEqual(['12', '12']);
    expect(sizesAt(120)[1]).toBe(sizesAt(120)[0]);
    expect(sizesAt(5, '4')).toEqual(['4', '4']);
    // A device of 100 A wants 8 AWG; its conductors of 3 AWG doubled to 1/0: 16,510 · 105,600 ÷ 52,620 = 33,133, so 4 AWG.
    const large = sizeConductors(demand({ currentA: 80, wire: awg('1/0') }));
    expect([large.deviceA, large.earth?.size]).toEqual([100, '4']);
  });
});
