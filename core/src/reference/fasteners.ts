import { mmFromInch, MM_PER_INCH } from '../quantity/convert.ts';
import { practice, published, type ReferenceTable, type Trade } from './source.ts';

/** Screws for wood by size: shank and root diameter, inches; of lags also the tip that does not hold. */
export type ScrewSize = {
  readonly name: string;
  readonly kind: 'lag' | 'wood-screw';
  readonly shankIn: number;
  readonly rootIn: number;
  readonly tipIn: number;
  /** Bending yield strength, psi. */
  readonly yieldPsi: number;
};

export const SCREWS: ReferenceTable<readonly ScrewSize[]> = {
  title: 'Lag and wood screws: shank, root and tip, inches, and bending yield strength, psi',
  basis: 'us',
  source: published('NDS', 'Appendix L, Tables L2 and L3; Table I1', '2018'),
  confidence: { level: 'high', doubted: ['root diameters of wood screws: medium'] },
  rows: [
    { name: '#8 wood screw', kind: 'wood-screw', shankIn: 0.164, rootIn: 0.113, tipIn: 0, yieldPsi: 90_000 },
    { name: '#10 wood screw', kind: 'wood-screw', shankIn: 0.19, rootIn: 0.131, tipIn: 0, yieldPsi: 80_000 },
    { name: '#12 wood screw', kind: 'wood-screw', shankIn: 0.216, rootIn: 0.149, tipIn: 0, yieldPsi: 80_000 },
    { name: '#14 wood screw', kind: 'wood-screw', shankIn: 0.242, rootIn: 0.168, tipIn: 0, yieldPsi: 70_000 },
    { name: '1/4″ lag', kind: 'lag', shankIn: 0.25, rootIn: 0.173, tipIn: 0.15625, yieldPsi: 70_000 },
    { name: '5/16″ lag', kind: 'lag', shankIn: 0.3125, rootIn: 0.227, tipIn: 0.1875, yieldPsi: 60_000 },
    { name: '3/8″ lag', kind: 'lag', shankIn: 0.375, rootIn: 0.265, tipIn: 0.21875, yieldPsi: 45_000 },
    { name: '7/16″ lag', kind: 'lag', shankIn: 0.4375, rootIn: 0.328, tipIn: 0.28125, yieldPsi: 45_000 },
    { name: '1/2″ lag', kind: 'lag', shankIn: 0.5, rootIn: 0.371, tipIn: 0.3125, yieldPsi: 45_000 },
  ],
};

type MetricScrew = Pick<ScrewSize, 'name' | 'kind' | 'yieldPsi'> & {
  readonly shankMm: number;
  readonly rootMm: number;
  readonly tipMm: number;
};

/** Metric coach and wood screws. Their strength goes by the same equations, which take any diameter. */
export const METRIC_SCREWS: ReferenceTable<readonly MetricScrew[]> = {
  title: 'Metric coach and wood screws: shank, root and tip, mm, and bending yield strength, psi',
  basis: 'iec',
  source: published('Hexagon head wood screws', 'DIN 571, thread and core diameters', 'as recalled'),
  confidence: {
    level: 'medium',
    doubted: [
      'cores of wood screws: about 0.65 of the thread',
      'tips: about 0.6 of the thread',
      'yield strengths: those of the nearest inch sizes, rounded down',
    ],
  },
  rows: [
    { name: '4 mm wood screw', kind: 'wood-screw', shankMm: 4, rootMm: 2.6, tipMm: 0, yieldPsi: 90_000 },
    { name: '4.5 mm wood screw', kind: 'wood-screw', shankMm: 4.5, rootMm: 2.9, tipMm: 0, yieldPsi: 80_000 },
    { name: '5 mm wood screw', kind: 'wood-screw', shankMm: 5, rootMm: 3.2, tipMm: 0, yieldPsi: 80_000 },
    { name: '6 mm wood screw', kind: 'wood-screw', shankMm: 6, rootMm: 3.9, tipMm: 0, yieldPsi: 70_000 },
    { name: '6 mm coach screw', kind: 'lag', shankMm: 6, rootMm: 4.2, tipMm: 3.6, yieldPsi: 70_000 },
    { name: '8 mm coach screw', kind: 'lag', shankMm: 8, rootMm: 5.6, tipMm: 4.8, yieldPsi: 60_000 },
    { name: '10 mm coach screw', kind: 'lag', shankMm: 10, rootMm: 7, tipMm: 6, yieldPsi: 45_000 },
    { name: '12 mm coach screw', kind: 'lag', shankMm: 12, rootMm: 9, tipMm: 7.2, yieldPsi: 45_000 },
  ],
};

/** The pilot of the usual lag or coach screw, 5/16 in or 8 mm, in softwood. */
export const USUAL_PILOT_MM: Readonly<Record<Trade, number>> = { us: mmFromInch(3 / 16), iec: 5 };

/** The screws of each trade, in inches as the equations take them. */
export const SCREWS_OF: Readonly<Record<Trade, readonly ScrewSize[]>> = {
  us: SCREWS.rows,
  iec: METRIC_SCREWS.rows.map(({ name, kind, shankMm, rootMm, tipMm, yieldPsi }) => ({
    name,
    kind,
    shankIn: shankMm / MM_PER_INCH,
    rootIn: rootMm / MM_PER_INCH,
    tipIn: tipMm / MM_PER_INCH,
    yieldPsi,
  })),
};

/** Lengths that screws come in, mm: by half inches, or as metric ones do; beyond the last by its step. */
export const SCREW_LENGTHS_MM: Readonly<
  Record<Trade, { readonly listed: readonly number[]; readonly stepMm: number }>
> = {
  us: { listed: [], stepMm: MM_PER_INCH / 2 },
  iec: { listed: [16, 20, 25, 30, 35, 40, 45, 50], stepMm: 10 },
};

/** Specific gravity of wood by species, and of sheets. */
export const SPECIES_GRAVITY: ReferenceTable<Readonly<Record<string, number>>> = {
  title: 'Specific gravity of wood, oven-dry',
  basis: 'us',
  source: published('NDS', 'Table 12.3.3A and 12.3.3B', '2018'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    'Douglas fir-larch': 0.5,
    'Hem-fir': 0.43,
    'Southern pine': 0.55,
    'Spruce-pine-fir': 0.42,
    'Spruce-pine-fir (south)': 0.36,
    Plywood: 0.42,
    'Structural plywood or strand board': 0.5,
  },
};

/** Of wood nobody named: the lighter of the common ones. */
export const UNNAMED_GRAVITY = 0.42;

/** What the reference values are multiplied by. */
export const WOOD_FACTORS = {
  /** Gear hangs for good. */
  permanent: 0.9,
  /** A moving body loads its screws in jolts; the value for ten years is taken, no more. */
  mobile: 1,
  /** Wind lifts for minutes. */
  wind: 1.6,
  wetInService: 0.7,
  source: published('NDS', 'Table 2.3.2 and Table 11.3.3', '2018'),
} as const;

/**
 * Distances of a lag from the edges and ends of its member, in shank diameters. `edgeShanks`, `endShanks` and
 * `spacingShanks` hold for withdrawal and for any load; the loaded edge is the one a force across the grain pushes
 * towards, the loaded end the one a force along it does (softwood).
 */
export const LAG_DISTANCES = {
  edgeShanks: 1.5,
  loadedEdgeShanks: 4,
  endShanks: 4,
  loadedEndShanks: 7,
  spacingShanks: 4,
  source: published('NDS', 'Tables 12.5.1A, 12.5.1C and 12.5.1E', '2018'),
} as const;

/** How deep a screw must go into the wood that holds it for there to be any value, in shanks: of a lag without its tip. */
export const LEAST_PENETRATION = {
  shanks: { lag: 4, 'wood-screw': 6 },
  source: published('NDS', '12.1.4.6 and 12.1.5.6', '2018'),
} as const;

type LeadHoleRow = { readonly aboveGravity: number; readonly leastRatio: number; readonly mostRatio: number };

/** Lead holes, as a part of the shank of a lag and of the root of a wood screw, by specific gravity; densest first. */
export const LEAD_HOLES: ReferenceTable<Readonly<Record<ScrewSize['kind'], readonly LeadHoleRow[]>>> = {
  title: 'Lead holes: of lags as a part of the shank, of wood screws as a part of the root',
  basis: 'us',
  source: published('NDS', '12.1.4.2, 12.1.5.2 and 12.1.5.3', '2018'),
  confidence: {
    level: 'high',
    doubted: ['wood screws in withdrawal and from the side differ; the smaller is kept'],
  },
  rows: {
    lag: [
      { aboveGravity: 0.6, leastRatio: 0.65, mostRatio: 0.85 },
      { aboveGravity: 0.5, leastRatio: 0.6, mostRatio: 0.75 },
      { aboveGravity: 0, leastRatio: 0.4, mostRatio: 0.7 },
    ],
    'wood-screw': [
      { aboveGravity: 0.6, leastRatio: 0, mostRatio: 0.9 },
      { aboveGravity: 0.5, leastRatio: 0, mostRatio: 0.7 },
      { aboveGravity: 0, leastRatio: 0, mostRatio: 0.875 },
    ],
  },
};

/** Of anchors in concrete and masonry, in anchor diameters. */
export const ANCHOR_SPACING = {
  shanks: 10,
  source: practice('Anchors for full load at ten diameters; the approval of the anchor decides'),
} as const;

/** Common choice of a screw for a pilot hole: the pilot as a part of the shank, softwood. */
export const PILOT_OF_SHANK = {
  lag: 0.6,
  'wood-screw': 0.6,
  source: published('NDS', '12.1.4 and 12.1.5, lead holes', '2018'),
} as const;

/** Of gear’s brackets: pressed steel. */
export const BRACKET = {
  thicknessIn: 0.12,
  bearingPsi: 61_850,
  source: practice('Brackets are pressed steel of about 3 mm'),
} as const;

/** What gear’s fixings are designed for, times its weight. */
export const LOAD_FACTORS = {
  wall: { down: 1.5, across: 0, out: 0 },
  mobile: { down: 3, across: 1.5, out: 1.5 },
  source: practice(
    '1.5 on a building’s wall; in a vehicle or boat 3 g up and down with 1.5 g along and across',
  ),
} as const;

export const MACHINE_SCREWS_INCH = [
  '#6-32',
  '#8-32',
  '#10-24',
  '#10-32',
  '#12-24',
  '1/4-20',
  '5/16-18',
] as const;
export const MACHINE_SCREWS_METRIC = ['M4', 'M5', 'M6', 'M8'] as const;
export type MachineScrew = (typeof MACHINE_SCREWS_INCH)[number] | (typeof MACHINE_SCREWS_METRIC)[number];

type Thread = { readonly pitchMm: number; readonly standard: 'inch' | 'metric' };
const perInch = (threads: number): Thread => ({ pitchMm: MM_PER_INCH / threads, standard: 'inch' });
const coarse = (pitchMm: number): Thread => ({ pitchMm, standard: 'metric' });

/** Machine screws by size, with the pitch of their thread. */
export const MACHINE_SCREWS: ReferenceTable<Readonly<Record<MachineScrew, Thread>>> = {
  title: 'Machine screws: pitch of the thread, mm',
  basis: 'any',
  source: published('Unified inch and ISO metric screw threads', 'ASME B1.1; ISO 261, coarse', 'as recalled'),
  confidence: { level: 'high', doubted: [] },
  rows: {
    '#6-32': perInch(32),
    '#8-32': perInch(32),
    '#10-24': perInch(24),
    '#10-32': perInch(32),
    '#12-24': perInch(24),
    '1/4-20': perInch(20),
    '5/16-18': perInch(18),
    M4: coarse(0.7),
    M5: coarse(0.8),
    M6: coarse(1),
    M8: coarse(1.25),
  },
};

/** Lengths machine screws come in, mm (practice). */
export const MACHINE_SCREW_LENGTHS_MM = {
  inch: [0.25, 0.375, 0.5, 0.625, 0.75, 1, 1.25, 1.5, 1.75, 2, 2.5, 3, 4].map(mmFromInch),
  metric: [6, 8, 10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 100],
} as const;
