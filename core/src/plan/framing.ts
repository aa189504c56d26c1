import { z } from '../zod.ts';
import {
  idSchema,
  lengthMmSchema,
  nameSchema,
  positionMmSchema,
  sizeMmSchema,
  textSchema,
} from './values.ts';

export const FRAMING_ROLES = [
  'stud',
  'joist',
  'truss',
  'rafter',
  'purlin',
  'noggin',
  'batten',
  'rib',
  'spar',
  'seam',
] as const;

/** A place along the wall where a member was really found, instead of where the spacing has it. */
const foundMemberSchema = z.strictObject({
  index: z.number().int().min(0).max(999).describe('Which member, counted from 0 along the face'),
  centreMm: positionMmSchema,
  toleranceMm: lengthMmSchema.describe('How far off the finding may be'),
});

export const framingSchema = z.strictObject({
  id: idSchema,
  name: nameSchema.describe('What the members are: studs, trusses, ribs'),
  role: z.enum(FRAMING_ROLES),
  axis: z.enum(['vertical', 'horizontal']).describe('Which way the members run on the face'),
  memberWidthMm: sizeMmSchema.describe('As seen on the face'),
  memberDepthMm: lengthMmSchema.describe('Behind the face; 0 where it is not known'),
  stuff: z.enum(['wood', 'steel', 'aluminium', 'plastic', 'masonry', 'unknown']),
  species: textSchema.max(80).describe('Wood species or metal grade; may be empty'),
  specificGravity: z.number().min(0.2).max(1.2).nullable().describe('Of wood, for screw withdrawal'),
  mayBore: z.boolean().describe('Whether a cable may pass through a bored hole in it'),
  toleranceMm: lengthMmSchema.describe('How far a member may stand from where the spacing has it'),
  at: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('spaced'), firstCentreMm: positionMmSchema, spacingMm: sizeMmSchema }),
    z.strictObject({ kind: z.literal('listed'), centresMm: z.array(positionMmSchema).min(1).max(500) }),
  ]),
  extent: z
    .strictObject({ fromMm: positionMmSchema, toMm: positionMmSchema })
    .nullable()
    .describe('Along the members; null runs them across the whole face'),
  found: z.array(foundMemberSchema).max(500),
});
export type Framing = z.infer<typeof framingSchema>;
