import { mmFromInch } from '../quantity/convert.ts';
import { GROMMET } from '../reference/board-cables.ts';
import { HOLE_SAWS_16THS } from '../reference/hole-saws.ts';
import { isMetricSize, KNOCKOUT_HOLES, METRIC_KNOCKOUTS, type KnockoutSize } from '../reference/knockouts.ts';

/** A hole to cut: its nominal diameter and the saw that cuts it, if one sold does. */
export type SawnHole = {
  readonly diameterMm: number;
  readonly saw: { readonly diameterMm: number; readonly label: string } | null;
};

/** How wide a hole becomes: as its saw cuts it, nominal where no saw sold does. What keeps from it keeps from this. */
export function cutMm({ diameterMm, saw }: SawnHole): number {
  return saw?.diameterMm ?? diameterMm;
}

/** A gland’s hole may be cut larger than its clearance hole by this much: its seal still covers it (practice). */
export const GLAND_HOLE_EXCESS_MM = 1.2;

/** The knockout’s nominal hole, and the saw nearest to it within the printed minimum and maximum. */
export function sawnKnockout(size: KnockoutSize): SawnHole {
  if (isMetricSize(size)) return sawnGlandHole(METRIC_KNOCKOUTS.rows[size].clearanceHoleMm);
  const { minIn, nominalIn, maxIn } = KNOCKOUT_HOLES.rows[size];
  return {
    diameterMm: mmFromInch(nominalIn),
    saw: findSaw(mmFromInch(minIn), mmFromInch(maxIn), mmFromInch(nominalIn)),
  };
}

/** The smallest saw that lets a gland’s thread through without leaving its seal. */
export function sawnGlandHole(clearanceHoleMm: number): SawnHole {
  const saw = findSaw(clearanceHoleMm, clearanceHoleMm + GLAND_HOLE_EXCESS_MM, clearanceHoleMm);
  return { diameterMm: clearanceHoleMm, saw };
}

/** The hole for a pipe with some room round it, and the smallest saw that leaves it at least that. */
export function sawnRound(pipeMm: number, roomMm: number): SawnHole {
  const diameterMm = pipeMm + 2 * roomMm;
  return { diameterMm, saw: findSaw(diameterMm, Infinity, diameterMm) };
}

/** The hole for a cable in a grommet, in whole millimetres, and the next saw up. */
export function sawnGrommet(cableMm: number): SawnHole {
  const diameterMm = Math.ceil(Math.max(GROMMET.leastMm, cableMm * GROMMET.ofCable));
  return { diameterMm, saw: findSaw(diameterMm, Infinity, diameterMm) };
}

function findSaw(minMm: number, maxMm: number, idealMm: number): SawnHole['saw'] {
  const fitting = HOLE_SAWS_16THS.rows
    .map((ticks) => ({ ticks, diameterMm: mmFromInch(ticks / 16) }))
    .filter(({ diameterMm }) => diameterMm >= minMm && diameterMm <= maxMm)
    .sort((a, b) => Math.abs(a.diameterMm - idealMm) - Math.abs(b.diameterMm - idealMm));
  const [best] = fitting;
  return best === undefined
    ? null
    : { diameterMm: best.diameterMm, label: `${sixteenths(best.ticks)}″ hole saw` };
}

function sixteenths(ticks: number): string {
  const whole = Math.floor(ticks / 16);
  const rest = ticks % 16;
  if (rest === 0) return String(whole);
  const divisor = rest % 8 === 0 ? 2 : rest % 4 === 0 ? 4 : rest % 2 === 0 ? 8 : 16;
  const fraction = `${(rest * divisor) / 16}⁄${divisor}`;
  return whole === 0 ? fraction : `${whole} ${fraction}`;
}
