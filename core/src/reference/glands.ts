import { published, type ReferenceTable } from './source.ts';

export const GLAND_SIZES = ['M12', 'M16', 'M20', 'M25', 'M32', 'M40'] as const;
export type GlandSize = (typeof GLAND_SIZES)[number];

export type Gland = {
  readonly threadMm: number;
  readonly clearanceHoleMm: number;
  readonly clampMinMm: number;
  readonly clampMaxMm: number;
};

export const GLANDS: ReferenceTable<Record<GlandSize, Gland>> = {
  title: 'Metric cable glands: thread, clearance hole, cable diameter they clamp, mm',
  basis: 'iec',
  source: published('Metric cable glands', 'IEC 60423 threads, EN 62444 glands', 'as recalled'),
  confidence: {
    level: 'medium',
    doubted: ['clearance holes: +0.2 to +0.5 mm', 'clamping ranges vary with the seal insert'],
  },
  rows: {
    M12: { threadMm: 12, clearanceHoleMm: 12.3, clampMinMm: 3, clampMaxMm: 6.5 },
    M16: { threadMm: 16, clearanceHoleMm: 16.3, clampMinMm: 4.5, clampMaxMm: 10 },
    M20: { threadMm: 20, clearanceHoleMm: 20.3, clampMinMm: 6, clampMaxMm: 12 },
    M25: { threadMm: 25, clearanceHoleMm: 25.3, clampMinMm: 11, clampMaxMm: 17 },
    M32: { threadMm: 32, clearanceHoleMm: 32.3, clampMinMm: 15, clampMaxMm: 21 },
    M40: { threadMm: 40, clearanceHoleMm: 40.3, clampMinMm: 19, clampMaxMm: 28 },
  },
};
