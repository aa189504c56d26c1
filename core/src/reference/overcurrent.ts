import { type AwgSize } from './conductor-sizes.ts';
import { published, type ReferenceTable } from './source.ts';

export const STANDARD_RATINGS: ReferenceTable<readonly number[]> = {
  title: 'Standard ampere ratings of fuses and inverse-time breakers, A',
  basis: 'us',
  source: published('NEC (NFPA 70)', '240.6(A)', '2023'),
  confidence: { level: 'high', doubted: ['10 A moved into the main table in 2023: medium'] },
  rows: [
    15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400,
    450, 500, 600, 700, 800, 1000, 1200, 1600, 2000, 2500, 3000, 4000, 5000, 6000,
  ],
};

/** Fuses are made in these besides (240.6(A)). */
export const FUSE_RATINGS: ReferenceTable<readonly number[]> = {
  title: 'Standard ampere ratings of fuses, A',
  basis: 'us',
  source: STANDARD_RATINGS.source,
  confidence: { level: 'high', doubted: ['601 A left out: it is sold as 600'] },
  rows: [1, 3, 6, 10, ...STANDARD_RATINGS.rows],
};

/** Of the smallest sizes the breaker is limited, whatever the ampacity, A. */
export const SMALL_CONDUCTORS: ReferenceTable<Readonly<Partial<Record<AwgSize, number>>>> = {
  title: 'Largest overcurrent protection of small copper conductors, A',
  basis: 'us',
  source: published('NEC (NFPA 70)', '240.4(B) to (D)', '2023'),
  confidence: { level: 'high', doubted: [] },
  rows: { '14': 15, '12': 20, '10': 30 },
};

/** A continuous output is taken at this many times for its breaker and conductors. */
export const CONTINUOUS = {
  factor: 1.25,
  source: published('NEC (NFPA 70)', '690.8(B) and 690.9(B)', '2023'),
  supply: published('NEC (NFPA 70)', '210.19(A), 210.20(A), 215.2(A) and 215.3', '2023'),
} as const;

/** What feeds a panel from two sides may add up to this much of its busbar. */
export const BUSBAR = {
  mostRatio: 1.2,
  source: published('NEC (NFPA 70)', '705.12(B)(3)(1) and (2)', '2020'),
  elsewhere: published('IEC 61439-1', 'rated current of the assembly', '2020'),
} as const;

/** Conductors are protected at the point where they are fed. */
export const PROTECTED = {
  source: published('NEC (NFPA 70)', '240.4 and 240.21', '2023'),
} as const;
