import type { CheckCases } from '../test/check-cases.ts';
import { rectangle } from '../test/plans.ts';

/** What each check of this family passes, and what it must find. */
export const SURVEY_CASES: Readonly<Record<string, CheckCases>> = {
  // An old file may hold it; no edit makes it. See the plan below.
  'survey.contradictions': {
    valid: [[]],
    invalid: [],
  },
  'survey.simulated': {
    valid: [
      [],
      [
        { kind: 'mark-simulated', face: 'plant-wall', item: 'plant-wall/width', isSimulated: true },
        { kind: 'mark-simulated', face: 'plant-wall', item: 'plant-wall/width', isSimulated: false },
      ],
    ],
    invalid: [
      [{ kind: 'mark-simulated', face: 'plant-wall', item: 'plant-wall/width', isSimulated: true }],
      [
        { kind: 'mark-simulated', face: 'north-wall', item: 'north-wall/width', isSimulated: true },
        { kind: 'mark-simulated', face: 'north-wall', item: 'north-wall/height', isSimulated: true },
      ],
    ],
  },
  'survey.sides': {
    valid: [
      [],
      // Both outside: a wall under an overhang, say.
      [
        { kind: 'set-face', face: 'north-wall', side: 'outside' },
        { kind: 'set-face', face: 'plant-wall', side: 'outside' },
        { kind: 'set-face', face: 'plant-floor', side: 'outside' },
        { kind: 'set-face', face: 'plant-ceiling', side: 'outside' },
        { kind: 'set-face', face: 'loft-floor', side: 'outside' },
        { kind: 'set-face', face: 'roof-underside', side: 'outside' },
        { kind: 'set-face', face: 'north-underside', side: 'outside' },
      ],
    ],
    invalid: [
      [{ kind: 'set-face', face: 'north-wall', side: 'outside' }],
      [{ kind: 'set-face', face: 'roof-underside', side: 'outside' }],
    ],
  },
  'survey.site': {
    valid: [[]],
    invalid: [[{ kind: 'set-outline', face: 'north-wall', pointsMm: rectangle(3000, 2000) }]],
  },
};
