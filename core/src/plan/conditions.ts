import { z } from '../zod.ts';
import { lengthMmSchema, sizeMmSchema, tempCSchema } from './values.ts';

const ventSchema = z.strictObject({
  diameterMm: sizeMmSchema.describe('Of a round vent; of another shape, the diameter of equal area'),
  heightMm: lengthMmSchema.describe('Its centre above the floor of the space'),
});

/** The air around the face: an open room, or a closed space that its own gear warms. */
const airSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('open') }),
  z.strictObject({
    kind: z.literal('closed'),
    widthMm: sizeMmSchema,
    heightMm: sizeMmSchema,
    depthMm: sizeMmSchema,
    vents: z.array(ventSchema).max(20),
  }),
]);
export type Air = z.infer<typeof airSchema>;

const MAX_ELEVATION_M = 9000;
const MIN_ELEVATION_M = -450;

/** What gear at a place has to live with. The site has them all; a face may have its own in place of any. */
export const conditionsSchema = z.strictObject({
  location: z.enum(['dry', 'damp', 'wet']).describe('As the code speaks of locations'),
  meanMaxTempC: tempCSchema.describe('Mean of the daily maximum temperature in the hottest month'),
  designLowTempC: tempCSchema.describe('Lowest expected ambient temperature'),
  designHighTempC: tempCSchema.describe('Highest expected ambient temperature'),
  sun: z.enum(['none', 'part', 'full']).describe('Direct sun on the face'),
  air: airSchema,
  snowLoadPa: z.number().min(0, 'must not be negative').max(50_000),
  windSpeedMps: z.number().min(0, 'must not be negative').max(120).describe('Basic or travelling wind speed'),
  elevationM: z.number().min(MIN_ELEVATION_M).max(MAX_ELEVATION_M).describe('Above the sea'),
});
export type Conditions = z.infer<typeof conditionsSchema>;
export type ConditionKey = keyof Conditions;

export const CONDITION_KEYS = Object.keys(conditionsSchema.shape) as readonly ConditionKey[];

/** A face’s own conditions: only those in which it differs from the site. */
export const ownConditionsSchema = conditionsSchema.partial();
export type OwnConditions = z.infer<typeof ownConditionsSchema>;

/** Which way a mobile body travels, as a person sees it who faces its root face. */
export const travelSchema = z.enum(['right', 'left', 'towards-viewer', 'away']);
export type Travel = z.infer<typeof travelSchema>;

/** A temperate summer in an open, dry room: what a site starts from until someone says better. */
export const FIRST_CONDITIONS: Conditions = {
  location: 'dry',
  meanMaxTempC: 25,
  designLowTempC: -15,
  designHighTempC: 35,
  sun: 'none',
  air: { kind: 'open' },
  snowLoadPa: 0,
  windSpeedMps: 0,
  elevationM: 0,
};
