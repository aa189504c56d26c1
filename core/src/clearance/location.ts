import { faceName, gearName } from '../plan/names.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'clearance.location',
  looksAt: 'Gear with an indoor enclosure on an outside face',
  severity: 'stop',
  source: practice('Enclosures are used where their rating allows; the nameplate decides'),
  parameters: [],
  messages: { outside: '{gear} is rated for indoors only, and {face} is outside.' },
  fixMessages: {},
  fields: { outside: 'gear-type' },
};

function checkItem(_: Prepared, item: Hung): Found[] {
  if (!(item.type.location === 'indoor' && item.face.face.side === 'outside')) return [];
  return [
    findingOf(meta, {
      message: 'outside',
      data: { gear: gearName(item.id), face: faceName(item.face.id) },
      subjects: [{ kind: 'placement', id: item.id }],
      at: { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
    }),
  ];
}

export const locationCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
