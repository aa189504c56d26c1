import { gearName } from '../plan/names.ts';
import { gearNear, type Hung, type Prepared } from '../check/prepared.ts';
import type { Model } from '../model/model.ts';
import { query } from '../derive/query.ts';
import { practice } from '../reference/source.ts';
import type { GivenTemperature } from '../plan/values.ts';
import { isBelow } from '../quantity/compare.ts';
import { degCFromDegF } from '../quantity/convert.ts';
import { told, type Told } from '../quantity/told.ts';
import { gapAcrossMm, gapUpMm, type BoxMm } from '../geometry/polygon.ts';
import { lengthInput, type Working } from '../working/working.ts';
import { reachOfRulesMm, requiredGap, requiredGapBeside, type RequiredGap } from './required-gap.ts';

/** The gap from a piece of gear to a neighbour that faces it on its left or right. */
export type GapBeside = {
  readonly neighbour: Hung;
  readonly side: 'left' | 'right';
  /** Negative where the bodies overlap from the side. */
  readonly measuredMm: number;
  readonly required: RequiredGap | null;
};

/** Neighbours face each other when their heights on the wall overlap by more than a touch. */
export function isFacingBeside(a: BoxMm, b: BoxMm): boolean {
  return gapUpMm(a, b) < 0;
}

/** One stands over the other when they overlap along the wall by more than a touch. */
export function isOneOverOther(a: BoxMm, b: BoxMm): boolean {
  return gapAcrossMm(a, b) < 0;
}

export function isTooClose(gap: Pick<GapBeside, 'measuredMm' | 'required'>): boolean {
  return gap.required !== null && isBelow(gap.measuredMm, gap.required.mm, 'mm');
}

/** The farthest any rule reaches about what hangs on a face, mm. */
const reachOnFace = query((model: Model, face: string): number => {
  const types = new Set(model.placementsOnFace.get(face).map(({ type }) => type));
  return Math.max(0, ...[...types].map((type) => reachOfRulesMm(model, type)));
});

/** The same, and about a piece that may hang elsewhere. */
function reachOnFaceMm(model: Model, { type, face }: Hung): number {
  return Math.max(reachOfRulesMm(model, type.id), reachOnFace(model, face.id));
}

/** Gaps to every facing neighbour a rule could reach; nearest first. `item` may be a moved copy. */
export function ruledGapsBeside(prepared: Prepared, item: Hung): GapBeside[] {
  const reachMm = reachOnFaceMm(prepared, item);
  const { minX, maxX, minY, maxY } = item.body;
  const around = { minX: minX - reachMm, maxX: maxX + reachMm, minY, maxY };
  return gapsTo(prepared, item, gearNear(prepared, around, item)).filter(({ required }) => required !== null);
}

/** The gap from a piece of gear up to another, and what is asked for there. */
export type StackedGap = {
  readonly lower: Hung;
  readonly upper: Hung;
  readonly measuredMm: number;
  readonly required: RequiredGap;
};

/** Gaps up and down from a piece to all that a rule asks one to; overlaps have no gap. `item` may be a moved copy. */
export function ruledGapsStacked(prepared: Prepared, item: Hung): StackedGap[] {
  const reachMm = reachOnFaceMm(prepared, item);
  const { minX, maxX, minY, maxY } = item.body;
  const around = { minX, maxX, minY: minY - reachMm, maxY: maxY + reachMm };
  return gearNear(prepared, around, item).flatMap((other): StackedGap[] => {
    const [lower, upper] = other.body.minY < item.body.minY ? [other, item] : [item, other];
    const measuredMm = gapUpMm(lower.body, upper.body);
    if (measuredMm < 0 || !isOneOverOther(item.body, other.body)) return [];
    const required = requiredGap(prepared, lower, upper, 'above');
    return required === null ? [] : [{ lower, upper, measuredMm, required }];
  });
}

/** What a person dragging gear wants to see: the nearest neighbour on each side, and any that is too close. */
export function liveGapsBeside(prepared: Prepared, item: Hung): GapBeside[] {
  const { bounds } = item.face;
  const row = { ...item.body, minX: bounds.minX - 1, maxX: bounds.maxX + 1 };
  const gaps = gapsTo(prepared, item, gearNear(prepared, row, item));
  const nearest = (['left', 'right'] as const).map((side) => gaps.find((gap) => gap.side === side));
  return gaps.filter((gap) => nearest.includes(gap) || isTooClose(gap));
}

function gapsTo(prepared: Prepared, item: Hung, neighbours: readonly Hung[]): GapBeside[] {
  return neighbours
    .filter((neighbour) => isFacingBeside(item.body, neighbour.body))
    .map((neighbour): GapBeside => {
      const isRight = neighbour.body.minX + neighbour.body.maxX >= item.body.minX + item.body.maxX;
      return {
        neighbour,
        side: isRight ? 'right' : 'left',
        measuredMm: gapAcrossMm(item.body, neighbour.body),
        required: requiredGapBeside(prepared, item, neighbour),
      };
    })
    .sort((a, b) => a.measuredMm - b.measuredMm || (a.neighbour.id < b.neighbour.id ? -1 : 1));
}

/** How a gap is worked out from the two placements. */
export function gapWorking(item: Hung, gap: GapBeside): Working {
  const { neighbour, required } = gap;
  const [left, right] = gap.side === 'right' ? [item, neighbour] : [neighbour, item];
  return {
    title: told('Gap from {left} to {right}', { left: gearName(left.id), right: gearName(right.id) }),
    formula: 'gap = (x₂ − w₂ ÷ 2) − (x₁ + w₁ ÷ 2)',
    inputs: [
      lengthInput(
        'x₁',
        told('{left}: centre of hook line from the datum', { left: gearName(left.id) }),
        left.placement.xMm,
      ),
      lengthInput('w₁', told('{left}: width', { left: gearName(left.id) }), left.type.widthMm),
      lengthInput(
        'x₂',
        told('{right}: centre of hook line from the datum', { right: gearName(right.id) }),
        right.placement.xMm,
      ),
      lengthInput('w₂', told('{right}: width', { right: gearName(right.id) }), right.type.widthMm),
    ],
    result: { name: 'Gap', value: { value: gap.measuredMm, unit: 'mm' } },
    source: required?.rule.source ?? practice('Distance between facing sides'),
    notes: required === null ? ['No rule asks for a gap here.'] : [whyRequired(item, required)],
  };
}

function whyRequired(item: Hung, { rule, owner, mm }: RequiredGap): Told {
  const threshold = rule.when.meanMaxAtLeast;
  const { value: meanMaxC, from } = item.face.conditions.meanMaxTempC;
  const asks = told(
    rule.counterpart === 'same-kind'
      ? '{owner} asks for {asked}, between units of one kind'
      : '{owner} asks for {asked}, to any gear',
    { owner, asked: { value: mm, unit: 'mm' } },
  );
  const where = rule.when.side === undefined ? asks : told('{asks}, {side}', { asks, side: rule.when.side });
  return told('{rule}. This face is {side}, with a mean maximum of {meanMax}, from the {from}.', {
    rule:
      threshold === undefined
        ? where
        : told('{where}, where the mean maximum is {threshold} or more', {
            where,
            threshold: { value: thresholdC(threshold), unit: 'degC' },
          }),
    side: item.face.face.side,
    meanMax: { value: meanMaxC, unit: 'degC' },
    from,
  });
}

function thresholdC({ value, unit }: GivenTemperature): number {
  return unit === 'degC' ? value : degCFromDegF(value);
}
