import { type AwgSize, type TradeSize } from '../reference/conductor-sizes.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { THHN_DIMENSIONS } from '../reference/conductors.ts';
import { CONDUIT_FILL, EMT_INSIDE } from '../reference/wireways.ts';

/**
 * How many conductors of one size a conduit of a trade size takes, at 40 % of its inside area (NEC Chapter 9, Table 1,
 * Note 7; Informative Annex C). From the inside diameter, not from the rounded areas printed beside it. One conductor
 * may fill 53 %, two 31 %.
 */
export function conductorsInEmt(tradeSize: TradeSize, size: AwgSize): number {
  const insideIn = EMT_INSIDE.rows[tradeSize];
  const areaIn2 = (Math.PI / 4) * insideIn ** 2;
  const { areaIn2: wireIn2 } = THHN_DIMENSIONS.rows[size];
  const whole = (pct: number) => wholeConductors(areaIn2, wireIn2, pct);
  const many = whole(CONDUIT_FILL.overTwoPct);
  if (many > 2) return many;
  if (whole(CONDUIT_FILL.twoPct) >= 2) return 2;
  return whole(CONDUIT_FILL.onePct) >= 1 ? 1 : 0;
}

/** How many of one size fill a part of a conduit’s inside; areas in one unit (Note 7: a part of 0.8 or more counts as one more). */
export function wholeConductors(insideArea: number, eachArea: number, pct: number): number {
  return Math.floor((insideArea * pct) / 100 / eachArea + (1 - CONDUIT_FILL.roundUpFrom) + ROUNDING);
}

const ROUNDING = 1e-9;

/** How much of a conduit’s inside its conductors may fill, %: by their count, and as a nipple. */
export function allowedFillPct(count: number, isNipple: boolean): number {
  if (isNipple) return CONDUIT_FILL.nipplePct;
  if (count === 1) return CONDUIT_FILL.onePct;
  return count === 2 ? CONDUIT_FILL.twoPct : CONDUIT_FILL.overTwoPct;
}

/** Up to 24 inches between its ends a pipe is a nipple (Chapter 9, Note 4). */
export function isNippleLength(lengthMm: number): boolean {
  return !isAbove(lengthMm, mmFromInch(CONDUIT_FILL.longestNippleIn), 'mm');
}
