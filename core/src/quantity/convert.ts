/** Exact by definition of the international inch (1959 agreement). */
export const MM_PER_INCH = 25.4;

/** To the nearest nanometre, so that 6 in is 152.4 mm and not 152.39999999999998. */
export function mmFromInch(inch: number): number {
  return Math.round(inch * MM_PER_INCH * 1e6) / 1e6;
}

export function inchFromMm(lengthMm: number): number {
  return lengthMm / MM_PER_INCH;
}

export function degFFromDegC(tempC: number): number {
  return (tempC * 9) / 5 + 32;
}

export function degCFromDegF(tempF: number): number {
  return ((tempF - 32) * 5) / 9;
}

/** Exact by definition of the avoirdupois pound (1959 agreement). */
export const KG_PER_LB = 0.45359237;

/** Exact by definition of the pound and of standard gravity, 9.80665 m/s². */
export const N_PER_LBF = 4.4482216152605;

/** Exact by definition of the international foot. */
export const M_PER_FT = 0.3048;

/** A cubic foot for each minute. */
export const CFM_PER_M3_PER_H = 1 / (M_PER_FT ** 3 * 60);

export function mmFromFeet(feet: number): number {
  return mmFromInch(12 * feet);
}
