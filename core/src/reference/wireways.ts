import type { AwgSize, MetricSize, TradeSize } from './conductor-sizes.ts';
import { published, type ReferenceTable } from './source.ts';

/** What metal wireways are held to. */
export const WIREWAY_RULES = {
  mostBetweenSupportsFt: 5,
  /** A single longer length may be held at its ends or nipples only, up to this. */
  mostUnbrokenFt: 10,
  fillPct: 20,
  mostCurrentCarrying: 30,
  supports: published('NEC (NFPA 70)', '376.30(A)', '2023'),
  fill: published('NEC (NFPA 70)', '376.22(A)', '2023'),
  count: published('NEC (NFPA 70)', '376.22(B)', '2023'),
  bending: published('NEC (NFPA 70)', '376.23(A) and Table 312.6(A)', '2023'),
} as const;

/** Least bending space for one conductor for each terminal, inches; null where none is stated. */
export const BENDING_SPACE: ReferenceTable<Readonly<Record<AwgSize, number | null>>> = {
  title: 'Width of a wireway where a conductor deflects, one wire for each terminal, inches',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 312.6(A)', '2023'),
  confidence: { level: 'high', doubted: ['reductions for lay-in lugs are not included'] },
  rows: {
    '14': null,
    '12': null,
    '10': null,
    '8': 1.5,
    '6': 1.5,
    '4': 2,
    '3': 2,
    '2': 2.5,
    '1': 3,
    '1/0': 3.5,
    '2/0': 3.5,
    '3/0': 4,
    '4/0': 4,
    '250': 4.5,
    '300': 5,
    '350': 5,
    '400': 6,
    '500': 6,
  },
};

/** Inside diameters of conduit, inches, and how much of it conductors may fill. */
export const EMT_INSIDE: ReferenceTable<Readonly<Record<TradeSize, number>>> = {
  title: 'Electrical metallic tubing: inside diameter by trade size, inches',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 4', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '1/2': 0.622,
    '3/4': 0.824,
    '1': 1.049,
    '1-1/4': 1.38,
    '1-1/2': 1.61,
    '2': 2.067,
    '2-1/2': 2.731,
    '3': 3.356,
    '3-1/2': 3.834,
    '4': 4.334,
  },
};

export const EMT_OUTSIDE: ReferenceTable<Readonly<Record<TradeSize, number>>> = {
  title: 'Electrical metallic tubing: outside diameter by trade size, inches',
  basis: 'us',
  source: published('ANSI C80.3', 'Dimensions of electrical metallic tubing', '2020'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '1/2': 0.706,
    '3/4': 0.922,
    '1': 1.163,
    '1-1/4': 1.51,
    '1-1/2': 1.74,
    '2': 2.197,
    '2-1/2': 2.875,
    '3': 3.5,
    '3-1/2': 4,
    '4': 4.5,
  },
};

/**
 * Rigid metric conduit is called by its outside diameter. Insides differ with material and class: these are those of heavy
 * plastic conduit, the narrowest commonly sold, so that what fits by them fits in steel too.
 */
export const METRIC_CONDUIT: ReferenceTable<
  Readonly<Record<MetricSize, { readonly outsideMm: number; readonly insideMm: number }>>
> = {
  title: 'Rigid metric conduit: outside diameter, and the narrowest inside commonly sold, mm',
  basis: 'iec',
  source: published('IEC 60423 (outside); IEC 61386-21, heavy class (inside)', 'Diameters', 'as recalled'),
  confidence: {
    level: 'medium',
    doubted: ['insides differ with material and class: read them off the pipe'],
  },
  rows: {
    M16: { outsideMm: 16, insideMm: 12.6 },
    M20: { outsideMm: 20, insideMm: 16.1 },
    M25: { outsideMm: 25, insideMm: 20.9 },
    M32: { outsideMm: 32, insideMm: 27.3 },
    M40: { outsideMm: 40, insideMm: 34.6 },
    M50: { outsideMm: 50, insideMm: 43.7 },
    M63: { outsideMm: 63, insideMm: 56.1 },
  },
};

export const CONDUIT_FILL = {
  onePct: 53,
  twoPct: 31,
  overTwoPct: 40,
  nipplePct: 60,
  longestNippleIn: 24,
  /** Of conductors of one size a part of at least this counts as one more. */
  roundUpFrom: 0.8,
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 1 and Notes 4 and 7', '2023'),
} as const;
