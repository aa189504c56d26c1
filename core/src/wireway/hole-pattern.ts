import { knockoutOnFace } from '../gear/body.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { portKey } from '../model/model.ts';
import { query } from '../derive/query.ts';
import type { Knockout } from '../plan/gear-type.ts';
import type { Nipple } from '../plan/placement.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { isMetricSize, type ConduitSize } from '../reference/conductor-sizes.ts';
import { LOCKNUT_ACROSS_LUGS, METRIC_KNOCKOUTS } from '../reference/knockouts.ts';
import { sawnKnockout, type SawnHole } from '../drill/hole-saw.ts';
import { sideOfKnockout, type WirewaySide } from './unit-at-wireway.ts';

/** Steel left between two locknuts (practice). */
export const LOCKNUT_SPACING_MM = 3;

/** A hole for a nipple in a wireway’s top, or in its bottom where the unit hangs under it. */
export type WirewayHole = {
  readonly nipple: Nipple;
  readonly unit: Hung;
  readonly wireway: Hung;
  readonly knockout: Knockout;
  readonly side: WirewaySide;
  /** From the wireway’s left end, seen from above by a person who faces the wall. */
  readonly fromLeftMm: number;
  /** The same hole for a person who looks up from below with the wall behind: from the end then on the left. */
  readonly fromLeftSeenFromBelowMm: number;
  /** From the wireway’s back, the side at the wall. */
  readonly fromBackMm: number;
  readonly hole: SawnHole;
  readonly locknutMm: number;
  /** The hung unit can slide this far each way; the hole is drilled at nominal. */
  readonly playMm: number;
};

/** Every hole in the top and the bottom of a wireway, from its left end. */
export const wirewayHoles = query((prepared: Prepared, wirewayId: string): readonly WirewayHole[] => {
  const wireway = prepared.hung.get(wirewayId);
  if (wireway === undefined) return [];
  return prepared.nipplesOfWireway
    .get(wirewayId)
    .filter(({ from }) => prepared.nipplesOfPort.get(portKey(from)).length === 1)
    .flatMap((nipple): WirewayHole[] => {
      const unit = prepared.hung.get(nipple.from.placement);
      const knockout = unit?.type.knockouts.find(({ id }) => id === nipple.from.knockout);
      const side = knockout === undefined ? null : sideOfKnockout(knockout);
      // What cannot be joined is not drilled.
      if (unit === undefined || knockout === undefined || side === null) return [];
      if (unit.face.id !== wireway.face.id || unit.id === wireway.id) return [];
      const fromLeftMm = knockoutOnFace(unit.body, knockout).at[0] - wireway.body.minX;
      return [
        {
          nipple,
          unit,
          wireway,
          knockout,
          side,
          fromLeftMm,
          fromLeftSeenFromBelowMm: wireway.type.widthMm - fromLeftMm,
          fromBackMm: unit.type.standoffMm + knockout.fromBackMm - wireway.type.standoffMm,
          hole: sawnKnockout(knockout.tradeSize, prepared.plan.codeBasis),
          locknutMm: locknutMmOf(knockout.tradeSize),
          playMm: unit.type.sidePlayMm,
        },
      ];
    })
    .sort((a, b) => a.fromLeftMm - b.fromLeftMm || (a.nipple.id < b.nipple.id ? -1 : 1));
});

/** Across its lugs or corners, the largest of the typical range, mm. */
function locknutMmOf(size: ConduitSize): number {
  return isMetricSize(size)
    ? METRIC_KNOCKOUTS.rows[size].locknutMm
    : mmFromInch(LOCKNUT_ACROSS_LUGS.rows[size].maxIn);
}

/** Two holes conflict when their locknuts would come closer than `LOCKNUT_SPACING_MM`. */
export function requiredSpacingMm(a: WirewayHole, b: WirewayHole): number {
  return (a.locknutMm + b.locknutMm) / 2 + LOCKNUT_SPACING_MM;
}

export function spacingMm(a: WirewayHole, b: WirewayHole): number {
  return Math.hypot(a.fromLeftMm - b.fromLeftMm, a.fromBackMm - b.fromBackMm);
}
