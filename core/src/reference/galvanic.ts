import { published, type ReferenceTable } from './source.ts';

/** Metals that meet in an array. */
export const ARRAY_METALS = ['aluminium', 'zinc', 'stainless', 'copper'] as const;
export type ArrayMetal = (typeof ARRAY_METALS)[number];

/** Anodic index, V: what a metal lies below gold. Of two that touch in the wet the one that lies lower is eaten. */
export const ANODIC_INDEX: ReferenceTable<
  Readonly<Record<ArrayMetal, { readonly name: string; readonly indexV: number }>>
> = {
  title: 'Anodic index of metals, and how far two that touch may lie apart',
  basis: 'any',
  source: published('MIL-STD-889', 'Table II', 'B'),
  confidence: {
    level: 'medium',
    doubted: ['alloys and platings differ by some hundredths of a volt; the handbooks that quote it round'],
  },
  rows: {
    aluminium: { name: 'aluminium', indexV: 0.9 },
    zinc: { name: 'zinc-coated steel', indexV: 1.2 },
    stainless: { name: 'stainless steel', indexV: 0.5 },
    copper: { name: 'copper', indexV: 0.35 },
  },
};

/** How far two metals may lie apart where they touch, V: outdoors and in salt, and in the dry. */
export const MOST_APART_V = { outdoors: 0.15, dry: 0.5 } as const;
