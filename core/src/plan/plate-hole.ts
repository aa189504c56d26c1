import { z } from '../zod.ts';
import { idSchema, lengthMmSchema, nameSchema, sizeMmSchema } from './values.ts';

/**
 * A hole bored through the plate on which two faces meet along an edge without a fold: from a loft down into the cavity of a
 * wall, from a cavity into the void under a floor.
 */
export const plateHoleSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  face: idSchema.describe('The face that ends at the plate: a cavity, say'),
  edge: z.number().int().min(0).max(199).describe('Its edge there, from corner n to corner n + 1'),
  alongMm: lengthMmSchema.describe('From corner n of that edge'),
  to: idSchema.describe('The face that it comes out on'),
  plateMm: sizeMmSchema.max(1000).describe('What is bored through: all plates together'),
  plateWidthMm: sizeMmSchema
    .max(1000)
    .nullable()
    .describe('How wide the plate is, across the wall; null where nobody measured'),
  holeMm: sizeMmSchema.max(200).nullable().describe('Its drill; null for the smallest that takes its cables'),
  isStopped: z.boolean().describe('Whether it is closed again round its cables, as the code asks'),
});
export type PlateHole = z.infer<typeof plateHoleSchema>;
