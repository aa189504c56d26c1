import type { BoxMm } from '../geometry/polygon.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import type { PointMm } from '../plan/values.ts';
import { CARRIES } from './hole-fixing.ts';
import { gapOfSpans } from '../quantity/compare.ts';
import type { Member } from '../site/members.ts';

/** The opening sawn for gear that is let into its panel, on its face; null where it hangs on it. */
export function cutOutOf({ placement, type, body }: Hung): BoxMm | null {
  const { flush } = type;
  if (placement.isFlush !== true || flush === null) return null;
  const [x, y] = [(body.minX + body.maxX) / 2, (body.minY + body.maxY) / 2];
  const [halfW, halfH] = [flush.cutWidthMm / 2, flush.cutHeightMm / 2];
  return { minX: x - halfW, maxX: x + halfW, minY: y - halfH, maxY: y + halfH };
}

export type CutOutCorner = {
  readonly corner: 'lower left' | 'lower right' | 'upper left' | 'upper right';
  readonly at: PointMm;
  readonly diameterMm: number;
};

/** The holes drilled in the corners of a cut-out: each touches both edges from inside. None where it is sawn square. */
export function cutOutCorners(item: Hung): CutOutCorner[] {
  const cut = cutOutOf(item);
  const diameterMm = item.type.flush?.cornerHoleMm ?? 0;
  if (cut === null || diameterMm === 0) return [];
  const half = diameterMm / 2;
  return [
    { corner: 'lower left', at: [cut.minX + half, cut.minY + half], diameterMm },
    { corner: 'lower right', at: [cut.maxX - half, cut.minY + half], diameterMm },
    { corner: 'upper left', at: [cut.minX + half, cut.maxY - half], diameterMm },
    { corner: 'upper right', at: [cut.maxX - half, cut.maxY - half], diameterMm },
  ];
}

/** What is behind the panel at a cut-out. */
export type Behind = {
  readonly panelMm: number;
  /** Free behind the panel’s back: the hollow of the wall. */
  readonly hollowMm: number;
  /** What the unit and its wires need behind the panel’s back. */
  readonly neededMm: number;
  /** Framing in the way of the cut-out, at its tolerance’s worst. */
  readonly members: readonly Member[];
};

/** The panel, the hollow behind it and the framing in the way; null where nothing is let in. */
export function behindCutOut(prepared: Prepared, item: Hung): Behind | null {
  const cut = cutOutOf(item);
  const { flush } = item.type;
  if (cut === null || flush === null) return null;
  const panelMm =
    prepared.plan.materials.find(({ id }) => id === item.face.face.material)?.thicknessMm ??
    item.face.thicknessMm;
  const members = item.face.members.filter((member) => {
    if (!CARRIES[member.role]) return false;
    const half = member.widthMm / 2 + member.toleranceMm;
    const [from, to, low, high] =
      member.axis === 'vertical'
        ? [cut.minX, cut.maxX, cut.minY, cut.maxY]
        : [cut.minY, cut.maxY, cut.minX, cut.maxX];
    return (
      gapOfSpans([member.centreMm - half, member.centreMm + half], [from, to]) < 0 &&
      gapOfSpans([member.fromMm, member.toMm], [low, high]) < 0
    );
  });
  return {
    panelMm,
    hollowMm: Math.max(0, item.face.thicknessMm - panelMm),
    neededMm: Math.max(0, flush.behindMm - panelMm) + flush.wiresMm,
    members,
  };
}
