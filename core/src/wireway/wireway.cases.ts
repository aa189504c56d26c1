import type { CheckCases } from '../test/check-cases.ts';
import { getSample } from '../gear/samples.ts';

/** What each check of this family passes, and what it must find. */
export const WIREWAY_CASES: Readonly<Record<string, CheckCases>> = {
  'wireway.link': {
    valid: [[]],
    invalid: [
      [
        {
          kind: 'set-link',
          link: {
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
          circuit: {
            id: 'thick',
            name: 'Thick',
            from: 'a-ac',
            to: 'load-feed',
            wire: { kind: 'table', size: '500' },
            count: 12,
            currentCarryingCount: 3,
          },
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
    valid: [[], [{ kind: 'set-joint-play', joint: 'a-dc', playMm: 6 }]],
    invalid: [[{ kind: 'set-joint-play', joint: 'a-dc', playMm: 0 }]],
  },
};
