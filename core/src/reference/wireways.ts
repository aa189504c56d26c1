import { published, type ReferenceTable } from './source.ts';

/** What metal wireways are held to. */
export const WIREWAY_RULES = {
  mostBetweenSupportsFt: 5,
  /** A single longer length may be held at its ends or joints only, up to this. */
  mostUnbrokenFt: 10,
  fillPct: 20,
  mostCurrentCarrying: 30,
  supports: published('NEC (NFPA 70)', '376.30(A)', '2023'),
  fill: published('NEC (NFPA 70)', '376.22(A)', '2023'),
  count: published('NEC (NFPA 70)', '376.22(B)', '2023'),
  bending: published('NEC (NFPA 70)', '376.23(A) and Table 312.6(A)', '2023'),
} as const;

/** American wire sizes, smallest first. */
export const WIRE_SIZES = ['14', '12', '10', '8', '6', '4', '3', '2', '1', '1/0', '2/0', '3/0', '4/0', '250', '300', '350', '400', '500'] as const; // prettier-ignore
export type WireSize = (typeof WIRE_SIZES)[number];

/** Approximate area and diameter of THHN and THWN-2, inches. */
export const WIRE_AREAS: ReferenceTable<
  Readonly<Record<WireSize, { readonly diameterIn: number; readonly areaIn2: number }>>
> = {
  title: 'Dimensions of insulated conductors, THHN, THWN, THWN-2',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 5', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '14': { diameterIn: 0.111, areaIn2: 0.0097 },
    '12': { diameterIn: 0.13, areaIn2: 0.0133 },
    '10': { diameterIn: 0.164, areaIn2: 0.0211 },
    '8': { diameterIn: 0.216, areaIn2: 0.0366 },
    '6': { diameterIn: 0.254, areaIn2: 0.0507 },
    '4': { diameterIn: 0.324, areaIn2: 0.0824 },
    '3': { diameterIn: 0.352, areaIn2: 0.0973 },
    '2': { diameterIn: 0.384, areaIn2: 0.1158 },
    '1': { diameterIn: 0.446, areaIn2: 0.1562 },
    '1/0': { diameterIn: 0.486, areaIn2: 0.1855 },
    '2/0': { diameterIn: 0.532, areaIn2: 0.2223 },
    '3/0': { diameterIn: 0.584, areaIn2: 0.2679 },
    '4/0': { diameterIn: 0.642, areaIn2: 0.3237 },
    '250': { diameterIn: 0.711, areaIn2: 0.397 },
    '300': { diameterIn: 0.766, areaIn2: 0.4608 },
    '350': { diameterIn: 0.817, areaIn2: 0.5242 },
    '400': { diameterIn: 0.864, areaIn2: 0.5863 },
    '500': { diameterIn: 0.949, areaIn2: 0.7073 },
  },
};

/** Least bending space for one conductor for each terminal, inches; null where none is stated. */
export const BENDING_SPACE: ReferenceTable<Readonly<Record<WireSize, number | null>>> = {
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
export const EMT_INSIDE: ReferenceTable<Readonly<Record<string, number>>> = {
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
