import { TOUCH_MM } from '../quantity/compare.ts';

/** A rail as it is cut from stock: its pieces from its lower end on, and where along it their joints lie, mm. */
export type RailCut = { readonly piecesMm: readonly number[]; readonly jointsMm: readonly number[] };

/** A joint lies within this part of a span from a foot, where the rail bends least (common practice, no source). */
export const JOINT_RATIO = 0.25;
/** The splice bar keeps so clear of a foot’s bolt, mm (common practice, no source). */
const CLEAR_OF_FOOT_MM = 60;

/** Where a rail may be joined: near its feet, never over one, in no overhang. In order along it, mm. */
export function jointZones(feetMm: readonly number[]): (readonly [number, number])[] {
  return feetMm.slice(1).flatMap((to, index) => {
    const from = feetMm[index] ?? to;
    const near = (to - from) * JOINT_RATIO;
    if (near <= CLEAR_OF_FOOT_MM) return [];
    return [[from + CLEAR_OF_FOOT_MM, from + near] as const, [to - near, to - CLEAR_OF_FOOT_MM] as const];
  });
}

/**
 * The fewest pieces of a rail from lengths of stock, with joints only where they may lie: each piece as long as the stock and the
 * zones allow. No other cut has fewer, for its joint of any number lies no further on. Null where no joint can be made in time.
 */
export function cutRail(rail: {
  readonly fromMm: number;
  readonly toMm: number;
  readonly feetMm: readonly number[];
  readonly stockMm: number;
}): RailCut | null {
  const { fromMm, toMm, feetMm, stockMm } = rail;
  const zones = jointZones(feetMm);
  const jointsMm: number[] = [];
  let at = fromMm;
  while (toMm - at > stockMm + TOUCH_MM) {
    const reach = at + stockMm;
    const joint = Math.max(
      ...zones.flatMap(([low, high]) => (low <= reach && high > at ? [Math.min(high, reach)] : [])),
      -Infinity,
    );
    if (joint <= at) return null;
    jointsMm.push(joint);
    at = joint;
  }
  const ends = [fromMm, ...jointsMm, toMm];
  return { jointsMm, piecesMm: ends.slice(1).map((end, index) => end - (ends[index] ?? end)) };
}

/** What a saw takes at each cut, mm. */
const SAW_MM = 3;

/** How many lengths of stock the pieces are cut from: longest first, each from the first length it still fits (Johnson 1973: at most 11⁄9 of the least, and one). */
export function stockLengths(piecesMm: readonly number[], stockMm: number): number {
  const left: number[] = [];
  for (const piece of [...piecesMm].sort((a, b) => b - a)) {
    const at = left.findIndex((rest) => rest + TOUCH_MM >= piece);
    if (at === -1) left.push(stockMm - piece - SAW_MM);
    else left[at] = (left[at] ?? 0) - piece - SAW_MM;
  }
  return left.length;
}
