import { mmFromInch } from '../quantity/convert.ts';
import { BRACKET, type ScrewSize } from '../reference/fasteners.ts';

// NDS 2018 works in inches, pounds and psi; so does this file, and converts at its edge.

const N_PER_LBF = 4.4482216152605;

/** Reference withdrawal value, lb for each inch of thread in the wood (NDS 12.2-1 and 12.2-2). */
export function withdrawalLbPerIn(
  { kind, shankIn }: Pick<ScrewSize, 'kind' | 'shankIn'>,
  gravity: number,
): number {
  return kind === 'lag' ? 1800 * gravity ** 1.5 * shankIn ** 0.75 : 2850 * gravity ** 2 * shankIn;
}

/**
 * Reference lateral value of one screw through a steel bracket into wood along the grain, lb (yield limit equations,
 * NDS 12.3-1 to 12.3-10): the least of six ways in which wood and screw give way. `penetrationIn` is in the wood that
 * holds. Dowel bearing of wood along the grain: 11200·G psi from 1/4 inch on, else 16600·G^1.84.
 */
export function lateralLb(screw: ScrewSize, gravity: number, penetrationIn: number): number {
  const { rootIn: d, shankIn, yieldPsi: fyb } = screw;
  const fem = shankIn >= 0.25 ? 11_200 * gravity : 16_600 * gravity ** 1.84;
  const fes = BRACKET.bearingPsi;
  const [lm, ls] = [penetrationIn, BRACKET.thicknessIn];
  const re = fem / fes;
  const rt = lm / ls;
  const k1 =
    (Math.sqrt(re + 2 * re ** 2 * (1 + rt + rt ** 2) + rt ** 2 * re ** 3) - re * (1 + rt)) / (1 + re);
  const k2 = -1 + Math.sqrt(2 * (1 + re) + (2 * fyb * (1 + 2 * re) * d ** 2) / (3 * fem * lm ** 2));
  const k3 = -1 + Math.sqrt((2 * (1 + re)) / re + (2 * fyb * (2 + re) * d ** 2) / (3 * fem * ls ** 2));
  const modes = [
    { reduction: 4, lb: d * lm * fem },
    { reduction: 4, lb: d * ls * fes },
    { reduction: 3.6, lb: k1 * d * ls * fes },
    { reduction: 3.2, lb: (k2 * d * lm * fem) / (1 + 2 * re) },
    { reduction: 3.2, lb: (k3 * d * ls * fem) / (2 + re) },
    { reduction: 3.2, lb: d ** 2 * Math.sqrt((2 * fem * fyb) / (3 * (1 + re))) },
  ];
  return Math.min(...modes.map(({ reduction, lb }) => lb / (d >= 0.25 ? reduction : smallReduction(d))));
}

/** K_D of the equations, for screws under a quarter inch. */
function smallReduction(diameterIn: number): number {
  return diameterIn <= 0.17 ? 2.2 : 10 * diameterIn + 0.5;
}

/** What one screw carries, N. */
export type ScrewStrength = { readonly pullN: number; readonly shearN: number };

/** Adjusted strength of a screw with so much thread in wood, N. `factor` is the product of duration and wet service. */
export function screwStrength(
  screw: ScrewSize,
  gravity: number,
  threadMm: number,
  factor: number,
): ScrewStrength {
  const threadIn = threadMm / mmFromInch(1);
  const holdingIn = Math.max(0, threadIn - screw.tipIn);
  return {
    pullN: withdrawalLbPerIn(screw, gravity) * holdingIn * factor * N_PER_LBF,
    shearN: threadIn <= 0 ? 0 : lateralLb(screw, gravity, threadIn) * factor * N_PER_LBF,
  };
}

/**
 * How much of a screw’s strength a pull and a shear together take: 1 is all of it (Hankinson’s interaction for screws
 * loaded at an angle, NDS 12.4-1).
 */
export function screwUse({ pullN, shearN }: ScrewStrength, pull: number, shear: number): number {
  const resultant = Math.hypot(pull, shear);
  if (resultant === 0) return 0;
  if ((pull > 0 && pullN === 0) || (shear > 0 && shearN === 0)) return Infinity;
  const [sine, cosine] = [pull / resultant, shear / resultant];
  const allowed = (pullN * shearN) / (pullN * cosine ** 2 + shearN * sine ** 2);
  return resultant / allowed;
}
