import { mmFromInch } from '../quantity/convert.ts';
import { GROMMET } from '../reference/board-cables.ts';
import { HOLE_SAWS_16THS, METRIC_CUTTERS } from '../reference/hole-saws.ts';
import { isMetricSize, type ConduitSize } from '../reference/conductor-sizes.ts';
import type { Trade } from '../reference/source.ts';
import { KNOCKOUT_HOLES, METRIC_KNOCKOUTS } from '../reference/knockouts.ts';

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
export function sawnKnockout(size: ConduitSize, trade: Trade): SawnHole {
  if (isMetricSize(size)) return sawnGlandHole(METRIC_KNOCKOUTS.rows[size].clearanceHoleMm, trade);
  const { minIn, nominalIn, maxIn } = KNOCKOUT_HOLES.rows[size];
  return {
    diameterMm: mmFromInch(nominalIn),
    saw: findSaw(mmFromInch(minIn), mmFromInch(maxIn), mmFromInch(nominalIn), trade),
  };
}

/** The smallest saw that lets a gland’s thread through without leaving its seal. */
export function sawnGlandHole(clearanceHoleMm: number, trade: Trade): SawnHole {
  const saw = findSaw(clearanceHoleMm, clearanceHoleMm + GLAND_HOLE_EXCESS_MM, clearanceHoleMm, trade);
  return { diameterMm: clearanceHoleMm, saw };
}

/** The hole for a pipe with some room round it, and the smallest saw that leaves it at least that. */
export function sawnRound(pipeMm: number, roomMm: number, trade: Trade): SawnHole {
  const diameterMm = pipeMm + 2 * roomMm;
  return { diameterMm, saw: findSaw(diameterMm, Infinity, diameterMm, trade) };
}

/** The hole for a cable in a grommet, in whole millimetres, and the next saw up. */
export function sawnGrommet(cableMm: number, trade: Trade): SawnHole {
  const diameterMm = Math.ceil(Math.max(GROMMET.leastMm, cableMm * GROMMET.ofCable));
  return { diameterMm, saw: findSaw(diameterMm, Infinity, diameterMm, trade) };
}

function findSaw(minMm: number, maxMm: number, idealMm: number, trade: Trade): SawnHole['saw'] {
  const fitting = CUTTERS[trade]
    .filter(({ diameterMm }) => diameterMm >= minMm && diameterMm <= maxMm)
    .sort((a, b) => Math.abs(a.diameterMm - idealMm) - Math.abs(b.diameterMm - idealMm));
  return fitting[0] ?? null;
}

const CUTTERS: Readonly<Record<Trade, readonly NonNullable<SawnHole['saw']>[]>> = {
  us: HOLE_SAWS_16THS.rows.map((ticks) => ({
    diameterMm: mmFromInch(ticks / 16),
    label: `${sixteenths(ticks)}″ hole saw`,
  })),
  iec: [
    ...METRIC_CUTTERS.rows.saws.map((diameterMm) => ({ diameterMm, label: `${diameterMm} mm hole saw` })),
    ...METRIC_CUTTERS.rows.steps.map((diameterMm) => ({
      diameterMm,
      label: `${diameterMm} mm step drill or punch`,
    })),
  ],
};

function sixteenths(ticks: number): string {
  const whole = Math.floor(ticks / 16);
  const rest = ticks % 16;
  if (rest === 0) return String(whole);
  const divisor = rest % 8 === 0 ? 2 : rest % 4 === 0 ? 4 : rest % 2 === 0 ? 8 : 16;
  const fraction = `${(rest * divisor) / 16}⁄${divisor}`;
  return whole === 0 ? fraction : `${whole} ${fraction}`;
}
