import { honeyHouse } from '../demo/honey-house.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Penetration } from '../plan/penetration.ts';
import type { CheckCases } from '../test/check-cases.ts';

function set(more: Partial<Penetration>): PlanEdit {
  const [penetration] = honeyHouse().penetrations;
  if (penetration === undefined) throw new Error('The demo has a penetration.');
  return { kind: 'set-penetration', penetration: { ...penetration, xMm: SPOT_MM, ...more } };
}

/** The field is to have another string. */
const more: PlanEdit = {
  kind: 'set-field',
  field: { ...(honeyHouse().moduleFields[0] ?? neverField()), moreModules: 12 },
};

/** A roof of two skins, with what is said to lie between them. */
function thick(layers: Extract<PlanEdit, { kind: 'set-face' }>['layers']): PlanEdit {
  return { kind: 'set-face', face: 'roof-underside', thicknessMm: 185, layers };
}

function neverField(): never {
  throw new Error('The demo has a field.');
}

/** Where the demo’s first findings once cleared have it: midway between two trusses. */
const SPOT_MM = 92 * 25.4;

/** What each check of this family passes, and what it must find. */
export const SEAL_CASES: Readonly<Record<string, CheckCases>> = {
  'seal.framing': {
    valid: [[]],
    invalid: [
      [{ kind: 'move-penetration', penetration: 'roof-hole', xMm: 96.5 * 25.4, yMm: 30 * 25.4 }],
      // Its rim a little nearer the lower edge than a nut needs.
      [{ kind: 'move-penetration', penetration: 'roof-hole', xMm: SPOT_MM, yMm: 30 }],
    ],
  },
  'seal.gland': {
    valid: [[], [set({ entry: { kind: 'box', gland: 'M16', glandCount: 5 } })]],
    invalid: [
      [set({ entry: { kind: 'box', gland: 'M40', glandCount: 5 } })],
      [set({ entry: { kind: 'gland', gland: 'M20' } })],
      [set({ entry: { kind: 'sleeve', conduit: '1/2' } })],
    ],
  },
  'seal.layers': {
    valid: [
      [],
      [
        thick(null),
        {
          kind: 'set-face',
          face: 'roof-underside',
          layers: [
            { is: 'membrane', thicknessMm: 1 },
            { is: 'mineral-wool', thicknessMm: 140 },
          ],
        },
      ],
    ],
    invalid: [[thick(null)], [thick([{ is: 'air', thicknessMm: 60 }])]],
  },
  'seal.more': {
    valid: [[], [more, set({ entry: { kind: 'box', gland: 'M20', glandCount: 12 } })]],
    invalid: [[more]],
  },
  'seal.wanted': {
    valid: [[]],
    invalid: [[{ kind: 'remove-penetration', penetration: 'roof-hole' }]],
  },
  'seal.stack': {
    valid: [[]],
    invalid: [
      [set({ school: 'silicone' })],
      [set({ opensTo: 'up' })],
      [set({ opensTo: null })],
      [set({ entry: { kind: 'existing', gland: 'M20', glandCount: 5 } })],
      [{ kind: 'set-face', face: 'roof-underside', fireRatedMinutes: 60 }],
    ],
  },
};
