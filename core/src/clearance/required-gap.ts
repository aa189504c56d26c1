import type { ToldValue } from '../quantity/told.ts';
import { gearTypeName } from '../plan/names.ts';
import type { Hung } from '../check/prepared.ts';
import type { Model } from '../model/model.ts';
import { byIdentity } from '../derive/by-identity.ts';
import { query } from '../derive/query.ts';
import type { ClearanceRule, RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import type { GivenDistance, GivenTemperature } from '../plan/values.ts';
import { isBelow } from '../quantity/compare.ts';
import { degFFromDegC, mmFromInch } from '../quantity/convert.ts';
import type { SiteFace } from '../site/site.ts';
import { sharedRules } from './rule-packs.ts';

/** A rule that applies between two neighbours, and whose it is: a gear type’s name, or the job’s own. */
export type RequiredGap = { readonly mm: number; readonly rule: ClearanceRule; readonly owner: ToldValue };

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
export function requiredGap(model: Model, a: Ruled, b: Ruled, towards: Towards): RequiredGap | null {
  const mine = largestTowards(model, a, towards, gearCounterparts(a, b));
  const theirs = largestTowards(model, b, OPPOSITE[towards], gearCounterparts(b, a));
  return theirs === null || (mine !== null && mine.mm >= theirs.mm) ? mine : theirs;
}

export function requiredGapBeside(model: Model, a: Ruled, b: Ruled): RequiredGap | null {
  return requiredGap(model, a, b, 'beside');
}

/** What of hung gear decides which rules hold for it. */
export type Ruled = Pick<Hung, 'type' | 'face'>;

/** The rules of a piece that hold where it hangs, towards given sides and counterparts. */
export function rulesTowards(
  model: Model,
  item: Ruled,
  sides: readonly RuleSide[],
  counterparts: readonly RuleCounterpart[],
): readonly RequiredGap[] {
  return rulesAt(model, keyOf(item, sides, counterparts));
}

/** Whether any rule of a piece holds there: as long as one does, it does not matter which. */
export function isRuledTowards(
  model: Model,
  item: Ruled,
  side: RuleSide,
  counterparts: readonly RuleCounterpart[],
): boolean {
  return isRuledAt(model, keyOf(item, ON_SIDE[side], counterparts));
}

/** The largest of the rules of a piece that hold where it hangs, on a side and on any, towards given counterparts. */
export function largestTowards(
  model: Model,
  item: Ruled,
  side: RuleSide,
  counterparts: readonly RuleCounterpart[],
): RequiredGap | null {
  return largestAt(model, keyOf(item, ON_SIDE[side], counterparts));
}

const ON_SIDE = {
  beside: ['beside', 'any'],
  above: ['above', 'any'],
  below: ['below', 'any'],
  front: ['front', 'any'],
  any: ['any'],
} as const satisfies Record<RuleSide, readonly RuleSide[]>;

/** All that decides which rules hold: the type, the side and the warmth of the face, and what is asked about. */
function keyOf(
  { type, face }: Ruled,
  sides: readonly RuleSide[],
  counterparts: readonly RuleCounterpart[],
): string {
  return `${type.id}|${placeOf(face)}|${joined(sides)}|${joined(counterparts)}`;
}

const joined = byIdentity((words: readonly string[]) => words.join(' '));
const placeOf = byIdentity(
  ({ face, conditions }: SiteFace) => `${face.side}|${conditions.meanMaxTempC.value}`,
);

const rulesAt = query((model: Model, key: string): readonly RequiredGap[] => {
  const [id = '', side, warmth, sides = '', counterparts = ''] = key.split('|');
  const type = model.gearTypes.get(id);
  if (type === undefined) return [];
  const [onSides, towards] = [sides.split(' '), counterparts.split(' ')];
  const fits = (rule: ClearanceRule) =>
    onSides.includes(rule.side) &&
    towards.includes(rule.counterpart) &&
    holdsWhere(rule.when, side, Number(warmth));
  const own = type.rules.filter(fits);
  const others = sharedRules(model).filter(
    ({ rule, kinds, yieldsToOwn }) =>
      fits(rule) &&
      (kinds === null || kinds.includes(type.kind)) &&
      !(yieldsToOwn && own.some(({ counterpart }) => counterpart === rule.counterpart)),
  );
  return [
    ...own.map((rule) => ({ mm: distanceMm(rule.distance), rule, owner: gearTypeName(id) })),
    ...others.map(({ rule, owner }) => ({ mm: distanceMm(rule.distance), rule, owner })),
  ];
}, isSameGaps);

const isRuledAt = query((model: Model, key: string): boolean => rulesAt(model, key).length > 0);

const largestAt = query(
  (model: Model, key: string): RequiredGap | null => largest(rulesAt(model, key)),
  (a, b) => a === b || (a !== null && b !== null && isSameGap(a, b)),
);

function isSameGaps(a: readonly RequiredGap[], b: readonly RequiredGap[]): boolean {
  return a.length === b.length && a.every((gap, index) => isSameGap(gap, b[index] ?? gap));
}

function isSameGap(a: RequiredGap, b: RequiredGap): boolean {
  return a.rule === b.rule;
}

/** The farthest any rule about a type of gear reaches, its own or shared, wherever it hangs, mm. */
export const reachOfRulesMm = query((model: Model, typeId: string): number => {
  const type = model.gearTypes.get(typeId);
  if (type === undefined) return 0;
  const about = sharedRules(model).filter(({ kinds }) => kinds === null || kinds.includes(type.kind));
  const rules = [...type.rules, ...about.map(({ rule }) => rule)];
  return Math.max(0, ...rules.map((rule) => distanceMm(rule.distance)));
});

/** What a piece sees in another: any gear, and its own kind where it is. */
export function gearCounterparts(a: Pick<Ruled, 'type'>, b: Pick<Ruled, 'type'>): readonly RuleCounterpart[] {
  return a.type.kind === b.type.kind ? SAME_KIND : OTHER_KIND;
}

const SAME_KIND: readonly RuleCounterpart[] = ['any-gear', 'same-kind'];
const OTHER_KIND: readonly RuleCounterpart[] = ['any-gear'];

export function largest(candidates: readonly RequiredGap[]): RequiredGap | null {
  return candidates.reduce<RequiredGap | null>(
    (most, candidate) => (most === null || candidate.mm > most.mm ? candidate : most),
    null,
  );
}

/** Whether what a rule depends on is so at a face: its side, and how warm it gets there. */
function holdsWhere(when: ClearanceRule['when'], side: string | undefined, meanMaxC: number): boolean {
  if (when.side !== undefined && when.side !== side) return false;
  return when.meanMaxAtLeast === undefined || reaches(meanMaxC, when.meanMaxAtLeast);
}
