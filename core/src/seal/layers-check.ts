import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { PENETRATIONS } from '../check/subjects.ts';
import { faceName, penetrationName } from '../plan/names.ts';
import type { Penetration } from '../plan/penetration.ts';
import { LAYER_SOURCE } from '../reference/layers.ts';
import { unsaidMm } from './layers.ts';
import { findPenetrationSides } from './penetration-sides.ts';

const meta: CheckMeta = {
  id: 'seal.layers',
  looksAt: 'Whether it is said what lies between the two skins that a penetration goes through',
  severity: 'ask',
  source: LAYER_SOURCE,
  parameters: [],
  messages: {
    unsaid:
      '{penetration} goes through {deep} between the skins of {face}, and nobody said what lies there: wool, foam, air, a membrane.',
  },
  fixMessages: {},
  fields: { unsaid: 'face' },
};

function checkPenetration(prepared: Prepared, penetration: Penetration): Found[] {
  const sides = findPenetrationSides(prepared, penetration);
  if (sides === null || penetration.entry.kind === 'existing') return [];
  const deepMm = unsaidMm(prepared, sides);
  if (deepMm === 0) return [];
  const { here, there } = sides;
  // Told of the side that has the outline: there it is entered.
  const own = here.face.face.shape.kind === 'outline' ? here : there;
  return [
    findingOf(meta, {
      message: 'unsaid',
      data: {
        penetration: penetrationName(penetration.id),
        face: faceName(own.face.id),
        deep: { value: deepMm, unit: 'mm' },
      },
      subjects: [{ kind: 'penetration', id: penetration.id }],
      at: { face: own.face.id, xMm: own.at[0], yMm: own.at[1] },
    }),
  ];
}

export const layersCheck: Check = checkOf(meta, lookAt(PENETRATIONS, checkPenetration));
