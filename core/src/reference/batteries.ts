import { published, type ReferenceTable } from './source.ts';

/** Gas current while charging at boost, mA for each Ah: current × gas emission factor × safety factor. */
export const GAS_CURRENT: ReferenceTable<
  Readonly<
    Record<
      'vented-lead-acid' | 'valve-regulated-lead-acid',
      { readonly floatMa: number; readonly boostMa: number }
    >
  >
> = {
  title: 'Current that makes gas, mA for each Ah of capacity, by how it is charged',
  basis: 'iec',
  source: published('IEC 62485-2', 'clause 7, Table 1', '2010'),
  confidence: {
    level: 'high',
    doubted: ['clause numbers move between editions', 'the edition of 2018 keeps the table'],
  },
  rows: {
    'vented-lead-acid': { floatMa: 5, boostMa: 20 },
    'valve-regulated-lead-acid': { floatMa: 1, boostMa: 8 },
  },
};

/** Q = 0.05 · n · I · C · 10⁻³ m³/h, and the free opening it needs with natural flow. */
export const VENTILATION = {
  factor: 0.05,
  openingCm2PerM3h: 28,
  source: published('IEC 62485-2', '7.2 and 7.3', '2010'),
} as const;

/** Between battery units, and from them to doors and windows, unless the listing says less. */
export const BATTERY_SPACING = {
  distanceIn: 36,
  units: published('IRC', 'R328.3.1', '2021'),
  openings: published('IRC', 'R328.4', '2021'),
} as const;
