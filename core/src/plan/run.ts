import { CONDUIT_SIZES } from '../reference/conductor-sizes.ts';
import { GLAND_SIZES } from '../reference/glands.ts';

import { z } from '../zod.ts';
import { portSchema } from './placement.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema } from './values.ts';

export const MOST_GLANDS = 24;

/** One sealed hole through a face to its reverse, with one gland or several of a size. */
export const passSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  face: idSchema.describe('The face on which x and y are measured; it has a reverse, or is one'),
  xMm: positionMmSchema,
  yMm: positionMmSchema,
  gland: z.enum(GLAND_SIZES),
  glandCount: z.number().int().min(1).max(MOST_GLANDS).describe('Glands of that size in its housing'),
});
export type Pass = z.infer<typeof passSchema>;

/** How a run is held on its way. */
export const laidSchema = z.discriminatedUnion('as', [
  z.strictObject({ as: z.literal('clipped') }),
  z.strictObject({
    as: z.literal('conduit'),
    size: z.enum(CONDUIT_SIZES).nullable().describe('Trade size; null for the smallest that takes it'),
  }),
]);
export type Laid = z.infer<typeof laidSchema>;

/** The way of one or several circuits from port to port. Its path is computed. */
export const runSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  from: portSchema,
  to: portSchema,
  circuits: z.array(idSchema).max(40).describe('What it carries'),
  laid: laidSchema,
  raisedMm: lengthMmSchema.max(1000).describe('How far above the face it lies: on a hot roof it matters'),
  slackEachEndMm: lengthMmSchema,
});
export type Run = z.infer<typeof runSchema>;
