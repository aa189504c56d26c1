import { gearName } from '../plan/names.ts';
import type { ToldValue } from '../quantity/told.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import type { ClearanceRule } from '../plan/gear-type.ts';
import type { SourceRef } from '../reference/source.ts';
import { gapsAround, keyOfOther, otherOf, type Way } from './gaps-around.ts';
import { isTooClose, ruledGapsBeside, ruledGapsStacked } from './gaps.ts';
import type { RequiredGap } from './required-gap.ts';
import { isShort, workingSpaceOf } from './working-space.ts';

/** One clearance that a rule asks for: between what, which way, how much there is and how much is asked for. */
export type ClearanceLine = {
  readonly key: string;
  readonly item: string;
  /** The other piece, where it is one. */
  readonly other: string | null;
  readonly otherName: ToldValue;
  readonly way: Way | 'front';
  readonly measuredMm: number;
  readonly requiredMm: number;
  /** What is to spare; negative where it is missing. */
  readonly marginMm: number;
  readonly isMet: boolean;
  /** Met, but by little. */
  readonly isNear: boolean;
  readonly owner: ToldValue;
  readonly rule: ClearanceRule | null;
  readonly source: SourceRef;
};

/** Met by less than this, or by less than a tenth of what is asked for, is near: a bracket hung a little off breaks it. */
const NEAR_MM = 13;
const NEAR_RATIO = 0.1;

/**
 * Every clearance of a plan that a rule asks for, passing or not, least margin first. A pair of pieces is one line for
 * each way it is measured. With `only`, those of that piece.
 */
export function clearanceMatrix(prepared: Prepared, only: Hung | null = null): ClearanceLine[] {
  const lines = new Map<string, ClearanceLine>();
  const put = (line: ClearanceLine) => {
    const before = lines.get(line.key);
    if (before === undefined || line.marginMm < before.marginMm) lines.set(line.key, line);
  };
  for (const item of only === null ? prepared.hung.values() : [only]) {
    for (const { neighbour, side, measuredMm, required } of ruledGapsBeside(prepared, item)) {
      if (required !== null && measuredMm >= 0) put(pairLine(item, neighbour, side, measuredMm, required));
    }
    for (const { lower, upper, measuredMm, required } of ruledGapsStacked(prepared, item)) {
      const isLower = lower.id === item.id;
      put(pairLine(item, isLower ? upper : lower, isLower ? 'above' : 'below', measuredMm, required));
    }
    for (const gap of gapsAround(prepared, item)) {
      const { thing, way, measuredMm, required } = gap;
      if (required === null) continue;
      if (thing?.hung != null) put(pairLine(item, thing.hung, way, measuredMm, required));
      else {
        const key = `${item.id}>${keyOfOther(gap)}>${way}`;
        put(lineOf(key, item, null, otherOf(gap), way, measuredMm, required));
      }
    }
    const space = workingSpaceOf(prepared, item);
    if (space !== null && space.isSure) {
      const { room, requiredMm, source, why } = space;
      put({
        ...figures(room.depthMm, requiredMm, !isShort(room, requiredMm)),
        key: `${item.id}>front`,
        item: item.id,
        other: null,
        otherName: room.ends?.name ?? (space.isMeasured ? 'what was measured opposite' : 'nothing drawn'),
        way: 'front',
        owner: why,
        rule: null,
        source,
      });
    }
  }
  return [...lines.values()].sort((a, b) => a.marginMm - b.marginMm || (a.key < b.key ? -1 : 1));
}

/** Two pieces are one line whichever is looked at first, and as the first sees the second. */
function pairLine(
  item: Hung,
  other: Hung,
  way: Way,
  measuredMm: number,
  required: RequiredGap,
): ClearanceLine {
  const [a, b] = [item.id, other.id].sort();
  const kind = way === 'left' || way === 'right' ? 'beside' : way === 'nearest' ? way : 'over';
  return lineOf(`${a}>${b}>${kind}`, item, other.id, gearName(other.id), way, measuredMm, required);
}

function lineOf(
  key: string,
  item: Hung,
  other: string | null,
  otherName: ToldValue,
  way: Way,
  measuredMm: number,
  required: RequiredGap,
): ClearanceLine {
  const isMet = !isTooClose({ measuredMm, required });
  const { owner, rule } = required;
  return {
    ...figures(measuredMm, required.mm, isMet),
    key,
    item: item.id,
    other,
    otherName,
    way,
    owner,
    rule,
    source: rule.source,
  };
}

function figures(measuredMm: number, requiredMm: number, isMet: boolean) {
  const marginMm = measuredMm - requiredMm;
  return {
    measuredMm,
    requiredMm,
    marginMm,
    isMet,
    isNear: isMet && marginMm < Math.max(NEAR_MM, requiredMm * NEAR_RATIO),
  };
}
