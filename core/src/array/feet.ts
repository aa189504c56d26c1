import { isAbove } from '../quantity/compare.ts';

/** Where a rail may stand, along it, and how far its feet may be apart and its ends stand over, mm. */
export type FeetProblem = {
  readonly fromMm: number;
  readonly toMm: number;
  readonly standsMm: readonly number[];
  readonly mostSpanMm: number;
  readonly mostOverhangMm: number;
};

export type Feet =
  | { readonly kind: 'placed'; readonly atMm: readonly number[] }
  /**
   * From where to where nothing can stand that would keep the span, or the overhang: before the first foot and after the last.
   */
  | {
      readonly kind: 'gap';
      readonly fromMm: number;
      readonly toMm: number;
      readonly limit: 'span' | 'overhang';
      readonly atMm: readonly number[];
    };

/**
 * The fewest feet that carry a rail: each as far on as the span allows. No choice takes fewer, for each foot of any other
 * stands no further on than the one here of the same number. Where no stand is near enough, the first such gap.
 */
export function placeFeet({ fromMm, toMm, standsMm, mostSpanMm, mostOverhangMm }: FeetProblem): Feet {
  const stands = [...standsMm].filter((at) => at >= fromMm && at <= toMm).sort((a, b) => a - b);
  const feet: number[] = [];
  let last = fromMm;
  let reach = mostOverhangMm;
  while (feet.length === 0 || isAbove(toMm - last, mostOverhangMm, 'mm')) {
    let next: number | undefined;
    for (const at of stands) {
      if (feet.length > 0 && at <= last) continue;
      if (isAbove(at - last, reach, 'mm')) break;
      next = at;
    }
    if (next === undefined) {
      const beyond = stands.find((at) => feet.length === 0 || at > last);
      const limit = feet.length === 0 || beyond === undefined ? 'overhang' : 'span';
      return { kind: 'gap', fromMm: last, toMm: beyond ?? toMm, limit, atMm: feet };
    }
    feet.push(next);
    last = next;
    reach = mostSpanMm;
  }
  if (feet.length === 1) return pairOf(stands, { fromMm, toMm, mostSpanMm, mostOverhangMm });
  return { kind: 'placed', atMm: evened(feet, stands, { fromMm, toMm, mostOverhangMm, mostSpanMm }) };
}

/** A short rail that one foot would carry turns about it: it has two, as far apart as they may be. */
function pairOf(
  stands: readonly number[],
  { fromMm, toMm, mostSpanMm, mostOverhangMm }: Omit<FeetProblem, 'standsMm'>,
): Feet {
  let best: readonly [number, number] | null = null;
  for (const low of stands) {
    if (isAbove(low - fromMm, mostOverhangMm, 'mm')) break;
    for (const high of stands) {
      const apartMm = high - low;
      if (apartMm <= 0 || isAbove(apartMm, mostSpanMm, 'mm') || isAbove(toMm - high, mostOverhangMm, 'mm'))
        continue;
      if (best === null || apartMm > best[1] - best[0]) best = [low, high];
    }
  }
  return best === null
    ? { kind: 'gap', fromMm, toMm, limit: 'span', atMm: [] }
    : { kind: 'placed', atMm: best };
}

/**
 * The same number of feet with overhangs nearer to each other: the whole row is moved back stand by stand as long as the far
 * end allows it. Keeps the count; what is left over at one end alone would bend the rail there most.
 */
function evened(
  feet: readonly number[],
  stands: readonly number[],
  { fromMm, toMm, mostOverhangMm, mostSpanMm }: Omit<FeetProblem, 'standsMm'>,
): number[] {
  const index = new Map(stands.map((at, place) => [at, place]));
  let best = [...feet];
  const spread = (row: readonly number[]) => Math.abs((row[0] ?? 0) - fromMm - (toMm - (row.at(-1) ?? toMm)));
  for (;;) {
    const back = best.map((at) => stands[(index.get(at) ?? 0) - 1]);
    if (back.some((at) => at === undefined)) return best;
    const moved = back as number[];
    const isHeld =
      !isAbove(toMm - (moved.at(-1) ?? 0), mostOverhangMm, 'mm') &&
      moved.every((at, place) => place === 0 || !isAbove(at - (moved[place - 1] ?? 0), mostSpanMm, 'mm'));
    if (!isHeld || spread(moved) >= spread(best)) return best;
    best = moved;
  }
}

/** Whether the spans between feet differ by more than a touch: a person then measures each. */
export function isUneven(atMm: readonly number[]): boolean {
  const spans = atMm.slice(1).map((at, index) => at - (atMm[index] ?? 0));
  return spans.length > 0 && isAbove(Math.max(...spans) - Math.min(...spans), 1, 'mm');
}

/** What a foot weighs with its bolts, kg (practice). */
export const FOOT_KG = 0.4;

/** A new foot this near to an old hole stands on it: what its base hides and its bolt still meets (practice), mm. */
export const SAME_HOLE_MM = 3;

/** A new hole nearer than this to an old one has no sound material between them (practice), mm. */
export const TOO_NEAR_MM = 40;

/**
 * Feet moved along their rail onto old holes where that keeps every span and overhang: each to the nearest hole it may reach.
 * In order, all in mm along the rail.
 */
export function ontoOldHoles(
  feetMm: readonly number[],
  holesMm: readonly number[],
  limits: {
    readonly fromMm: number;
    readonly toMm: number;
    readonly mostSpanMm: number;
    readonly mostOverhangMm: number;
  },
): number[] {
  const feet = [...feetMm];
  for (const [index, at] of feetMm.entries()) {
    const [before, after] = [feet[index - 1], feet[index + 1]];
    const low = Math.max(
      before === undefined ? limits.fromMm : before + TOO_NEAR_MM,
      after === undefined ? limits.toMm - limits.mostOverhangMm : after - limits.mostSpanMm,
    );
    const high = Math.min(
      after === undefined ? limits.toMm : after - TOO_NEAR_MM,
      before === undefined ? limits.fromMm + limits.mostOverhangMm : before + limits.mostSpanMm,
    );
    const [hole] = holesMm
      .filter((each) => each >= low && each <= high)
      .sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
    if (hole !== undefined) feet[index] = hole;
  }
  return feet;
}
