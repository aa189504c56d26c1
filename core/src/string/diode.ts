/**
 * The single-diode model of a module or of a group of its cells: I = Ipv − I0·(exp(Vd ÷ a) − 1) − Vd ÷ Rp with Vd = V + I·Rs.
 * Villalva, Gazoli and Ruppert Filho 2009 (IEEE Transactions on Power Electronics 24 (5)); De Soto et al. 2006.
 * Volts, amperes, ohms; a is n·N·k·T ÷ q, V.
 */
export type Diode = {
  readonly photoA: number;
  readonly saturationA: number;
  readonly slopeV: number;
  readonly seriesOhm: number;
  readonly shuntOhm: number;
};

/** What a datasheet says of a module at 25 °C and 1000 W/m². */
export type Datasheet = {
  readonly vocV: number;
  readonly iscA: number;
  readonly vmpV: number;
  readonly impA: number;
  readonly cells: number;
  readonly vocPctPerC: number;
  readonly iscPctPerC: number;
};

const BOLTZMANN_OVER_CHARGE = 8.617333262e-5;
export const ZERO_C_IN_K = 273.15;
const STANDARD_K = 25 + ZERO_C_IN_K;

/** Ideality tried from here, in this order: 1.3 is usual, and not every datasheet can be met with it. */
const IDEALITIES = [1.3, 1.25, 1.2, 1.15, 1.1, 1.05, 1, 1.35, 1.4, 1.5, 0.95, 0.9, 0.8] as const;
const HALVINGS = 60;

/** A module fitted to its datasheet, at standard conditions. */
export type FittedModule = {
  readonly sheet: Datasheet;
  readonly ideality: number;
  readonly standard: Diode;
};

/**
 * Fits a module so that it has the datasheet’s open and short circuit, passes through its point of most power and has its
 * most power there. Null where no diode does: the datasheet contradicts itself.
 */
export function fitModule(sheet: Datasheet, idealities: readonly number[] = IDEALITIES): FittedModule | null {
  for (const ideality of idealities) {
    const standard = fitWith(sheet, ideality);
    if (standard !== null) return { sheet, ideality, standard };
  }
  return null;
}

function fitWith({ vocV, iscA, vmpV, impA, cells }: Datasheet, ideality: number): Diode | null {
  const slopeV = ideality * cells * BOLTZMANN_OVER_CHARGE * STANDARD_K;
  const at = (seriesOhm: number): { readonly diode: Diode; readonly miss: number } | null => {
    const inner = vmpV + impA * seriesOhm;
    let [shuntOhm, photoA, saturationA] = [1e9, iscA, 0];
    // The three depend on each other a little: a few rounds settle them.
    for (let round = 0; round < 8; round++) {
      photoA = (iscA * (shuntOhm + seriesOhm)) / shuntOhm;
      saturationA = (photoA - vocV / shuntOhm) / Math.expm1(vocV / slopeV);
      const left = photoA - saturationA * Math.expm1(inner / slopeV) - impA;
      if (left <= 0) return null;
      shuntOhm = inner / left;
    }
    const conductance = (saturationA / slopeV) * Math.exp(inner / slopeV) + 1 / shuntOhm;
    // Most power where I + V · dI/dV is 0.
    const miss = impA - (vmpV * conductance) / (1 + seriesOhm * conductance);
    return { diode: { photoA, saturationA, slopeV, seriesOhm, shuntOhm }, miss };
  };
  let [low, high] = [0, (vocV - vmpV) / impA];
  const first = at(low);
  if (first === null || first.miss < 0) return null;
  // The more of the loss lies in series, the less the shunt takes, up to where it would have to give current.
  for (let count = 0; count < HALVINGS; count++) {
    const middle = (low + high) / 2;
    const tried = at(middle);
    if (tried === null || tried.miss < 0) high = middle;
    else low = middle;
  }
  const found = at(low);
  return found === null || Math.abs(found.miss) > 1e-3 * impA ? null : found.diode;
}

/**
 * The diode of one of `groups` equal groups of cells of a module, in so much light (1 is 1000 W/m²) and at a cell temperature.
 * Light scales the photocurrent and the shunt’s share stays; temperature moves the open circuit by the datasheet.
 */
export function diodeAt(
  { sheet, ideality, standard }: FittedModule,
  lightRatio: number,
  cellC: number,
  groups = 1,
): Diode {
  const warmer = cellC - (STANDARD_K - ZERO_C_IN_K);
  const photo = standard.photoA * (1 + (sheet.iscPctPerC / 100) * warmer);
  const vocV = sheet.vocV * (1 + (sheet.vocPctPerC / 100) * warmer);
  const slopeV = ideality * sheet.cells * BOLTZMANN_OVER_CHARGE * (cellC + ZERO_C_IN_K);
  const saturationA = (photo - vocV / standard.shuntOhm) / Math.expm1(vocV / slopeV);
  return {
    photoA: photo * lightRatio,
    saturationA,
    slopeV: slopeV / groups,
    seriesOhm: standard.seriesOhm / groups,
    shuntOhm: standard.shuntOhm / groups,
  };
}

/** Volts across a bypass diode that conducts (practice; a silicon diode warm). */
export const BYPASS_V = 0.5;

/**
 * Voltage at a current, V, starting from a guess of the inner voltage; also gives that. Newton’s method on a function that is
 * convex and falls: it settles from either side.
 */
export function innerVoltageAt(diode: Diode, currentA: number, guessV: number): number {
  const { photoA, saturationA, slopeV, shuntOhm } = diode;
  let inner = guessV;
  for (let count = 0; count < 40; count++) {
    const grown = saturationA * Math.exp(inner / slopeV);
    const miss = photoA - grown + saturationA - inner / shuntOhm - currentA;
    const step = miss / (grown / slopeV + 1 / shuntOhm);
    // Below the knee a step may leap far beyond it: it is held to what the exponential bears.
    inner += Math.max(-8 * slopeV, Math.min(2 * slopeV, step));
    if (Math.abs(step) < 1e-7) return inner;
  }
  return inner;
}
