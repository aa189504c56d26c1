import type { CheckCases } from '../test/check-cases.ts';

/** What each check of this family passes, and what it must find. */
export const PACK_CASES: Readonly<Record<string, CheckCases>> = {
  'pack.no-drill': {
    valid: [[]],
    invalid: [[{ kind: 'move-placement', placement: 'battery-a', xMm: 16.5 * 25.4, yMm: 45 * 25.4 }]],
  },
};
