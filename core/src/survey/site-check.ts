import { faceName } from '../plan/names.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Finding,
} from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import { SITE } from '../check/subjects.ts';
import { practice } from '../reference/source.ts';
import type { SiteProblem } from '../site/site.ts';

const meta: CheckMeta = {
  id: 'survey.site',
  looksAt:
    'Faces and folds: do folded edges fit, does a ring of faces close, does every face stand somewhere',
  severity: 'fix',
  source: practice('Lengths over folds are true only where the faces fit'),
  parameters: [],
  messages: {
    clockwise: '{face} is drawn the wrong way round.',
    'fold-length':
      '{face} is folded on an edge that is longer or shorter by {measured} than the edge it meets.',
    'not-closed': 'The ring of faces does not close at {face}: it misses by {measured} and {angle}.',
    'not-placed': '{face} is folded to nothing, so it stands nowhere: fold it, or give it a place.',
  },
  fixMessages: {},
};

function check(prepared: Prepared): Found[] {
  return prepared.site.problems.map((problem) => {
    const { code, face, fold } = problem;
    return findingOf(meta, {
      message: code,
      severity: code === 'not-placed' ? 'ask' : 'fix',
      data: {
        face: faceName(face),
        angle: { value: problem.angleDeg, unit: 'deg' },
      },
      subjects: [{ kind: 'face', id: face }],
      id: `${meta.id}/${code}/${face}/${fold ?? ''}`,
      ...figures(problem),
    });
  });
}

function figures({ code, differenceMm }: SiteProblem): Pick<Finding, 'measured'> {
  const isLength = code === 'fold-length' || code === 'not-closed';
  return { measured: isLength ? { value: Math.abs(differenceMm), unit: 'mm' } : null };
}

export const siteCheck: Check = checkOf(meta, lookAt(SITE, check));
