import { GLAND_SIZES } from '../reference/glands.ts';
import { z } from '../zod.ts';
import { portSchema } from './placement.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema, sizeMmSchema } from './values.ts';

/** One sealed hole with one gland, through a face to its reverse. */
export const passSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  face: idSchema.describe('The face on which x and y are measured; it has a reverse, or is one'),
  xMm: positionMmSchema,
  yMm: positionMmSchema,
  gland: z.enum(GLAND_SIZES),
});
export type Pass = z.infer<typeof passSchema>;

/** A cable from port to port. Its path is computed. */
export const runSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  from: portSchema,
  to: portSchema,
  cableDiameterMm: sizeMmSchema.max(200),
  slackEachEndMm: lengthMmSchema,
});
export type Run = z.infer<typeof runSchema>;
