/**
 * Diameter of the smallest round hole that cables go through side by side, mm: one as it is; two side by side; more as circles
 * of the thickest pack in a circle, by the best known packings up to seven and an upper bound above
 * (Graham, Lubachevsky et al. 1998; above seven: rings round a middle, never too small).
 */
export function bundleMm(diametersMm: readonly number[]): number {
  const sorted = [...diametersMm].sort((a, b) => b - a);
  const [thickest = 0, second = 0] = sorted;
  if (sorted.length <= 2) return thickest + second;
  return thickest * ratioOf(sorted.length);
}

/** Outer to inner diameter of the densest packing of equal circles, by their count. */
const PACKED = [0, 1, 2, 2.1547, 2.4142, 2.7013, 3, 3];

function ratioOf(count: number): number {
  const known = PACKED[count];
  if (known !== undefined) return known;
  // Whole rings of six more each: 7, 19, 37 … circles fit in 3, 5, 7 … diameters.
  let [rings, holds] = [1, 7];
  while (holds < count) {
    rings++;
    holds += 6 * rings;
  }
  return 2 * rings + 1;
}
