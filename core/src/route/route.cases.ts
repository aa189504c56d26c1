import type { CheckCases } from '../test/check-cases.ts';

/** What each check of this family passes, and what it must find. */
export const ROUTE_CASES: Readonly<Record<string, CheckCases>> = {
  'route.way': {
    valid: [[]],
    invalid: [[{ kind: 'remove-penetration', penetration: 'roof-hole' }]],
  },
};
