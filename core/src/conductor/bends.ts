import { mmFromInch } from '../quantity/convert.ts';
import { type ConduitSize, isMetricSize } from '../reference/conductor-sizes.ts';
import { PULL_BOX } from '../reference/bends.ts';

// Plain trigonometry of bent pipe. Lengths in mm, to the centre line; angles in degrees.

/** How much shorter a bent pipe is than its two straight lines to the corner: 2·R·tan(θ/2) − R·θ. */
export function gainMm(angleDeg: number, radiusMm: number): number {
  const angle = (angleDeg * Math.PI) / 180;
  return 2 * radiusMm * Math.tan(angle / 2) - radiusMm * angle;
}

/** From the corner back to where the bend begins: R·tan(θ/2). */
export function setbackMm(angleDeg: number, radiusMm: number): number {
  return radiusMm * Math.tan((angleDeg * Math.PI) / 360);
}

/** Two equal bends that shift a pipe sideways: between their marks rise·csc θ, and by so much shorter: rise·tan(θ/2). */
export function offsetBend(
  riseMm: number,
  angleDeg: number,
): { readonly betweenMarksMm: number; readonly shrinkMm: number } {
  const angle = (angleDeg * Math.PI) / 180;
  return { betweenMarksMm: riseMm / Math.sin(angle), shrinkMm: riseMm * Math.tan(angle / 2) };
}

/** A bend of a pipe: where its mark is, from the pipe’s beginning. */
export type Bend = {
  readonly angleDeg: number;
  /** Where the bend begins, along the straight pipe before it is bent. */
  readonly markMm: number;
  readonly gainMm: number;
};

/** A pipe from pull point to pull point, as it is cut and bent. */
export type BentPipe = {
  readonly bends: readonly Bend[];
  readonly cornersMm: number;
  /** Straight pipe to cut: the corners’ length less every gain. */
  readonly cutMm: number;
  readonly totalDeg: number;
  /** Bends that have no room: their straights are shorter than the bends on them take. */
  readonly tight: readonly number[];
};

/**
 * Marks on a straight pipe for bends at the corners of a way. `straightsMm` are from corner to corner, one more than `anglesDeg`.
 * A mark stands where its bend begins: all straights before it, less the gains of the bends before and its own setback.
 */
export function bentPipe(
  straightsMm: readonly number[],
  anglesDeg: readonly number[],
  radiusMm: number,
): BentPipe {
  let [along, gained] = [0, 0];
  const bends: Bend[] = [];
  const tight: number[] = [];
  anglesDeg.forEach((angleDeg, index) => {
    const straight = straightsMm[index] ?? 0;
    along += straight;
    const before = index === 0 ? 0 : setbackMm(anglesDeg[index - 1] ?? 0, radiusMm);
    if (straight < before + setbackMm(angleDeg, radiusMm)) tight.push(index);
    bends.push({
      angleDeg,
      markMm: along - gained - setbackMm(angleDeg, radiusMm),
      gainMm: gainMm(angleDeg, radiusMm),
    });
    gained += gainMm(angleDeg, radiusMm);
  });
  const cornersMm = straightsMm.reduce((sum, each) => sum + each, 0);
  const last = straightsMm.at(-1) ?? 0;
  if (anglesDeg.length > 0 && last < setbackMm(anglesDeg.at(-1) ?? 0, radiusMm))
    tight.push(anglesDeg.length - 1);
  return {
    bends,
    cornersMm,
    cutMm: cornersMm - gained,
    totalDeg: anglesDeg.reduce((sum, each) => sum + each, 0),
    tight: [...new Set(tight)],
  };
}

/** The size of a trade size as boxes count it, mm. */
export function tradeMm(size: ConduitSize): number {
  if (isMetricSize(size)) return Number(size.slice(1));
  const [whole = '0', part] = size.split('-');
  const fraction = (text: string) => {
    const [top = '0', bottom = '1'] = text.split('/');
    return Number(top) / Number(bottom);
  };
  return mmFromInch(part === undefined ? fraction(whole) : Number(whole) + fraction(part));
}

/** Least length of a box for a straight pull: eight times the largest raceway (314.28(A)(1)). */
export function straightPullMm(sizes: readonly ConduitSize[]): number {
  return PULL_BOX.straight * Math.max(0, ...sizes.map(tradeMm));
}

/**
 * Least distance from a wall with entries to the opposite one, for angle and U pulls: six times the largest raceway of a row and
 * the others of that row; the row that asks for most decides (314.28(A)(2)).
 */
export function anglePullMm(rows: readonly (readonly ConduitSize[])[]): number {
  return Math.max(
    0,
    ...rows.map((row) => {
      const sizes = row.map(tradeMm);
      const largest = Math.max(0, ...sizes);
      return PULL_BOX.angle * largest + sizes.reduce((sum, each) => sum + each, 0) - largest;
    }),
  );
}

/** Least distance between the entries of one conductor: six times the larger raceway. */
export function betweenEntriesMm(sizes: readonly ConduitSize[]): number {
  return PULL_BOX.between * Math.max(0, ...sizes.map(tradeMm));
}

/** Supports of a pipe: one within `firstMm` of each end and no two further apart than `everyMm`. */
export function supportsMm(lengthMm: number, firstMm: number, everyMm: number): number[] {
  if (lengthMm <= firstMm) return [lengthMm / 2];
  if (lengthMm <= 2 * firstMm) return [lengthMm - firstMm, firstMm].sort((a, b) => a - b).slice(0, 1);
  const between = lengthMm - 2 * firstMm;
  const spans = Math.max(1, Math.ceil(between / everyMm - 1e-9));
  return Array.from({ length: spans + 1 }, (_, index) => firstMm + (between * index) / spans);
}
