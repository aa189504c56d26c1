import { countOf } from '../quantity/told.ts';
import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { PLAN_FACES } from '../check/subjects.ts';
import type { Model } from '../model/model.ts';
import type { Face } from '../plan/face.ts';
import { faceName } from '../plan/names.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'survey.simulated',
  looksAt: 'Figures of a face that were put in from the readings of a simulated instrument',
  severity: 'fix',
  source: practice('Nothing is drilled by a figure that nobody measured'),
  parameters: [],
  messages: {
    simulated:
      '{count} {count:figure|figures} of {face} {count:comes|come} from a simulated instrument: measure on the real wall before anything is drilled or cut.',
  },
  fixMessages: { measured: 'Somebody measured them with a tape since: take the mark off' },
};

function checkFace(_: Model, face: Face): Found[] {
  const items = face.simulated ?? [];
  if (items.length === 0) return [];
  return [
    findingOf(meta, {
      message: 'simulated',
      data: { count: countOf(items.length), face: faceName(face.id) },
      subjects: [{ kind: 'face', id: face.id }],
      fixes: () => [
        {
          message: 'measured',
          data: {},
          edits: items.map((item) => ({
            kind: 'mark-simulated' as const,
            face: face.id,
            item,
            isSimulated: false,
          })),
        },
      ],
    }),
  ];
}

export const simulatedCheck: Check = checkOf(meta, lookAt(PLAN_FACES, checkFace));
