import { gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { groundName, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';
import { isOnItsGround } from './clear-moves.ts';
import { MOVE_FIX_MESSAGES, moveFixes } from './move-fix.ts';

const meta: CheckMeta = {
  id: 'clearance.face-edge',
  looksAt: 'Gear that reaches past the edge of its face, or of the board it is fixed to',
  severity: 'stop',
  source: practice('Gear needs its whole back on the face'),
  parameters: [],
  messages: { beyond: '{gear} reaches past the edge of {face}.' },
  fixMessages: MOVE_FIX_MESSAGES,
};

function checkItem(prepared: Prepared, item: Hung): Found[] {
  if (isOnItsGround(item)) return [];
  return [
    findingOf(meta, {
      message: 'beyond',
      data: { gear: gearName(item.id), face: groundName(item) },
      subjects: [{ kind: 'placement', id: item.id }],
      at: { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
      fixes: () => moveFixes(prepared, [item]),
    }),
  ];
}

export const faceEdgeCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
