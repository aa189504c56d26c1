import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
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

function check(prepared: Prepared): Finding[] {
  return [...prepared.hung.values()]
    .filter(({ type, face }) => type.location === 'indoor' && face.face.side === 'outside')
    .map((item) =>
      findingOf(meta, {
        message: 'outside',
        data: { gear: item.placement.name, face: item.face.name },
        subjects: [{ kind: 'placement', id: item.id }],
        at: { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
      }),
    );
}

export const locationCheck: Check = { meta, check };
