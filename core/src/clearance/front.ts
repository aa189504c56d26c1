import { findingOf, type Check, type CheckMeta, type Finding } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { practice } from '../reference/source.ts';
import { distanceMm, holdsAt } from './required-gap.ts';

const meta: CheckMeta = {
  id: 'clearance.front',
  looksAt: 'Gear for which its maker or a rule of the job asks for room in front',
  severity: 'ask',
  source: practice('Each finding cites the rule that governs it'),
  parameters: [],
  messages: { measure: '{owner} asks for {required} free in front of {gear}: measure the room there.' },
  fixMessages: {},
};

/** What stands in front of a wall is not all on the sheet, so a person has to look. One finding for each piece. */
function check(prepared: Prepared): Finding[] {
  return [...prepared.hung.values()].flatMap((item) => {
    const front = frontRules(prepared, item).sort(
      (a, b) => distanceMm(b.rule.distance) - distanceMm(a.rule.distance),
    )[0];
    if (front === undefined) return [];
    return [
      findingOf(meta, {
        message: 'measure',
        data: { gear: item.placement.name, owner: front.owner },
        subjects: [{ kind: 'placement', id: item.id }],
        at: { face: item.face.id, xMm: item.placement.xMm, yMm: item.placement.yMm },
        required: { value: distanceMm(front.rule.distance), unit: 'mm' },
        source: front.rule.source,
      }),
    ];
  });
}

/** The rules of the gear and of the job that ask for room in front of it where it hangs. */
function frontRules({ plan }: Prepared, { type, face }: Hung) {
  return [
    ...type.rules.map((rule) => ({ rule, owner: type.name })),
    ...plan.rules.map((rule) => ({ rule, owner: 'this job' })),
  ].filter(({ rule }) => rule.side === 'front' && holdsAt(face, rule.when));
}

export const frontCheck: Check = { meta, check };
