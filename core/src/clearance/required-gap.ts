import type { Hung } from '../check/prepared.ts';
import type { ClearanceRule, GearType, RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import type { GivenDistance, GivenTemperature } from '../plan/values.ts';
import { isBelow } from '../quantity/compare.ts';
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
  return !isBelow(given, threshold.value, 'degC');
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
  const mine = largestTowards(a, towards, gearCounterparts(a, b), shared);
  const theirs = largestTowards(b, OPPOSITE[towards], gearCounterparts(b, a), shared);
  return theirs === null || (mine !== null && mine.mm >= theirs.mm) ? mine : theirs;
}

type BySide = { [Side in RuleSide]?: RequiredGap | null };
type OfFace = WeakMap<SiteFace, WeakMap<readonly RuleCounterpart[], BySide>>;
const knownLargest = new WeakMap<readonly SharedRule[], WeakMap<GearType, OfFace>>();

/**
 * The largest of the rules of a piece that hold where it hangs, on a side and on any, towards given counterparts. Worked
 * out once for a type, a face and a list of counterparts, which is known by its identity.
 */
export function largestTowards(
  { type, face }: Pick<Hung, 'type' | 'face'>,
  side: RuleSide,
  counterparts: readonly RuleCounterpart[],
  shared: readonly SharedRule[],
): RequiredGap | null {
  const ofTypes = heldIn(knownLargest, shared, () => new WeakMap<GearType, OfFace>());
  const ofFaces = heldIn(ofTypes, type, (): OfFace => new WeakMap());
  const ofLists = heldIn(ofFaces, face, () => new WeakMap<readonly RuleCounterpart[], BySide>());
  const bySide = heldIn(ofLists, counterparts, (): BySide => ({}));
  const before = bySide[side];
  if (before !== undefined) return before;
  const sides: readonly RuleSide[] = side === 'any' ? ['any'] : [side, 'any'];
  const most = largest(rulesTowards({ type, face }, sides, counterparts, shared));
  bySide[side] = most;
  return most;
}

function heldIn<Key extends object, Value>(held: WeakMap<Key, Value>, key: Key, make: () => Value): Value {
  const before = held.get(key);
  if (before !== undefined) return before;
  const made = make();
  held.set(key, made);
  return made;
}

const knownReach = new WeakMap<readonly SharedRule[], WeakMap<GearType, number>>();

/** The farthest any rule about a type of gear reaches, its own or shared, wherever it hangs, mm. */
export function reachOfRulesMm(type: GearType, shared: readonly SharedRule[]): number {
  const ofTypes = heldIn(knownReach, shared, () => new WeakMap<GearType, number>());
  return heldIn(ofTypes, type, () => {
    const about = shared.filter(({ kinds }) => kinds === null || kinds.includes(type.kind));
    return Math.max(
      0,
      ...[...type.rules, ...about.map(({ rule }) => rule)].map((rule) => distanceMm(rule.distance)),
    );
  });
}

/** What a piece sees in another: any gear, and its own kind where it is. */
export function gearCounterparts(a: Hung, b: Hung): readonly RuleCounterpart[] {
  return a.type.kind === b.type.kind ? SAME_KIND : OTHER_KIND;
}

const SAME_KIND: readonly RuleCounterpart[] = ['any-gear', 'same-kind'];
const OTHER_KIND: readonly RuleCounterpart[] = ['any-gear'];

/** The rules of a piece that hold where it hangs, towards given sides and counterparts. */
export function rulesTowards(
  item: Pick<Hung, 'type' | 'face'>,
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
