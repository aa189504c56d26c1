import type { Hung } from '../check/prepared.ts';
import type { ClearanceRule, RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import type { GivenDistance, GivenTemperature } from '../plan/values.ts';
import { degFFromDegC, mmFromInch } from '../quantity/convert.ts';
import type { SiteFace } from '../site/site.ts';
import { sharedRules, type SharedRule } from './rule-packs.ts';

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
 * the job’s and its code’s, that apply there. A rule of the neighbour applies on the side where it sees the piece.
 * Null where no rule asks for one. Ties go to the first rule.
 */
export function requiredGap(
  a: Hung,
  b: Hung,
  towards: Towards,
  shared: readonly SharedRule[],
): RequiredGap | null {
  return largest([
    ...rulesTowards(a, [towards, 'any'], gearCounterparts(a, b), shared),
    ...rulesTowards(b, [OPPOSITE[towards], 'any'], gearCounterparts(b, a), shared),
  ]);
}

/** What a piece sees in another: any gear, and its own kind where it is. */
export function gearCounterparts(a: Hung, b: Hung): readonly RuleCounterpart[] {
  return a.type.kind === b.type.kind ? ['any-gear', 'same-kind'] : ['any-gear'];
}

/** The rules of a piece that hold where it hangs, towards given sides and counterparts. */
export function rulesTowards(
  item: Hung,
  sides: readonly RuleSide[],
  counterparts: readonly RuleCounterpart[],
  shared: readonly SharedRule[],
): RequiredGap[] {
  const fits = ({ side, counterpart, when }: ClearanceRule) =>
    sides.includes(side) && counterparts.includes(counterpart) && holdsAt(item.face, when);
  const own = item.type.rules.filter(fits);
  const others = shared.filter(
    ({ rule, kinds, yieldsToOwn }) =>
      fits(rule) &&
      (kinds === null || kinds.includes(item.type.kind)) &&
      !(yieldsToOwn && own.some(({ counterpart }) => counterpart === rule.counterpart)),
  );
  return [
    ...own.map((rule) => ({ mm: distanceMm(rule.distance), rule, owner: item.type.name })),
    ...others.map(({ rule, owner }) => ({ mm: distanceMm(rule.distance), rule, owner })),
  ];
}

export function largest(candidates: readonly RequiredGap[]): RequiredGap | null {
  return candidates.reduce<RequiredGap | null>(
    (most, candidate) => (most === null || candidate.mm > most.mm ? candidate : most),
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

export function requiredGapBeside(a: Hung, b: Hung, shared: readonly SharedRule[]): RequiredGap | null {
  return requiredGap(a, b, 'beside', shared);
}

const farthest = new WeakMap<Plan, number>();

/** The largest distance any rule in the plan asks for: how far to look for neighbours, mm. */
export function farthestRuleMm(plan: Plan): number {
  const known = farthest.get(plan);
  if (known !== undefined) return known;
  const rules = [
    ...plan.gearTypes.flatMap((type) => type.rules),
    ...sharedRules(plan).map(({ rule }) => rule),
  ];
  const mm = rules.reduce((most, rule) => Math.max(most, distanceMm(rule.distance)), 0);
  farthest.set(plan, mm);
  return mm;
}
