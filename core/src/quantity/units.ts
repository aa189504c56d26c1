import { CFM_PER_M3_PER_H, degFFromDegC, lbfFromN, lbFromKg, MM_PER_INCH } from './convert.ts';

export type QuantityUnit =
  | 'mm'
  | 'kg'
  | 'degC'
  | 'kelvin'
  | 'deg'
  | 'count'
  | 'mm2'
  | 'mm3'
  | 'N'
  | 'Nmm'
  | 'MPa'
  | 'W'
  | 'A'
  | 'V'
  | 'm3PerH'
  | 'cm2'
  | 'ratio'
  | 'percent';
export type Quantity = { readonly value: number; readonly unit: QuantityUnit };

/** How a quantity is told: what one of ours is in theirs, how many digits are usual, what stands behind the figure. */
type Form = { readonly told: (value: number) => number; readonly digits: number; readonly after: string };

const as = (digits: number, after: string, told: Form['told'] = (value) => value): Form => ({
  told,
  digits,
  after,
});

/** Every quantity but lengths, which are marks on a tape. Factors: the international foot and pound, standard gravity. */
const FORMS = {
  kg: { metric: as(1, ' kg'), inch: as(0, ' lb', lbFromKg) },
  degC: { metric: as(1, ' °C'), inch: as(1, ' °F', degFFromDegC) },
  kelvin: { metric: as(1, ' K'), inch: as(1, ' °F more', (value) => (value * 9) / 5) },
  deg: { metric: as(2, '°'), inch: as(2, '°') },
  count: { metric: as(0, ''), inch: as(0, '') },
  mm2: { metric: as(1, ' mm²'), inch: as(3, ' in²', (value) => value / MM_PER_INCH ** 2) },
  mm3: { metric: as(0, ' mm³'), inch: as(3, ' in³', (value) => value / MM_PER_INCH ** 3) },
  N: { metric: as(0, ' N'), inch: as(0, ' lbf', lbfFromN) },
  Nmm: { metric: as(1, ' N·m', (value) => value / 1000), inch: as(0, ' lbf·in', (value) => lbfFromN(value) / MM_PER_INCH) }, // prettier-ignore
  MPa: { metric: as(1, ' MPa'), inch: as(0, ' psi', (value) => lbfFromN(value) * MM_PER_INCH ** 2) },
  W: { metric: as(0, ' W'), inch: as(0, ' W') },
  A: { metric: as(1, ' A'), inch: as(1, ' A') },
  V: { metric: as(1, ' V'), inch: as(1, ' V') },
  m3PerH: { metric: as(2, ' m³/h'), inch: as(2, ' cfm', (value) => value * CFM_PER_M3_PER_H) },
  cm2: { metric: as(1, ' cm²'), inch: as(1, ' in²', (value) => (value * 100) / MM_PER_INCH ** 2) },
  ratio: { metric: as(2, ''), inch: as(2, '') },
  percent: { metric: as(1, ' %'), inch: as(1, ' %') },
} as const satisfies Record<Exclude<QuantityUnit, 'mm'>, Readonly<Record<'metric' | 'inch', Form>>>;

/** Forces from here on are told in kilonewtons. */
const KILO_N = 10_000;
const KILONEWTONS = as(2, ' kN', (value) => value / 1000);

/** A quantity in one of the systems, with `more` digits than are usual for it. */
export function unitText(
  value: number,
  unit: Exclude<QuantityUnit, 'mm'>,
  system: 'metric' | 'inch',
  more = 0,
): string {
  const isKilo = unit === 'N' && system === 'metric' && Math.abs(value) >= KILO_N;
  const { told, digits, after } = isKilo ? KILONEWTONS : FORMS[unit][system];
  return `${figureText(told(value), digits + more)}${after}`;
}

/** What is less than this is nothing, in any unit told here. */
const NOTHING = 1e-9;

/** A figure to so many digits, with more where it would else print as 0 and is not. */
function figureText(value: number, digits: number): string {
  const isLost = Math.abs(value) > NOTHING && Number(value.toFixed(digits)) === 0;
  const needed = isLost ? Math.ceil(-Math.log10(Math.abs(value))) : digits;
  return minus(trim(value.toFixed(Math.max(digits, needed))));
}

/** Without the zeros behind a point that say nothing. */
export function trim(digits: string): string {
  return digits.includes('.') ? digits.replace(/\.?0+$/u, '') : digits;
}

/** With a minus sign instead of a hyphen, and none before nothing. */
export function minus(digits: string): string {
  return digits === '-0' ? '0' : digits.replace('-', '−');
}
