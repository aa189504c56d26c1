import { practice, type ReferenceTable } from './source.ts';

/** A slotted rail for slide-in nuts: cold-formed, open towards the gear. */
export type RailSection = {
  readonly name: string;
  /** Out from what it is fixed to. */
  readonly heightMm: number;
  readonly widthMm: number;
  readonly massKgPerM: number;
  /** Against what pulls out of the face. */
  readonly outInertiaMm4: number;
  readonly outModulusMm3: number;
  /** Against what hangs on it along the face. */
  readonly alongInertiaMm4: number;
  readonly alongModulusMm3: number;
};

export const RAIL_KINDS = ['slotted-41', 'slotted-21'] as const;
export type RailKind = (typeof RAIL_KINDS)[number];

export const RAILS: ReferenceTable<Readonly<Record<RailKind, RailSection>>> = {
  title: 'Slotted steel rails, 2.5 mm thick: section properties, typical',
  basis: 'any',
  source: practice('Typical figures of lipped channels 41 mm wide; take the maker’s for the rail in hand'),
  confidence: { level: 'medium', doubted: ['makers differ by about a tenth'] },
  rows: {
    'slotted-41': {
      name: '41 × 41 mm slotted rail',
      heightMm: 41,
      widthMm: 41,
      massKgPerM: 2.6,
      outInertiaMm4: 72_000,
      outModulusMm3: 3_200,
      alongInertiaMm4: 92_000,
      alongModulusMm3: 4_400,
    },
    'slotted-21': {
      name: '41 × 21 mm slotted rail',
      heightMm: 21,
      widthMm: 41,
      massKgPerM: 1.8,
      outInertiaMm4: 11_500,
      outModulusMm3: 950,
      alongInertiaMm4: 55_000,
      alongModulusMm3: 2_650,
    },
  },
};

export const RAIL_LIMITS = {
  elasticityMpa: 200_000,
  /** Bending, of cold-formed steel of 230 MPa yield with a factor of 1.67. */
  bendingMpa: 138,
  /** Sag of a rail is at most its span by this. */
  spanOverSag: 180,
  source: practice('Sag at most a 180th of the span; yield 230 MPa with a factor of 1.67'),
} as const;
