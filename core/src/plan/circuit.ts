import { WIRE_SIZES } from '../reference/wireways.ts';
import { z } from '../zod.ts';
import { idSchema, nameSchema, sizeMmSchema } from './values.ts';

/** Conductors that lie in a wireway from one of its nipples to another. */
export const circuitSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  from: idSchema.describe('The nipple where they come in'),
  to: idSchema.describe('The nipple where they leave, of the same wireway'),
  wire: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('table'), size: z.enum(WIRE_SIZES) }),
    z.strictObject({ kind: z.literal('measured'), diameterMm: sizeMmSchema.max(200) }),
  ]),
  count: z.number().int().min(1).max(200),
  currentCarryingCount: z
    .number()
    .int()
    .min(0)
    .max(200)
    .describe('Of them, as the code counts: no earth, no balanced neutral'),
});
export type Circuit = z.infer<typeof circuitSchema>;
