import { AWG_SIZES, INSULATIONS, MM2_SIZES } from '../reference/conductor-sizes.ts';
import { z } from '../zod.ts';
import { idSchema, lengthMmSchema, nameSchema, sizeMmSchema } from './values.ts';

/** Most sets of conductors side by side in one circuit. */
export const MOST_SETS = 12;

/** What a circuit carries; `unsaid` until somebody says it. */
export const CIRCUIT_KINDS = [
  'unsaid',
  'array',
  'battery',
  'dc-load',
  'ac-in',
  'ac-out',
  'bond',
  'data',
] as const;
export type CircuitKind = (typeof CIRCUIT_KINDS)[number];

/** What stands outside of the plan and a circuit leads to. */
export const OUTSIDES = ['supply', 'loads', 'earth', 'data'] as const;

/** Most conductors of a circuit, and most modules in a string or strings side by side. */
export const MOST_COUNT = 200;
const countSchema = z.number().int().min(1).max(MOST_COUNT);

/** Where a circuit begins or ends. */
export const circuitEndSchema = z.discriminatedUnion('at', [
  z.strictObject({
    at: z.literal('gear'),
    placement: idSchema,
    terminal: idSchema.nullable().describe('The terminal of its type; null where none was chosen'),
  }),
  z.strictObject({
    at: z.literal('modules'),
    type: idSchema.describe('The gear type of the modules'),
    series: countSchema.describe('Modules in one string'),
    parallel: countSchema.describe('Strings side by side'),
  }),
  z.strictObject({
    at: z.literal('strings'),
    strings: z.array(idSchema).max(MOST_COUNT).describe('Strings of the array, side by side'),
  }),
  z.strictObject({ at: z.literal('outside'), what: z.enum(OUTSIDES) }),
]);
export type CircuitEnd = z.infer<typeof circuitEndSchema>;

/** The conductors of a circuit: they make its fill, its cables and its glands. */
export const wireSchema = z.strictObject({
  made: z
    .discriminatedUnion('as', [
      z.strictObject({ as: z.literal('singles') }),
      z.strictObject({ as: z.literal('cable'), diameterMm: sizeMmSchema.max(200) }),
    ])
    .describe('Single conductors, or one cable with a sheath round all of them'),
  count: countSchema.describe('Conductors of one set, without an earth conductor of its own'),
  sets: z
    .number()
    .int()
    .min(1)
    .max(MOST_SETS)
    .optional()
    .describe('Equal sets side by side that share its current; left out for one'),
  carrying: z
    .number()
    .int()
    .min(0)
    .max(MOST_COUNT)
    .describe('Of one set, those that count as carrying current: no earth, no balanced neutral'),
  hasEarth: z.boolean().describe('Whether an earth conductor goes with it, sized by its protection'),
  material: z.enum(['copper', 'aluminium']),
  insulation: z.enum(INSULATIONS),
  size: z
    .discriminatedUnion('by', [
      z.strictObject({ by: z.literal('program') }),
      z.strictObject({ by: z.literal('awg'), size: z.enum(AWG_SIZES) }),
      z.strictObject({ by: z.literal('mm2'), size: z.enum(MM2_SIZES) }),
      z.strictObject({ by: z.literal('measured'), diameterMm: sizeMmSchema.max(200) }),
    ])
    .describe('Typed, or chosen by the program; `measured` where only the outside of a conductor is known'),
});
export type CircuitWire = z.infer<typeof wireSchema>;

/** How many equal sets of conductors share its current. */
export function setsOf({ sets = 1 }: Pick<CircuitWire, 'sets'>): number {
  return sets;
}

/** How conductors are held where no run is drawn for them. */
export const HELD_WAYS = ['conduit', 'clipped', 'in-cavity', 'under-modules'] as const;
export type Held = (typeof HELD_WAYS)[number];

/** Where conductors lie in a wireway: from one of its nipples to another. */
export const stretchSchema = z.strictObject({
  from: idSchema.describe('The nipple where they come in'),
  to: idSchema.describe('The nipple where they leave, of the same wireway'),
});
export type Stretch = z.infer<typeof stretchSchema>;

/** What one circuit carries, by what, and how it is protected. Runs say which circuits they carry. */
export const circuitSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  carries: z.enum(CIRCUIT_KINDS),
  from: circuitEndSchema,
  to: circuitEndSchema,
  currentA: z
    .number()
    .positive('must be more than 0')
    .max(10_000)
    .nullable()
    .describe('As a person says; null where it follows from what it joins'),
  voltageV: z
    .number()
    .positive('must be more than 0')
    .max(2_000)
    .nullable()
    .describe('In operation, as a person says; null where it follows from what it joins'),
  isContinuous: z.boolean().describe('Whether it carries its current for three hours or more'),
  wire: wireSchema,
  protection: z.discriminatedUnion('by', [
    z.strictObject({ by: z.literal('program') }),
    z.strictObject({
      by: z.literal('rating'),
      ratingA: z.number().positive('must be more than 0').max(10_000),
    }),
    z.strictObject({ by: z.literal('none') }),
  ]),
  device: z
    .strictObject({
      at: z.enum(['from', 'to']).describe('The end it stands near'),
      awayMm: lengthMmSchema.describe('Conductor between that end and it'),
    })
    .nullable()
    .optional()
    .describe(
      'A fuse or breaker of its own that is no gear of the plan; null or left out where there is none',
    ),
  mostDropPct: z
    .number()
    .positive('must be more than 0')
    .max(50)
    .nullable()
    .describe('Voltage drop allowed; null for the usual of its kind'),
  stretches: z.array(stretchSchema).max(20),
  lengthMm: sizeMmSchema
    .nullable()
    .describe('One way, as taped, of what no run or wireway is drawn for; null where all is drawn'),
  lengthHeld: z
    .enum(HELD_WAYS)
    .optional()
    .describe('How that is held (`conduit`: in conduit or a wireway); left out where nobody said'),
  stringFuseA: z
    .number()
    .positive('must be more than 0')
    .max(10_000)
    .optional()
    .describe('Fuse in line with each of its strings, before they are joined; left out where there is none'),
});
export type Circuit = z.infer<typeof circuitSchema>;
