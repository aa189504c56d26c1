import { sourceSchema } from '../reference/source.ts';
import { z } from '../zod.ts';
import { idSchema, nameSchema, sizeMmSchema, textSchema } from './values.ts';

/** How a fixing holds in it: the kind of fixing to think of first. */
export const HOLDINGS = [
  'wood-screw',
  'framing-only',
  'masonry-anchor',
  'through-bolt',
  'rivet-nut',
  'machine-screw',
  'slide-in-nut',
  'unknown',
] as const;

export const FIRE_CLASSES = ['non-combustible', 'limited', 'combustible', 'unknown'] as const;

/** What its surface is, as far as it decides how a hole in it is cut, painted and sealed. */
export const SKINS = [
  'painted-metal',
  'bare-metal',
  'membrane',
  'laminate',
  'shingles',
  'tiles',
  'wood',
  'masonry',
  'board',
  'plastic',
  'unknown',
] as const;
export type Skin = (typeof SKINS)[number];

/** What a face is made of, as far as it decides how to fix to it, cut it and keep heat from it. */
export const materialSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  thicknessMm: sizeMmSchema.describe('As it is usually sold; a face has its own'),
  holding: z.enum(HOLDINGS),
  skin: z.enum(SKINS).describe('What its surface is: how a hole in it is cut and sealed'),
  fireClass: z.enum(FIRE_CLASSES),
  fireClassNote: textSchema.max(200).describe('The class as its sheet states it, such as A2-s1,d0'),
  approvedPullN: z
    .number()
    .positive('must be more than 0')
    .max(1_000_000)
    .nullable()
    .describe('Approved load of the fixing used in it, straight out; null where nobody entered it'),
  approvedShearN: z
    .number()
    .positive('must be more than 0')
    .max(1_000_000)
    .nullable()
    .describe('The same, along the face'),
  cutWith: textSchema.max(120).describe('The tool that cuts a clean hole in it'),
  source: sourceSchema,
});
export type Material = z.infer<typeof materialSchema>;
