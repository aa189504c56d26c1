import { practice, type ReferenceTable } from './source.ts';

/** A rail or bar that modules are clamped to. `out` bends out of the plane of the modules, `along` in it. */
export type ArrayRail = {
  readonly name: string;
  readonly stuff: 'aluminium' | 'steel' | 'stainless';
  readonly heightMm: number;
  readonly widthMm: number;
  readonly massKgPerM: number;
  readonly inertiaMm4: number;
  readonly modulusMm3: number;
  readonly elasticityMpa: number;
  /** Bending stress allowed, with the factor in it. */
  readonly bendingMpa: number;
  readonly stockMm: number;
  /** Takes slide-in nuts along its length; else each clamp wants a drilled hole. */
  readonly hasSlot: boolean;
  /** What joins two lengths of it. */
  readonly splice: string;
};

export const ARRAY_RAIL_KINDS = ['rail-40', 'rail-60', 'strut-41', 'tube-32', 'angle-50'] as const;
export type ArrayRailKind = (typeof ARRAY_RAIL_KINDS)[number];

const ALUMINIUM = { stuff: 'aluminium', elasticityMpa: 70_000, bendingMpa: 100 } as const;

export const ARRAY_RAILS: ReferenceTable<Readonly<Record<ArrayRailKind, ArrayRail>>> = {
  title: 'Rails and bars under modules: section properties, typical',
  basis: 'any',
  source: practice('Typical sections; take the maker’s figures for the rail in hand'),
  confidence: {
    level: 'low',
    doubted: ['sections differ from maker to maker; the shapes here are computed or rounded'],
  },
  rows: {
    'rail-40': {
      ...ALUMINIUM,
      name: 'Low aluminium rail',
      heightMm: 40,
      widthMm: 40,
      massKgPerM: 0.9,
      inertiaMm4: 52_000,
      modulusMm3: 2_500,
      stockMm: 4200,
      hasSlot: true,
      splice: 'Splice bar with its two bolts at each side',
    },
    'rail-60': {
      ...ALUMINIUM,
      name: 'High aluminium rail',
      heightMm: 60,
      widthMm: 40,
      massKgPerM: 1.3,
      inertiaMm4: 160_000,
      modulusMm3: 5_200,
      stockMm: 4200,
      hasSlot: true,
      splice: 'Splice bar with its two bolts at each side',
    },
    'strut-41': {
      stuff: 'steel',
      elasticityMpa: 200_000,
      bendingMpa: 138,
      name: 'Slotted steel rail',
      heightMm: 41,
      widthMm: 41,
      massKgPerM: 2.6,
      inertiaMm4: 72_000,
      modulusMm3: 3_200,
      stockMm: 6000,
      hasSlot: true,
      splice: 'Splice channel with two slide-in nuts at each side',
    },
    // A tube of 32 mm with a wall of 1.5 mm: I = π/64 (D⁴ − d⁴).
    'tube-32': {
      stuff: 'stainless',
      elasticityMpa: 193_000,
      bendingMpa: 120,
      name: 'Stainless tube',
      heightMm: 32,
      widthMm: 32,
      massKgPerM: 1.15,
      inertiaMm4: 16_730,
      modulusMm3: 1_046,
      stockMm: 6000,
      hasSlot: false,
      splice: 'Sleeve inside, with two screws at each side',
    },
    // Equal angle 50 × 50 × 3 about its level axis.
    'angle-50': {
      ...ALUMINIUM,
      name: 'Aluminium angle',
      heightMm: 50,
      widthMm: 50,
      massKgPerM: 0.79,
      inertiaMm4: 71_400,
      modulusMm3: 1_970,
      stockMm: 6000,
      hasSlot: false,
      splice: 'Length of the same angle, nested, with two bolts at each side',
    },
  },
};

/** Sag of a rail under modules is at most its span by this. */
export const ARRAY_RAIL_LIMITS = {
  spanOverSag: 180,
  /** Overhang of a rail past its last foot is at most this part of its span. */
  overhangRatio: 0.4,
  source: practice('Sag of rails at most a 180th of the span; an overhang at most four tenths of it'),
} as const;
