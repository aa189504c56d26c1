import { checkOf, findingOf, lookAt, type Check, type CheckMeta, type Found } from '../check/finding.ts';
import { PLAN_FACES } from '../check/subjects.ts';
import type { Model } from '../model/model.ts';
import type { Face } from '../plan/face.ts';
import { faceName } from '../plan/names.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'survey.sides',
  looksAt: 'Folds between a face outside and a face inside: a person cannot stand before both',
  severity: 'ask',
  source: practice(
    'Faces that fold together are seen from one place: the top of a roof from outside, its underside from within',
  ),
  parameters: [],
  messages: {
    sides:
      '{face} is outside and folded to {other}, which is inside. Whoever stands before one does not see the other: is the underside meant, or is one of them said wrongly?',
  },
  fixMessages: {
    inside: 'Say that {face} is inside',
    outside: 'Say that {other} is outside',
  },
  fields: { sides: 'face' },
};

function checkFace(model: Model, face: Face): Found[] {
  if (face.side !== 'outside') return [];
  return model.foldsOfFace.get(face.id).flatMap(({ id, a, b }): Found[] => {
    const other = model.faces.get(a.face === face.id ? b.face : a.face);
    if (other === undefined || other.side === 'outside') return [];
    const names = { face: faceName(face.id), other: faceName(other.id) };
    return [
      findingOf(meta, {
        message: 'sides',
        data: names,
        subjects: [
          { kind: 'face', id: face.id },
          { kind: 'face', id: other.id },
        ],
        id: `${meta.id}/${id}`,
        fixes: () => [
          { message: 'inside', data: names, edits: [{ kind: 'set-face', face: face.id, side: 'inside' }] },
          { message: 'outside', data: names, edits: [{ kind: 'set-face', face: other.id, side: 'outside' }] },
        ],
      }),
    ];
  });
}

export const sidesCheck: Check = checkOf(meta, lookAt(PLAN_FACES, checkFace));
