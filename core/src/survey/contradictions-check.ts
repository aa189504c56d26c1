import { findingOf, type Check, type CheckMeta, type Finding, type Fix } from '../check/finding.ts';
import type { Prepared } from '../check/prepared.ts';
import {
  CONTRADICTION_WORDS,
  findContradictions,
  type ContradictionCode,
  type PlanContradiction,
} from '../plan/contradictions.ts';
import { practice } from '../reference/source.ts';

const meta: CheckMeta = {
  id: 'survey.contradictions',
  looksAt:
    'What the plan says that cannot be: nipples that lead nowhere, knockouts used twice, ranges upside down',
  severity: 'stop',
  source: practice('What cannot be built is not drilled'),
  parameters: [],
  messages: CONTRADICTION_WORDS,
  fixMessages: { 'remove-joint': 'Take the nipple out', 'remove-run': 'Take {a} out' },
};

/** Taking out what leads nowhere clears it; everything else is for a person to say. */
const REMEDIES: { readonly [Code in ContradictionCode]?: 'remove-joint' | 'remove-run' } = {
  'nipple-elsewhere': 'remove-joint',
  'nipple-to-itself': 'remove-joint',
  'nipple-from-side': 'remove-joint',
  'knockout-twice': 'remove-joint',
  'run-to-itself': 'remove-run',
};

function check({ plan }: Prepared): Finding[] {
  return findContradictions(plan).map((found) =>
    findingOf(meta, {
      message: found.code,
      id: `${meta.id}/${found.code}/${found.path}`,
      data: found.names,
      subjects: found.subject === null ? [] : [found.subject],
      fixes: fixesOf(found),
    }),
  );
}

function fixesOf({ code, subject, names }: PlanContradiction): Fix[] {
  const remedy = REMEDIES[code];
  if (remedy === 'remove-joint' && subject?.kind === 'joint')
    return [{ message: remedy, data: {}, edits: [{ kind: remedy, joint: subject.id }] }];
  if (remedy === 'remove-run' && subject?.kind === 'run')
    return [{ message: remedy, data: { a: names.a }, edits: [{ kind: remedy, run: subject.id }] }];
  return [];
}

export const contradictionsCheck: Check = { meta, check };
