import { findingOf, itemCheck, type CheckMeta, type Finding, type ItemCheck } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'clearance.location',
  looksAt: 'Gear with an indoor enclosure on an outside face',
  severity: 'stop',
  source: practice('Enclosures are used where their rating allows; the nameplate decides'),
  parameters: [],
  messages: { outside: '{gear} is rated for indoors only, and {face} is outside.' },
  fixMessages: {},
};

function checkItem(_: Prepared, item: Hung): Finding[] {
  if (!(item.type.location === 'indoor' && item.face.face.side === 'outside')) return [];
  return [
    findingOf(meta, {
      message: 'outside',
      data: { gear: item.placement.name, face: item.face.name },
      subjects: [{ kind: 'placement', id: item.id }],
      at: { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
    }),
  ];
}

export const locationCheck: ItemCheck = itemCheck(meta, checkItem);
