import type { Hung } from '../check/prepared.ts';
import type { ClearanceRule, GearType, RuleSide } from '../plan/gear-type.ts';
import type { GivenDistance, GivenTemperature } from '../plan/values.ts';
import { degFFromDegC, mmFromInch } from '../quantity/convert.ts';
import type { SiteFace } from '../site/site.ts';

/** A rule that applies between two neighbours, and whose it is: a gear type’s name, or the job’s own. */
export type RequiredGap = { readonly mm: number; readonly rule: ClearanceRule; readonly owner: string };

/** The rule’s distance in mm; the unit it was given in stays in the rule. */
export function distanceMm(distance: GivenDistance): number {
  return distance.unit === 'mm' ? distance.value : mmFromInch(distance.value);
}

/** Whether a temperature reaches a rule’s threshold, compared in the rule’s own unit. */
export function reaches(tempC: number, threshold: GivenTemperature): boolean {
  const given = threshold.unit === 'degC' ? tempC : degFFromDegC(tempC);
  return given >= threshold.value;
}

/** Where a neighbour is, as seen from a piece of gear. */
export type Towards = Extract<RuleSide, 'beside' | 'above' | 'below'>;

const OPPOSITE = { beside: 'beside', above: 'below', below: 'above' } as const satisfies Record<
  Towards,
  Towards
>;

/**
 * The gap required between a piece and its neighbour on one of its sides: the largest of the rules of both, and of
 * the job’s own, that apply there. A rule of the neighbour applies on the side where it sees the piece. Null where no
 * rule asks for one. Ties go to the first rule.
 */
export function requiredGap(
  a: Hung,
  b: Hung,
  towards: Towards,
  jobRules: readonly ClearanceRule[],
): RequiredGap | null {
  const candidates = [
    ...applicable(a.type, a.type.rules, towards, a, b),
    ...applicable(b.type, b.type.rules, OPPOSITE[towards], b, a),
    ...applicable(null, jobRules, towards, a, b),
  ];
  return candidates.reduce<RequiredGap | null>(
    (largest, candidate) => (largest === null || candidate.mm > largest.mm ? candidate : largest),
    null,
  );
}

/** Whether what a rule depends on is so at a face: its side, and how warm it gets there. */
export function holdsAt(face: SiteFace, when: ClearanceRule['when']): boolean {
  if (when.side !== undefined && when.side !== face.face.side) return false;
  return (
    when.meanMaxAtLeast === undefined || reaches(face.conditions.meanMaxTempC.value, when.meanMaxAtLeast)
  );
}

export function requiredGapBeside(a: Hung, b: Hung, jobRules: readonly ClearanceRule[]): RequiredGap | null {
  return requiredGap(a, b, 'beside', jobRules);
}

function applicable(
  owner: GearType | null,
  rules: readonly ClearanceRule[],
  towards: Towards,
  self: Hung,
  neighbour: Hung,
): RequiredGap[] {
  return rules
    .filter(({ side, counterpart, when }) => {
      if (side !== towards) return false;
      if (counterpart === 'same-kind' && self.type.kind !== neighbour.type.kind) return false;
      return holdsAt(self.face, when);
    })
    .map((rule) => ({ mm: distanceMm(rule.distance), rule, owner: owner?.name ?? 'this job' }));
}

/** The largest distance any rule in the plan asks for: how far to look for neighbours, mm. */
export function farthestRuleMm(types: readonly GearType[], jobRules: readonly ClearanceRule[]): number {
  const rules = [...types.flatMap((type) => type.rules), ...jobRules];
  return rules.reduce((farthest, rule) => Math.max(farthest, distanceMm(rule.distance)), 0);
}
