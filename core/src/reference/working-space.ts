import { published, type ReferenceTable } from './source.ts';

/** What is opposite exposed live parts: nothing grounded, something grounded (concrete, brick, tile), live parts. */
export type OppositeCondition = 1 | 2 | 3;

/** One row of the depth table: up to a voltage to ground, feet by condition. */
type DepthRow = {
  readonly toVolts: number;
  readonly depthFt: Readonly<Record<OppositeCondition, number>>;
};

export const WORKING_SPACE_DEPTH: ReferenceTable<readonly DepthRow[]> = {
  title: 'Depth of working space, feet, by voltage to ground and what is opposite',
  basis: 'us',
  source: published('NEC (NFPA 70)', 'Table 110.26(A)(1)', '2023'),
  confidence: {
    level: 'high',
    doubted: ['older editions print 900 mm, 1.0, 1.2 and 1.5 m', 'the 601 to 1000 V row exists since 2017'],
  },
  rows: [
    { toVolts: 150, depthFt: { 1: 3, 2: 3, 3: 3 } },
    { toVolts: 600, depthFt: { 1: 3, 2: 3.5, 3: 4 } },
    { toVolts: 1000, depthFt: { 1: 3, 2: 4, 3: 5 } },
  ],
};

/** The other figures of the working space and of the space kept for switchboards and panelboards. */
export const WORKING_SPACE = {
  widthIn: 30,
  heightIn: 78,
  /** Other associated gear may stand out this far beyond the front. */
  mayProtrudeIn: 6,
  dedicatedAboveFt: 6,
  coverOpensDeg: 90,
  /** At or below, less may be had by special permission. */
  lowVoltageDcV: 60,
  width: published('NEC (NFPA 70)', '110.26(A)(2)', '2023'),
  height: published('NEC (NFPA 70)', '110.26(A)(3)', '2023'),
  dedicated: published('NEC (NFPA 70)', '110.26(E)', '2023'),
} as const;

/** The centre of a handle in its highest position, above the floor or platform. */
export const HANDLE_HEIGHT = {
  mostFtIn: [6, 7] as const,
  source: published('NEC (NFPA 70)', '404.8(A) and 240.24(A)', '2023'),
} as const;

/** Gangways before gear with barriers or enclosures. */
export const GANGWAY = {
  widthMm: 700,
  heightMm: 2000,
  source: published('IEC 60364-7-729', '729.513', '2007'),
} as const;
