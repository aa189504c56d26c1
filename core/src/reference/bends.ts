import type { TradeSize } from './conductor-sizes.ts';
import { practice, published, type ReferenceTable } from './source.ts';

/** Least radius of a bend to its centre line, inches. */
export const BEND_RADII: ReferenceTable<Readonly<Record<TradeSize, number>>> = {
  title: 'Bends of conduit: least radius to the centre line by one-shot and full-shoe benders, inches',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Chapter 9, Table 2', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '1/2': 4,
    '3/4': 4.5,
    '1': 5.75,
    '1-1/4': 7.25,
    '1-1/2': 8.25,
    '2': 9.5,
    '2-1/2': 10.5,
    '3': 13,
    '3-1/2': 15,
    '4': 16,
  },
};

/** Metric conduit is bent to no less than this many of its outside diameters, to the inner side of the bend. */
export const METRIC_BEND = {
  insideOfOutside: 2.5,
  source: practice('Conduit bent to an inner radius of at least 2.5 of its outside diameters'),
} as const;

/** Supports of thin-wall conduit, mm. */
export const CONDUIT_SUPPORTS = {
  us: {
    firstMm: 914.4,
    everyMm: 3048,
    stickMm: 3048,
    source: published('NEC (NFPA 70)', '358.30(A)', '2023'),
  },
  iec: {
    firstMm: 300,
    everyMm: 1500,
    stickMm: 3000,
    source: practice('Conduit saddled within 300 mm of each end and every 1.5 m'),
  },
} as const;

/** How much steel grows, per kelvin: a metre by 0.0117 mm. Handbook value (from memory). */
export const STEEL_GROWS = 11.7e-6;

/** Boxes where conductors of 4 AWG and larger are pulled, in trade sizes of the largest raceway. */
export const PULL_BOX = {
  straight: 8,
  angle: 6,
  between: 6,
  source: published('NEC (NFPA 70)', '314.28(A)', '2023'),
} as const;
