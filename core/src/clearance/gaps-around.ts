import { faceName } from '../plan/names.ts';
import { type ToldValue, told } from '../quantity/told.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import type { RuleCounterpart, RuleSide } from '../plan/gear-type.ts';
import { floorUnder, isUpright } from './floor.ts';
import { largestTowards, type RequiredGap } from './required-gap.ts';
import type { Thing } from './space.ts';
import {
  CEILING,
  edgesAround,
  FLOOR,
  isUnderCeiling,
  SURFACE,
  thingsAround,
  type Near,
  type SquareWay,
} from './surroundings.ts';

export const WAYS = ['left', 'right', 'above', 'below', 'nearest'] as const satisfies readonly (
  SquareWay | 'nearest'
)[];
/** Which way a gap runs from the gear, as its face is seen; `nearest` is the straight line between two bodies. */
export type Way = (typeof WAYS)[number];

/** A gap from gear to what is around it and is not simply beside, above or below it on its own face. */
export type GapAround = {
  readonly item: Hung;
  /** What is there; null for the edge of the face itself, and for a floor or a ceiling known without one. */
  readonly thing: Thing | null;
  /** What is taken for the floor or the ceiling, where that is what is measured to. */
  readonly taken?: ToldValue;
  readonly way: Way;
  /** 0 or less where they touch or stand in each other. */
  readonly measuredMm: number;
  readonly required: RequiredGap | null;
};

/** What a gap leads to, in words. */
export function otherOf({ item, thing, taken }: Pick<GapAround, 'item' | 'thing' | 'taken'>): ToldValue {
  return thing?.name ?? taken ?? told('the edge of {face}', { face: faceName(item.face.id) });
}

/** What a gap leads to, as a key: the same for one thing whichever way it is measured to. */
export function keyOfOther({ thing, way, taken }: Pick<GapAround, 'thing' | 'way' | 'taken'>): string {
  if (thing !== null) return `${thing.kind}:${thing.face.id}:${thing.id}`;
  if (taken === undefined) return `edge-${way}`;
  return { below: 'floor', above: 'ceiling', nearest: 'opposite', left: 'left', right: 'right' }[way];
}

const SIDES: Record<SquareWay, (typeof ASKED_SIDES)[number]> = {
  left: 'beside',
  right: 'beside',
  above: 'above',
  below: 'below',
};

/**
 * Gaps from a piece to gear on other faces and to gear that stands diagonally on its own, to obstacles, to faces that
 * meet or face its own, to the floor and the ceiling, and to the edges of its own face, wherever one of its rules asks
 * for any. Across faces everything is measured in the site’s three dimensions: square out from the side of the body
 * where the other stands before it, else along the nearest line, to which only rules for every way apply. What the body
 * stands in has no gap. `item` may be a moved copy.
 */
export function gapsAround(prepared: Prepared, item: Hung): GapAround[] {
  if (prepared.site.frames.get(item.face.id) === undefined) return [];
  const asked = new Map<readonly RuleCounterpart[], Asked>();
  const askedTowards = (counterparts: readonly RuleCounterpart[]) => {
    const known = asked.get(counterparts) ?? askedOf(prepared, item, counterparts);
    asked.set(counterparts, known);
    return known;
  };
  return [
    ...edgeGaps(prepared, item),
    ...floorAndCeilingGaps(prepared, item),
    ...measuredGaps(prepared, item),
    ...thingsAround(prepared, item).flatMap((near) => gapsTo(item, near, askedTowards(near.counterparts))),
  ];
}

/** What the rules of a piece ask towards something, each way. */
type Asked = Readonly<Record<(typeof ASKED_SIDES)[number] | 'any', RequiredGap | null>>;

function askedOf(prepared: Prepared, item: Hung, counterparts: readonly RuleCounterpart[]): Asked {
  const towards = (side: RuleSide) => largestTowards(prepared, item, side, counterparts);
  return { beside: towards('beside'), above: towards('above'), below: towards('below'), any: towards('any') };
}

function gapsTo(item: Hung, near: Near, asked: Asked): GapAround[] {
  const isAsked = ASKED_SIDES.some((side) => asked[side] !== null);
  // The floor below is measured once, as it was found.
  if (!isAsked || near.isInIt() || near.isFloorBelow()) return [];
  const { thing } = near;
  const gaps: GapAround[] = [];
  for (const [way, measuredMm] of near.squareMm()) {
    const required = asked[SIDES[way]];
    if (required !== null) gaps.push({ item, thing, way, measuredMm, required });
  }
  if (asked.any === null) return gaps;
  const measuredMm = near.nearestMm();
  if (Number.isFinite(measuredMm))
    gaps.push({ item, thing, way: 'nearest', measuredMm, required: asked.any });
  return gaps;
}

/**
 * Down to the floor as it was found, drawn or taken as the lower edge of an upright face; and up to the ceiling, where
 * none is drawn over the piece, taken as the upper edge of an upright face inside.
 */
function floorAndCeilingGaps(prepared: Prepared, item: Hung): GapAround[] {
  const frame = prepared.site.frames.get(item.face.id);
  if (frame === undefined || !isUpright(frame)) return [];
  const gaps: GapAround[] = [];
  const toFloor = largestTowards(prepared, item, 'below', FLOOR);
  if (toFloor !== null) {
    const floor = floorUnder(prepared, item);
    const measuredMm = Math.max(0, item.body.minY - floor.highestMm);
    gaps.push({ item, thing: null, way: 'below', measuredMm, required: toFloor, taken: floor.name });
  }
  const toCeiling = largestTowards(prepared, item, 'above', CEILING);
  if (toCeiling !== null && item.face.face.side === 'inside' && !isUnderCeiling(prepared, item)) {
    const measuredMm = edgesAround(item).above;
    const taken = told('the upper edge of {face}, taken as the ceiling', { face: faceName(item.face.id) });
    if (Number.isFinite(measuredMm))
      gaps.push({ item, thing: null, way: 'above', measuredMm, required: toCeiling, taken });
  }
  return gaps;
}

/** To what was measured opposite the face, which no face drawn stands for: a surface square before the front. */
function measuredGaps(prepared: Prepared, item: Hung): GapAround[] {
  const { roomInFrontMm } = item.face.face;
  const required = largestTowards(prepared, item, 'any', SURFACE);
  if (roomInFrontMm === null || required === null) return [];
  const measuredMm = Math.max(0, roomInFrontMm - frontMm(item));
  return [{ item, thing: null, way: 'nearest', measuredMm, required, taken: 'what was measured opposite' }];
}

const ASKED_SIDES = ['beside', 'above', 'below'] as const;

/** Things that stand in the same place as a piece though they belong to another face. `item` may be a moved copy. */
export function standsIn(prepared: Prepared, item: Hung): Thing[] {
  return thingsAround(prepared, item)
    .filter(({ thing, isInIt }) => thing.face.id !== item.face.id && isInIt())
    .map(({ thing }) => thing);
}

/** From each side of the body to the edge of its face, where a rule asks for room there. */
function edgeGaps(prepared: Prepared, item: Hung): GapAround[] {
  const rules = EDGE_WAYS.flatMap((way) => {
    const required = largestTowards(prepared, item, SIDES[way], EDGE);
    return required === null ? [] : [{ way, required }];
  });
  if (rules.length === 0) return [];
  const measured = edgesAround(item);
  return rules.flatMap(({ way, required }): GapAround[] => {
    const measuredMm = measured[way];
    return Number.isFinite(measuredMm) ? [{ item, thing: null, way, measuredMm, required }] : [];
  });
}

const EDGE: readonly RuleCounterpart[] = ['edge'];
const EDGE_WAYS = ['left', 'right', 'above', 'below'] as const;
