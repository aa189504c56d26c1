import { practice, type ReferenceTable, type SourceRef } from './source.ts';

export const SEALANT_IDS = [
  'neutral-silicone',
  'lap-sealant',
  'butyl-tape',
  'polyurethane',
  'cover-tape',
  'edge-paint',
  'edge-resin',
  'fire-stop',
] as const;
export type SealantId = (typeof SEALANT_IDS)[number];

/** What fills a joint, by kind of product: never a maker’s name. Ranges are what such products commonly state. */
export type Sealant = {
  readonly name: string;
  /** Sold by the cartridge, by the roll, or by the tin. */
  readonly sold: 'cartridge' | 'roll' | 'tin';
  readonly applyMinC: number;
  readonly applyMaxC: number;
  /** Minutes to a skin that is not to be touched before; null where it forms none. */
  readonly skinMin: readonly [number, number] | null;
  /** How it cures: so deep a day, in so many hours, or not at all. */
  readonly cure:
    | { readonly by: 'depth'; readonly mmPerDay: readonly [number, number] }
    | { readonly by: 'hours'; readonly hours: readonly [number, number] }
    | { readonly by: 'none' };
  readonly serviceMaxC: number;
  /** Whether paint or another product holds on it later. */
  readonly takesPaint: boolean;
};

const usual: SourceRef = practice('What products of the kind commonly state: the product in hand decides');

export const SEALANTS: ReferenceTable<Record<SealantId, Sealant>> = {
  title: 'Sealants by kind: temperature while applied, skin, cure, heat they bear',
  basis: 'any',
  source: usual,
  confidence: { level: 'low', doubted: ['all: they differ from product to product'] },
  rows: {
    'neutral-silicone': {
      name: 'neutral-cure silicone',
      sold: 'cartridge',
      applyMinC: 5,
      applyMaxC: 40,
      skinMin: [10, 30],
      cure: { by: 'depth', mmPerDay: [2, 3] },
      serviceMaxC: 150,
      takesPaint: false,
    },
    'lap-sealant': {
      name: 'self-levelling lap sealant',
      sold: 'cartridge',
      applyMinC: 7,
      applyMaxC: 38,
      skinMin: [120, 240],
      cure: { by: 'hours', hours: [48, 720] },
      serviceMaxC: 90,
      takesPaint: true,
    },
    'butyl-tape': {
      name: 'butyl tape',
      sold: 'roll',
      applyMinC: 5,
      applyMaxC: 50,
      skinMin: null,
      cure: { by: 'none' },
      serviceMaxC: 90,
      takesPaint: false,
    },
    polyurethane: {
      name: 'polyurethane adhesive sealant',
      sold: 'cartridge',
      applyMinC: 5,
      applyMaxC: 40,
      skinMin: [30, 90],
      cure: { by: 'depth', mmPerDay: [2, 4] },
      serviceMaxC: 90,
      takesPaint: true,
    },
    'cover-tape': {
      name: 'self-adhesive cover strip',
      sold: 'roll',
      applyMinC: 10,
      applyMaxC: 45,
      skinMin: null,
      cure: { by: 'hours', hours: [24, 72] },
      serviceMaxC: 80,
      takesPaint: true,
    },
    'edge-paint': {
      name: 'zinc or touch-up paint',
      sold: 'tin',
      applyMinC: 5,
      applyMaxC: 35,
      skinMin: [15, 60],
      cure: { by: 'hours', hours: [1, 24] },
      serviceMaxC: 120,
      takesPaint: true,
    },
    'edge-resin': {
      name: 'resin or varnish',
      sold: 'tin',
      applyMinC: 10,
      applyMaxC: 30,
      skinMin: [20, 60],
      cure: { by: 'hours', hours: [4, 24] },
      serviceMaxC: 90,
      takesPaint: true,
    },
    'fire-stop': {
      name: 'listed fire-stop sealant',
      sold: 'cartridge',
      applyMinC: 5,
      applyMaxC: 38,
      skinMin: [15, 60],
      cure: { by: 'depth', mmPerDay: [2, 4] },
      serviceMaxC: 80,
      takesPaint: true,
    },
  },
};

/** A usual cartridge, ml. */
export const CARTRIDGE_ML = 310;

/** What is pressed out beside the joint and left in the nozzle (practice). */
export const WASTE = 1.25;

/** Joints as they are usually made (practice), mm. */
export const JOINTS = {
  /** Round bead under a base before it is pressed. */
  bedBeadMm: 6,
  /** Triangular fillet round its edge: each leg. */
  filletLegMm: 6,
  /** Over a screw’s head. */
  headMl: 1,
  /** Past its start, where a bead or a tape closes on itself. */
  overlapMm: 50,
  /** Across the ring of sealant round a screw hole: two beads. */
  screwRingMm: 12,
  /** Between screws round a base. */
  screwSpacingMm: 75,
  /** How far a cover strip lies past the edge on either side. */
  stripMm: 50,
} as const;

/** Surface speeds at a hole saw’s teeth, m/min, by what is cut (practice; slower is safer than faster). */
export const SAW_SPEEDS: ReferenceTable<
  Record<'metal' | 'aluminium' | 'wood' | 'laminate' | 'plastic' | 'masonry' | 'board', number>
> = {
  title: 'Surface speed of a hole saw, m/min',
  basis: 'any',
  source: practice('Hole saws: about 30 m/min in mild steel, 20 in stainless, 50 in soft metal, 80 in wood'),
  confidence: { level: 'medium', doubted: ['stainless and laminates: the saw’s own sheet decides'] },
  rows: { metal: 25, aluminium: 50, wood: 80, laminate: 30, plastic: 40, masonry: 60, board: 60 },
};
