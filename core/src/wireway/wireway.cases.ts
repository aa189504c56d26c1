import { atGear, newCircuit } from '../conductor/new-circuit.ts';
import type { CheckCases } from '../test/check-cases.ts';
import { getSample } from '../gear/samples.ts';

/** What each check of this family passes, and what it must find. */
export const WIREWAY_CASES: Readonly<Record<string, CheckCases>> = {
  'wireway.join': {
    valid: [[]],
    invalid: [
      [
        {
          kind: 'set-join',
          join: {
            id: 'join',
            kind: 'side-by-side',
            a: { placement: 'load-centre', knockout: 'bottom-left' },
            b: { placement: 'disconnect', knockout: 'top' },
          },
        },
      ],
    ],
  },
  'wireway.fill': {
    valid: [[]],
    invalid: [
      [
        {
          kind: 'set-circuit',
          circuit: newCircuit('us', {
            id: 'thick',
            name: 'Thick',
            carries: 'ac-out',
            from: atGear('inverter-a'),
            to: atGear('load-centre'),
            wire: { size: { by: 'awg', size: '500' }, count: 12, carrying: 3 },
            stretches: [{ from: 'a-ac', to: 'load-feed' }],
          }),
        },
      ],
    ],
  },
  'wireway.supports': {
    valid: [[]],
    invalid: [[{ kind: 'set-gear-type', gearType: { ...getSample('wireway-6x6-10ft'), bracketHoles: [] } }]],
  },
  'wireway.holes': {
    valid: [[]],
    invalid: [[{ kind: 'move-placement', placement: 'inverter-a', xMm: 12 * 25.4, yMm: 63.875 * 25.4 }]],
  },
  'wireway.nipple': {
    valid: [[], [{ kind: 'set-nipple-play', nipple: 'a-dc', playMm: 6 }]],
    invalid: [[{ kind: 'set-nipple-play', nipple: 'a-dc', playMm: 0 }]],
  },
};
