import { boxObstacle } from '../demo/parts.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { CheckCases } from '../test/check-cases.ts';

const WALLED_OFF: PlanEdit = {
  kind: 'set-obstacle',
  face: 'roof-top',
  obstacle: boxObstacle('fence', 'Fence', 'other', [0, 1000, 168 * 25.4, 60]),
};

/** What each check of this family passes, and what it must find. */
export const ROUTE_CASES: Readonly<Record<string, CheckCases>> = {
  'route.way': {
    valid: [[]],
    invalid: [[WALLED_OFF]],
  },
};
