import { practice, type ReferenceTable } from './source.ts';

/** Hole saws a supply house keeps, in sixteenths of an inch. */
export const HOLE_SAWS_16THS: ReferenceTable<readonly number[]> = {
  title: 'Hole saws commonly sold, sixteenths of an inch',
  basis: 'any',
  source: practice('Common hole saw sizes'),
  confidence: { level: 'medium', doubted: ['sizes above 4 inches'] },
  rows: [
    9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30, 32, 33, 34, 36, 38,
    40, 41, 42, 43, 44, 46, 48, 50, 52, 54, 56, 58, 60, 62, 64, 66, 68, 72, 74, 76, 80,
  ],
};

/** Metric hole saws, and the steps of drills and punches made for metric threads, mm. */
export const METRIC_CUTTERS: ReferenceTable<{
  readonly saws: readonly number[];
  readonly steps: readonly number[];
}> = {
  title: 'Metric hole saws, step drills and punches commonly sold, mm',
  basis: 'any',
  source: practice('Common metric hole saws; step drills and punches for metric threads'),
  confidence: { level: 'medium', doubted: ['saws above 105 mm'] },
  rows: {
    saws: [
      14, 16, 17, 19, 20, 21, 22, 24, 25, 27, 28, 29, 30, 32, 33, 35, 37, 38, 40, 41, 43, 44, 46, 48, 50, 51,
      52, 54, 57, 59, 60, 64, 65, 67, 68, 70, 73, 76, 79, 80, 83, 86, 89, 92, 95, 98, 102, 105, 108, 111, 114,
      121, 127,
    ],
    steps: [12.5, 16.5, 20.5, 25.5, 32.5, 40.5, 50.5, 63.5],
  },
};
