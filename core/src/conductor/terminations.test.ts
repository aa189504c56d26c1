import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { glasshouses } from '../demo/glasshouses.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { tellingOf } from '../plan/names.ts';
import { terminationsOf } from './terminations.ts';

function endsOf(plan: Plan, id: string) {
  const telling = tellingOf(METRIC_READER, plan);
  return (terminationsOf(prepare(plan), id) ?? []).map(({ how, torque, count, notes }) => ({
    how: toldText(how, telling),
    torqueNm: torque === null ? null : torque.value / 1000,
    count,
    notes,
  }));
}

describe('the ends of conductors', () => {
  test('are lugs on studs, tightened as the gear says', () => {
    const ends = endsOf(eyeClinic(), 'inverter-battery');
    expect(ends.map(({ torqueNm }) => torqueNm)).toEqual([9, 12]);
    for (const { how } of ends) expect(how).toMatch(/lug/u);
  });

  test('are sleeves of the standard’s colours on fine strands in clamps', () => {
    // DIN 46228-4: 10 mm² red, 16 mm² blue, 25 mm² yellow.
    const plan = eyeClinic();
    const circuit = plan.circuits.find(({ id }) => id === 'array-in');
    if (circuit === undefined) throw new Error('The demo has it.');
    for (const [size, colour] of [
      ['10', 'red'],
      ['16', 'blue'],
      ['25', 'yellow'],
    ] as const) {
      const applied = applyEdits(plan, [
        {
          kind: 'set-circuit',
          circuit: { ...circuit, wire: { ...circuit.wire, size: { by: 'mm2', size } } },
        },
      ]);
      if (!applied.ok) throw new Error('It may be made.');
      expect(endsOf(applied.value.plan, 'array-in')[0]?.how).toMatch(
        new RegExp(`${size} mm²: ${colour}`, 'u'),
      );
    }
  });

  test('are left as they are where building wire goes into a clamp, one for each conductor and its earth', () => {
    const [from] = endsOf(honeyHouse(), 'a-feed');
    expect([from?.count, from?.torqueNm]).toEqual([4, 3.4]);
    expect(from?.how).toMatch(/^Stripped/u);
  });

  test('count every set, take plugs without a torque, and ask for one that nobody entered', () => {
    // Two sets of four and an earth conductor.
    expect(endsOf(glasshouses(), 'main-feed')[0]?.count).toBe(9);
    const [plug] = endsOf(glasshouses(), 'array-1-1');
    expect([plug?.torqueNm, plug?.notes]).toEqual([null, []]);
    const plan = honeyHouse();
    const gearTypes = plan.gearTypes.map((type) => ({
      ...type,
      terminals: type.terminals.map((terminal) => ({ ...terminal, torqueNm: null, takes: null })),
    }));
    const [bare] = endsOf({ ...plan, gearTypes }, 'a-feed');
    expect(bare?.how).toMatch(/^As its maker says/u);
    expect(bare?.notes.join(' ')).toMatch(/torque was not entered/u);
  });
});
