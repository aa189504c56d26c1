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
