import { ARRAY_RAIL_KINDS } from '../reference/array-rails.ts';
import { z } from '../zod.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema, sizeMmSchema } from './values.ts';

/** Most modules of one field. */
export const MOST_MODULES = 2000;

/** One module where it lies: the lower left corner of what it covers of the face, seen from in front of it. */
export const fieldModuleSchema = z.strictObject({
  id: idSchema.describe('Unique in its field'),
  xMm: positionMmSchema,
  yMm: positionMmSchema,
  isTurned: z.boolean().describe('Turned a quarter: its width lies up the face'),
  type: idSchema
    .optional()
    .describe('A gear type other than that of the field; left out where it is the field’s'),
});
export type FieldModule = z.infer<typeof fieldModuleSchema>;

/** How modules are held to what carries them: each a school of practice. */
export const ATTACHMENT_SCHOOLS = [
  'lagged-foot',
  'flashed-foot',
  'seam-clamp',
  'low-foot',
  'side-adjust-foot',
  'well-nut',
  'rivet-nut',
  'bonded',
  'tilt-legs',
] as const;
export type AttachmentSchool = (typeof ATTACHMENT_SCHOOLS)[number];

/** What bonds the frames of modules: teeth of their clamps into the rail, or jumpers. */
export const BONDINGS = ['clamps', 'jumpers'] as const;
export type Bonding = (typeof BONDINGS)[number];

const MOST_OLD_FEET = 5000;
const pointSchema = z.strictObject({ xMm: positionMmSchema, yMm: positionMmSchema });

const ratio = z.number().min(0, 'must not be negative').max(5);

export const supportSchema = z.strictObject({
  school: z.enum(ATTACHMENT_SCHOOLS),
  rail: z.enum(ARRAY_RAIL_KINDS).nullable().describe('Null where modules stand on their feet without rails'),
  runs: z.enum(['across', 'up']).describe('Which way its rails run on the face'),
  bars: z.union([z.literal(2), z.literal(3)]).describe('Rails under each row of modules'),
  isShared: z.boolean().describe('One rail under the joint of two rows, in place of one at each side of it'),
  mostSpanMm: sizeMmSchema.nullable().describe('A span that somebody will not go beyond; null for none'),
  approvedUpN: z
    .number()
    .positive('must be more than 0')
    .max(1_000_000)
    .nullable()
    .describe('Approved load of one foot straight out; null where it is computed or nobody entered it'),
  uplift: z
    .strictObject({ middle: ratio, edge: ratio, corner: ratio })
    .nullable()
    .describe('What of the wind’s pressure lifts, by where on the roof; null for the usual'),
  bonding: z
    .enum(BONDINGS)
    .optional()
    .describe('What bonds frames and rails to each other; left out where nobody said'),
  isParted: z.boolean().optional().describe('Pads and sleeves keep frames and rails of unlike metals apart'),
});
export type FieldSupport = z.infer<typeof supportSchema>;

export const TILT_LOW_EDGES = ['bottom', 'top', 'left', 'right'] as const;

/** Modules that lie together on one face, with what carries them. */
export const moduleFieldSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  face: idSchema,
  type: idSchema.describe('The gear type of its modules'),
  gapAcrossMm: lengthMmSchema.max(20_000).describe('Between modules side by side: room for their clamps'),
  gapUpMm: lengthMmSchema.max(20_000).describe('Between rows'),
  modules: z.array(fieldModuleSchema).max(MOST_MODULES),
  tilt: z
    .strictObject({ deg: z.number().gt(0, 'must be more than 0').max(90), low: z.enum(TILT_LOW_EDGES) })
    .nullable()
    .describe(
      'Each module tilted off the face, and which of its edges stays low; null where they lie along it',
    ),
  liftMm: lengthMmSchema
    .max(5000)
    .nullable()
    .describe('From the face to the underside of the modules at their low edge; null for what the type says'),
  support: supportSchema,
  oldFeet: z
    .array(pointSchema)
    .max(MOST_OLD_FEET)
    .optional()
    .describe('Holes that a field left here before; left out where there are none'),
  lineReadings: z
    .array(pointSchema.extend({ gapMm: lengthMmSchema.max(2000) }))
    .max(MOST_OLD_FEET)
    .optional()
    .describe('From a string stretched along a rail down to the face; left out where nobody measured'),
  moreModules: z
    .number()
    .int()
    .min(1)
    .max(MOST_MODULES)
    .optional()
    .describe('Modules that are to come later, for which gear and penetrations keep room'),
});
export type ModuleField = z.infer<typeof moduleFieldSchema>;

/** A module of a field, as a string names it. */
export const moduleRefSchema = z.strictObject({ field: idSchema, module: idSchema });
export type ModuleRef = z.infer<typeof moduleRefSchema>;

/** Modules wired one after the other: in series, or each with an inverter of its own on a trunk. */
export const moduleStringSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  wired: z.discriminatedUnion('as', [
    z.strictObject({ as: z.literal('series') }),
    z.strictObject({
      as: z.literal('trunk'),
      inverter: idSchema.describe('The gear type of the inverter at each module'),
    }),
  ]),
  modules: z.array(moduleRefSchema).max(MOST_MODULES).describe('In the order they are plugged together'),
  measuredV: z
    .number()
    .min(-3000)
    .max(3000)
    .optional()
    .describe(
      'Open at its two ends, by the meter, from the marked plus to the marked minus; left out unmeasured',
    ),
});
export type ModuleString = z.infer<typeof moduleStringSchema>;

export const SURROUNDING_KINDS = ['wall', 'tree', 'mast', 'boom', 'other'] as const;

/** Something round about that throws a shadow: an upright block, as paced out from the datum of the root face. */
export const surroundingSchema = z
  .strictObject({
    id: idSchema,
    name: nameSchema,
    kind: z.enum(SURROUNDING_KINDS),
    bearingDeg: z.number().min(0).lt(360).describe('Towards its middle, clockwise from north'),
    distanceMm: sizeMmSchema.describe('Level, to its middle'),
    widthMm: sizeMmSchema.describe('Across the line of sight'),
    depthMm: sizeMmSchema.describe('Along the line of sight'),
    fromMm: positionMmSchema.describe('Its lower end above the datum: of a boom its underside'),
    toMm: positionMmSchema.describe('Its top above the datum'),
  })
  .refine(({ fromMm, toMm }) => toMm > fromMm, {
    message: 'must have its top above its lower end',
    path: ['toMm'],
  });
export type Surrounding = z.infer<typeof surroundingSchema>;

/** The upright length of what a module of such sizes covers of its face. */
export function turnedSize(
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  isTurned: boolean,
): { readonly widthMm: number; readonly heightMm: number } {
  return isTurned ? { widthMm: heightMm, heightMm: widthMm } : { widthMm, heightMm };
}
