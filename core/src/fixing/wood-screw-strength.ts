import { isBelow } from '../quantity/compare.ts';
import { mmFromInch, N_PER_LBF } from '../quantity/convert.ts';
import { BRACKET, LEAD_HOLES, LEAST_PENETRATION, type ScrewSize } from '../reference/fasteners.ts';

// NDS 2018 works in inches, pounds and psi; so does this file, and converts at its edge.

/** Reference withdrawal value, lb for each inch of thread in the wood (NDS 12.2-1 and 12.2-2). */
export function withdrawalLbPerIn(
  { kind, shankIn }: Pick<ScrewSize, 'kind' | 'shankIn'>,
  gravity: number,
): number {
  return kind === 'lag' ? 1800 * gravity ** 1.5 * shankIn ** 0.75 : 2850 * gravity ** 2 * shankIn;
}

/** Fasteners from a quarter inch on are measured as bolts are: their bearing and their reduction go by the angle to the grain. */
const BOLT_LIKE_IN = 0.25;

/**
 * Dowel bearing strength of wood, psi, with the force at an angle to its grain (NDS Table 12.3.3 and 12.3.3.1): along it
 * 11200·G, across it 6100·G^1.45 ÷ √D, between by Hankinson; below a quarter inch 16600·G^1.84 whatever the angle.
 */
export function bearingPsi(
  { shankIn }: Pick<ScrewSize, 'shankIn'>,
  gravity: number,
  angleDeg: number,
): number {
  if (shankIn < BOLT_LIKE_IN) return 16_600 * gravity ** 1.84;
  const [along, across] = [11_200 * gravity, (6_100 * gravity ** 1.45) / Math.sqrt(shankIn)];
  const angle = (angleDeg * Math.PI) / 180;
  return (along * across) / (along * Math.sin(angle) ** 2 + across * Math.cos(angle) ** 2);
}

/**
 * Reference lateral value of one screw through a steel bracket into wood, lb (yield limit equations, NDS 12.3-1 to
 * 12.3-10): the least of six ways in which wood and screw give way. `bearingIn` is how long it bears on the wood that
 * holds; `angleDeg` is between the force and the grain, 90 across it.
 */
export function lateralLb(screw: ScrewSize, gravity: number, bearingIn: number, angleDeg: number): number {
  const { rootIn: d, shankIn, yieldPsi: fyb } = screw;
  const fem = bearingPsi(screw, gravity, angleDeg);
  const fes = BRACKET.bearingPsi;
  const [lm, ls] = [bearingIn, BRACKET.thicknessIn];
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
  // K_θ; a screw whose root alone is below a quarter inch keeps it beside K_D (NDS Table 12.3.1B, note 1).
  const byAngle = shankIn < BOLT_LIKE_IN ? 1 : 1 + angleDeg / 360;
  return Math.min(
    ...modes.map(({ reduction, lb }) => lb / byAngle / (d >= BOLT_LIKE_IN ? reduction : smallReduction(d))),
  );
}

/** K_D of the equations, for screws under a quarter inch. */
function smallReduction(diameterIn: number): number {
  return diameterIn <= 0.17 ? 2.2 : 10 * diameterIn + 0.5;
}

/** What one screw carries, N. */
export type ScrewStrength = { readonly pullN: number; readonly shearN: number };

/** How a screw sits in the wood that holds it, mm. */
export type Seat = {
  /** Full thread in the wood, without the tip. */
  readonly threadMm: number;
  /** How long it bears on the wood from the side. */
  readonly bearingMm: number;
  /** How deep it goes in as the least penetration counts it: of a lag without its tip. */
  readonly penetrationMm: number;
};

/**
 * How a screw of a length sits in wood so deep, behind so much that holds nothing. The thread is the screw’s end: of a
 * lag half its length and half an inch, at most six inches (NDS Table L2); of a wood screw two thirds of it (Table L3).
 * What comes out at the back of the wood holds nothing there. `depthMm` may be infinite.
 */
export function seatOf(screw: ScrewSize, lengthMm: number, overMm: number, depthMm: number): Seat {
  const inMm = mmFromInch(1);
  const isLag = screw.kind === 'lag';
  const tipMm = screw.tipIn * inMm;
  const shankMm = screw.shankIn * inMm;
  const threadMm = isLag ? Math.min(6 * inMm, lengthMm / 2 + inMm / 2) : (lengthMm * 2) / 3;
  const [from, to] = [overMm, overMm + depthMm];
  const within = (start: number, end: number) => Math.max(0, Math.min(end, to) - Math.max(start, from));
  const inWoodMm = within(0, lengthMm);
  // The tapered tip of a wood screw, about two shanks, bears by half where it is driven less than ten (NDS 12.3.5).
  const isShort = inWoodMm < DRIVEN_SHANKS * shankMm;
  const bearingMm = isLag ? within(0, lengthMm - tipMm) : within(0, isShort ? lengthMm - shankMm : lengthMm);
  return {
    threadMm: within(lengthMm - threadMm, lengthMm - (isLag ? tipMm : 0)),
    bearingMm,
    penetrationMm: isLag ? bearingMm : inWoodMm,
  };
}

const DRIVEN_SHANKS = 10;

/** The least penetration for which there are any values, mm (NDS 12.1.4.6 and 12.1.5.6). */
export function leastPenetrationMm({ kind, shankIn }: Pick<ScrewSize, 'kind' | 'shankIn'>): number {
  return LEAST_PENETRATION.shanks[kind] * mmFromInch(shankIn);
}

/**
 * Adjusted strength of a screw as it sits in wood, N. `factor` is the product of duration and wet service. Nothing where
 * it goes in less than the least penetration.
 */
export function screwStrength(
  screw: ScrewSize,
  gravity: number,
  { threadMm, bearingMm, penetrationMm }: Seat,
  factor: number,
  angleDeg: number,
): ScrewStrength {
  if (isBelow(penetrationMm, leastPenetrationMm(screw), 'mm')) return { pullN: 0, shearN: 0 };
  return {
    pullN: withdrawalLbPerIn(screw, gravity) * (threadMm / mmFromInch(1)) * factor * N_PER_LBF,
    shearN: lateralLb(screw, gravity, bearingMm / mmFromInch(1), angleDeg) * factor * N_PER_LBF,
  };
}

/** Between which diameters a lead hole is drilled for a screw in wood of a density, mm (NDS 12.1.4.2 and 12.1.5.2). */
export function leadHoleMm(screw: ScrewSize, gravity: number): readonly [number, number] {
  const row = LEAD_HOLES.rows[screw.kind].find(({ aboveGravity }) => gravity > aboveGravity);
  if (row === undefined) throw new Error(`No lead hole is tabled for a ${screw.kind}.`);
  const ofMm = mmFromInch(screw.kind === 'lag' ? screw.shankIn : screw.rootIn);
  return [row.leastRatio * ofMm, row.mostRatio * ofMm];
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
