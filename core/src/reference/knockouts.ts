import { type MetricSize, type TradeSize } from './conductor-sizes.ts';
import { practice, published, type ReferenceTable } from './source.ts';

export const METRIC_KNOCKOUTS: ReferenceTable<
  Record<MetricSize, { readonly clearanceHoleMm: number; readonly locknutMm: number }>
> = {
  basis: 'iec',
  title:
    'Metric entries: clearance hole and locknut size across the corners, mm, largest of the typical range',
  source: published('Metric entry threads', 'IEC 60423', 'as recalled'),
  confidence: {
    level: 'medium',
    doubted: ['clearance holes: +0.2 to +0.5 mm', 'locknuts vary by pattern; editable', 'M50 and M63 rows'],
  },
  rows: {
    M16: { clearanceHoleMm: 16.3, locknutMm: 25 },
    M20: { clearanceHoleMm: 20.3, locknutMm: 30 },
    M25: { clearanceHoleMm: 25.3, locknutMm: 37 },
    M32: { clearanceHoleMm: 32.3, locknutMm: 46 },
    M40: { clearanceHoleMm: 40.3, locknutMm: 57 },
    M50: { clearanceHoleMm: 50.3, locknutMm: 69 },
    M63: { clearanceHoleMm: 63.3, locknutMm: 85 },
  },
};

export type KnockoutHole = { readonly minIn: number; readonly nominalIn: number; readonly maxIn: number };

export const KNOCKOUT_HOLES: ReferenceTable<Record<TradeSize, KnockoutHole>> = {
  title: 'Knockout hole by conduit trade size, inches',
  basis: 'us',
  source: published(
    'Enclosure and box product standards',
    'UL 50, UL 514A knockout dimensions',
    'as recalled',
  ),
  confidence: {
    level: 'medium',
    doubted: ['minimum and maximum columns: medium to high', 'minima of 1-1/2 and 2 are odd: 1.958, 2.433'],
  },
  rows: {
    '1/2': { minIn: 0.859, nominalIn: 0.875, maxIn: 0.906 },
    '3/4': { minIn: 1.094, nominalIn: 1.109, maxIn: 1.141 },
    '1': { minIn: 1.359, nominalIn: 1.375, maxIn: 1.406 },
    '1-1/4': { minIn: 1.719, nominalIn: 1.734, maxIn: 1.766 },
    '1-1/2': { minIn: 1.958, nominalIn: 1.984, maxIn: 2.016 },
    '2': { minIn: 2.433, nominalIn: 2.469, maxIn: 2.5 },
    '2-1/2': { minIn: 2.938, nominalIn: 2.969, maxIn: 3.0 },
    '3': { minIn: 3.563, nominalIn: 3.594, maxIn: 3.625 },
    '3-1/2': { minIn: 4.063, nominalIn: 4.125, maxIn: 4.156 },
    '4': { minIn: 4.563, nominalIn: 4.641, maxIn: 4.672 },
  },
};

/** Largest of the typical range, so that a conflict is not missed. */
export const LOCKNUT_ACROSS_LUGS: ReferenceTable<Record<TradeSize, { readonly maxIn: number }>> = {
  title: 'Locknut size across the lugs by trade size, inches, largest of the typical range',
  basis: 'any',
  source: practice('Typical locknuts; measure the ones in the box'),
  confidence: { level: 'low', doubted: ['varies by pattern; editable'] },
  rows: {
    '1/2': { maxIn: 1.19 },
    '3/4': { maxIn: 1.44 },
    '1': { maxIn: 1.75 },
    '1-1/4': { maxIn: 2.25 },
    '1-1/2': { maxIn: 2.53 },
    '2': { maxIn: 3.06 },
    '2-1/2': { maxIn: 3.6 },
    '3': { maxIn: 4.31 },
    '3-1/2': { maxIn: 4.9 },
    '4': { maxIn: 5.45 },
  },
};

/** Nipple fittings are tabled to 2; larger ones want the maker's sheet. */
export type FittingSize = Extract<TradeSize, '1/2' | '3/4' | '1' | '1-1/4' | '1-1/2' | '2'>;

export const CONNECTOR_INSERTION: ReferenceTable<Record<FittingSize, { readonly insertionIn: number }>> = {
  title: 'How far conduit slides into a connector before its stop, inches',
  basis: 'any',
  source: practice('Typical connectors; a guide only, measure the fitting in hand'),
  confidence: { level: 'low', doubted: ['every row; editable'] },
  rows: {
    '1/2': { insertionIn: 0.85 },
    '3/4': { insertionIn: 0.95 },
    '1': { insertionIn: 1.05 },
    '1-1/4': { insertionIn: 1.2 },
    '1-1/2': { insertionIn: 1.3 },
    '2': { insertionIn: 1.45 },
  },
};

/** Conduit stop to the enclosure's face: the ring inside the throat. */
export const CONNECTOR_STOP_TO_FACE_IN = 0.1;

/** Share of the insertion that must hold conduit, so that it is seated past the set screw. Practice. */
export const MIN_ENGAGEMENT_RATIO = 0.6;
