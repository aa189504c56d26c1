import { KG_PER_LB, MM_PER_INCH } from '../quantity/convert.ts';
import { published } from './source.ts';

/** One edition of the equation’s constants: in cm and kg, or in inches and pounds. They differ by their rounding. */
export type LiftingEdition = {
  readonly lengthMm: number;
  readonly massKg: number;
  readonly loadConstant: number;
  readonly horizontal: { readonly best: number; readonly most: number };
  readonly vertical: { readonly best: number; readonly slope: number; readonly most: number };
  readonly distance: {
    readonly least: number;
    readonly most: number;
    readonly base: number;
    readonly slope: number;
  };
};

/** Constants of the revised lifting equation. */
export const LIFTING = {
  metric: {
    lengthMm: 10,
    massKg: 1,
    loadConstant: 23,
    horizontal: { best: 25, most: 63 },
    vertical: { best: 75, slope: 0.003, most: 175 },
    distance: { least: 25, most: 175, base: 0.82, slope: 4.5 },
  },
  us: {
    lengthMm: MM_PER_INCH,
    massKg: KG_PER_LB,
    loadConstant: 51,
    horizontal: { best: 10, most: 25 },
    vertical: { best: 30, slope: 0.0075, most: 70 },
    distance: { least: 10, most: 70, base: 0.82, slope: 1.8 },
  },
  asymmetry: { perDeg: 0.0032, mostDeg: 135 },
  /** Up to one lift in five minutes, for an hour at most. */
  rareFrequency: 1,
  coupling: { good: [1, 1], fair: [0.95, 1], poor: [0.9, 0.9] },
  /** Above this nobody lifts alone, whatever the place. */
  mostAloneKg: 23,
  source: published('NIOSH Applications Manual', 'Publication 94-110, section 1.3', '1994'),
} as const satisfies Record<'metric' | 'us', LiftingEdition> & Record<string, unknown>;

export type Coupling = keyof typeof LIFTING.coupling;
