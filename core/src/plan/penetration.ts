import { CONDUIT_SIZES } from '../reference/conductor-sizes.ts';
import { GLAND_SIZES } from '../reference/glands.ts';
import { z } from '../zod.ts';
import { idSchema, nameSchema, positionMmSchema, sizeMmSchema } from './values.ts';

export const MOST_GLANDS = 24;

const glandSchema = z.enum(GLAND_SIZES);
const glandCountSchema = z
  .number()
  .int()
  .min(1)
  .max(MOST_GLANDS)
  .describe('Glands of that size in its housing');
const conduitSchema = z
  .enum(CONDUIT_SIZES)
  .nullable()
  .describe('Trade size; null for the smallest that takes its cables');

/** How cables come through a face: what stands on its outer side over the hole. */
export const ENTRY_KINDS = ['gland', 'box', 'hood', 'under-module', 'stub', 'sleeve', 'existing'] as const;
export type EntryKind = (typeof ENTRY_KINDS)[number];

export const entrySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('gland'), gland: glandSchema }),
  z.strictObject({ kind: z.literal('box'), gland: glandSchema, glandCount: glandCountSchema }),
  z.strictObject({ kind: z.literal('hood'), gland: glandSchema, glandCount: glandCountSchema }),
  z.strictObject({ kind: z.literal('under-module'), gland: glandSchema, glandCount: glandCountSchema }),
  z.strictObject({ kind: z.literal('stub'), conduit: conduitSchema }),
  z.strictObject({ kind: z.literal('sleeve'), conduit: conduitSchema }),
  z.strictObject({ kind: z.literal('existing'), gland: glandSchema, glandCount: glandCountSchema }),
]);
export type Entry = z.infer<typeof entrySchema>;

/** The schools of sealing: what the housing is bedded in and what closes its edge. */
export const SEAL_SCHOOLS = [
  'silicone',
  'butyl-lap',
  'bonded',
  'cover-strip',
  'flashing',
  'bushing',
] as const;
export type SealSchool = (typeof SEAL_SCHOOLS)[number];

/** The steps of sealing that can be ticked off on site, in the order of work. */
export const SEAL_STEPS = [
  'services',
  'mark',
  'pilot',
  'guard',
  'mask',
  'saw',
  'layers',
  'deburr',
  'edge-paint',
  'clean',
  'dry-fit',
  'bed',
  'set',
  'fasten',
  'edge-seal',
  'cover',
  'sleeve',
  'glands',
  'plugs',
  'pull-string',
  'drip-loop',
  'fire-stop',
  'cure',
  'check-edge',
  'check-nuts',
  'water-test',
] as const;
export type SealStepId = (typeof SEAL_STEPS)[number];

export const OPENS_TO = ['left', 'right', 'up', 'down'] as const;
export type OpensTo = (typeof OPENS_TO)[number];

/** One sealed way of cables through a face to its other side. */
export const penetrationSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  face: idSchema.describe('The face on which x and y are measured; it has a reverse, or is one'),
  xMm: positionMmSchema,
  yMm: positionMmSchema,
  entry: entrySchema,
  base: z
    .strictObject({ widthMm: sizeMmSchema.max(2000), heightMm: sizeMmSchema.max(2000) })
    .nullable()
    .describe('What its housing covers of the outer side; null for the usual of its kind'),
  opensTo: z
    .enum(OPENS_TO)
    .nullable()
    .describe('Where its entries face, as its outer side is seen; null where nobody said, or they face down'),
  hasPullString: z.boolean().describe('Whether a string is left in it for the next cable'),
  school: z.enum(SEAL_SCHOOLS).nullable().describe('How it is sealed; null for what is suggested'),
  done: z.array(z.enum(SEAL_STEPS)).max(SEAL_STEPS.length).describe('Steps ticked off on site'),
});
export type Penetration = z.infer<typeof penetrationSchema>;

/** What a new one starts from. */
export const NEW_PENETRATION = {
  entry: { kind: 'gland', gland: 'M20' },
  base: null,
  opensTo: null,
  hasPullString: false,
  school: null,
  done: [],
} as const satisfies Partial<Penetration>;

/** How many cables it lets in by glands; null where a conduit or sleeve takes them. */
export function glandsOf(
  entry: Entry,
): { readonly gland: (typeof GLAND_SIZES)[number]; readonly count: number } | null {
  switch (entry.kind) {
    case 'gland':
      return { gland: entry.gland, count: 1 };
    case 'stub':
    case 'sleeve':
      return null;
    case 'box':
    case 'hood':
    case 'under-module':
    case 'existing':
      return { gland: entry.gland, count: entry.glandCount };
  }
}
