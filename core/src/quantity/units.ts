import {
  CFM_PER_M3_PER_H,
  degCFromDegF,
  degFFromDegC,
  KG_PER_LB,
  M_PER_FT,
  MM_PER_INCH,
  N_PER_LBF,
} from './convert.ts';

export type System = 'metric' | 'inch';

/** How a quantity is told in one of the systems, and read. */
export type Form = {
  /** What stands behind the figure. */
  readonly after: string;
  /** As people also type it. */
  readonly also: readonly string[];
  /** Digits that are usual behind the point. */
  readonly digits: number;
  /** From the unit it is kept in to the one it is told in, and back. */
  readonly told: (kept: number) => number;
  readonly kept: (told: number) => number;
};

/** A unit that is so many of the one it is kept in. */
function form(digits: number, after: string, inKept = 1, also: readonly string[] = []): Form {
  return { digits, after, also, told: (kept) => kept / inKept, kept: (told) => told * inKept };
}

function alike(digits: number, after: string): Readonly<Record<System, Form>> {
  return { metric: form(digits, after), inch: form(digits, after) };
}

/** A unit that quantities are kept in: how they are told and read in each system, and by how much two may differ and be one. */
export type Unit = Readonly<Record<System, Form>> & {
  /** What arithmetic loses, never what a person could measure. */
  readonly allowance: number;
};

/**
 * The one tolerance of lengths, mm: a micrometre. A thousand times what sums of doubles lose over a kilometre of plan,
 * far below what any tape, saw or drill can do. Two edges this near touch; a gap that misses its rule by so little has it.
 */
export const TOUCH_MM = 0.001;

const LBF_IN = N_PER_LBF * MM_PER_INCH;
const PSI_MPA = N_PER_LBF / MM_PER_INCH ** 2;
const PSF_PA = N_PER_LBF / M_PER_FT ** 2;
const MPH_M_PER_S = (5280 * M_PER_FT) / 3600;

/** Every quantity there is. Lengths are told as marks on a tape and read with sums and fractions: format.ts, parse-length.ts. */
export const UNITS = {
  mm: { allowance: TOUCH_MM, metric: form(3, ' mm'), inch: form(3, '″', MM_PER_INCH) },
  m: { allowance: 1e-6, metric: form(0, ' m'), inch: form(0, ' ft', M_PER_FT) },
  kg: { allowance: 1e-6, metric: form(1, ' kg'), inch: form(0, ' lb', KG_PER_LB) },
  degC: {
    allowance: 1e-6,
    metric: form(1, ' °C', 1, ['C']),
    inch: { digits: 1, after: ' °F', also: ['F'], told: degFFromDegC, kept: degCFromDegF },
  },
  kelvin: { allowance: 1e-6, metric: form(1, ' K'), inch: form(1, ' °F more', 5 / 9) },
  deg: { allowance: 1e-6, ...alike(2, '°') },
  count: { allowance: 1e-6, ...alike(0, '') },
  mm2: { allowance: 1e-3, metric: form(1, ' mm²'), inch: form(3, ' in²', MM_PER_INCH ** 2) },
  cm2: { allowance: 1e-5, metric: form(1, ' cm²'), inch: form(1, ' in²', MM_PER_INCH ** 2 / 100) },
  mm3: { allowance: 1e-2, metric: form(0, ' mm³'), inch: form(3, ' in³', MM_PER_INCH ** 3) },
  N: { allowance: 1e-3, metric: form(0, ' N'), inch: form(0, ' lbf', N_PER_LBF) },
  Nmm: { allowance: 1e-1, metric: form(1, ' N·m', 1000), inch: form(0, ' lbf·in', LBF_IN) },
  MPa: { allowance: 1e-6, metric: form(1, ' MPa'), inch: form(0, ' psi', PSI_MPA) },
  Pa: { allowance: 1e-3, metric: form(0, ' Pa'), inch: form(1, ' psf', PSF_PA) },
  mPerS: { allowance: 1e-6, metric: form(1, ' m/s'), inch: form(0, ' mph', MPH_M_PER_S) },
  m3PerH: { allowance: 1e-6, metric: form(2, ' m³/h'), inch: form(2, ' cfm', 1 / CFM_PER_M3_PER_H) },
  W: { allowance: 1e-6, ...alike(0, ' W') },
  Wh: { allowance: 1e-6, ...alike(0, ' Wh') },
  A: { allowance: 1e-6, ...alike(1, ' A') },
  V: { allowance: 1e-6, ...alike(1, ' V') },
  section: { allowance: 1e-3, ...alike(2, ' mm²') },
  ml: { allowance: 1e-6, metric: form(0, ' ml'), inch: form(1, ' fl oz', 29.5735295625) },
  rpm: { allowance: 1e-6, ...alike(0, ' rpm') },
  minutes: { allowance: 1e-6, ...alike(0, ' min') },
  hours: { allowance: 1e-6, ...alike(0, ' h') },
  ohm: { allowance: 1e-9, ...alike(3, ' Ω') },
  ratio: { allowance: 1e-6, ...alike(2, '') },
  percent: { allowance: 1e-4, ...alike(1, ' %') },
} as const satisfies Record<string, Unit>;

export type QuantityUnit = keyof typeof UNITS;
export type Quantity = { readonly value: number; readonly unit: QuantityUnit };

/** Forces from here on are told in kilonewtons. */
const KILO_N = 10_000;
const KILONEWTONS = form(2, ' kN', 1000);

function formOf({ value, unit }: Quantity, system: System): Form {
  const isKilo = unit === 'N' && system === 'metric' && Math.abs(value) >= KILO_N;
  return isKilo ? KILONEWTONS : UNITS[unit][system];
}

/** A quantity in one of the systems, with `more` digits than are usual for it. */
export function unitText(quantity: Quantity, system: System, more = 0): string {
  const { told, digits, after } = formOf(quantity, system);
  return `${figureText(told(quantity.value), digits + more)}${after}`;
}

/** Which side of a requirement is safe: it asks for at least so much, or allows at most so much. */
export type Sense = 'least' | 'most';

/** A quantity as its figure shows it once it is rounded away from danger: up where at least so much is needed, else down. */
export function roundedAway(quantity: Quantity, system: System, sense: Sense, more = 0): Quantity {
  const { told, kept, digits } = formOf(quantity, system);
  const figure = told(quantity.value);
  const steps = figure * 10 ** (digits + more);
  // What arithmetic lost is no reason for another step.
  const near = Math.round(steps);
  const away = sense === 'least' ? Math.ceil(steps) : Math.floor(steps);
  const shown = Math.abs(steps - near) <= Math.abs(steps) * 1e-12 + 1e-9 ? near : away;
  // A most below the first step is still not nothing.
  return shown === 0 ? quantity : { value: kept(shown / 10 ** (digits + more)), unit: quantity.unit };
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
