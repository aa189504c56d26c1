import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { boxObstacle } from '../demo/parts.ts';
import type { CircuitWire } from '../plan/circuit.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { CheckCases } from '../test/check-cases.ts';

const WALLED_OFF: PlanEdit = {
  kind: 'set-obstacle',
  face: 'roof-top',
  obstacle: boxObstacle('fence', 'Fence', 'other', [0, 1000, 168 * 25.4, 60]),
};

/** A circuit beside the arrays in the run to the roof, in place of the second of them. */
function sharing(carries: 'data' | 'ac-out', wire: Partial<CircuitWire>): PlanEdit {
  return {
    kind: 'set-circuit',
    circuit: newCircuit('us', {
      id: 'b-array',
      name: 'To the roof',
      carries,
      from: atGear('disconnect'),
      to: atGear('array-box'),
      currentA: 5,
      voltageV: 240,
      wire: { ...wire, size: { by: 'awg', size: '10' } },
    }),
  };
}

function longString(series: number): PlanEdit {
  const circuit = honeyHouse().circuits.find(({ id }) => id === 'a-array');
  if (circuit?.from.at !== 'modules') throw new Error('The demo’s first array is one of modules.');
  return { kind: 'set-circuit', circuit: { ...circuit, from: { ...circuit.from, series } } };
}

/** What each check of this family passes, and what it must find. */
export const ROUTE_CASES: Readonly<Record<string, CheckCases>> = {
  'route.company': {
    valid: [[], [sharing('ac-out', { insulation: 'thhn' })]],
    invalid: [
      [sharing('data', {})],
      // A string that reaches more than building wire is made for.
      [sharing('ac-out', { insulation: 'thhn' }), longString(16)],
    ],
  },
  'route.way': {
    valid: [[]],
    invalid: [[WALLED_OFF]],
  },
};
