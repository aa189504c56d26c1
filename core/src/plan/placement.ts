import { CONDUIT_SIZES } from '../reference/conductor-sizes.ts';
import { z } from '../zod.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema } from './values.ts';

/** Gear hung on a face, by the centre of its hook line. */
export const placementSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  type: idSchema,
  face: idSchema,
  xMm: positionMmSchema,
  yMm: positionMmSchema,
  isFlush: z.literal(true).optional().describe('Let into the panel; left out where it hangs on its face'),
  on: idSchema.optional().describe('The board it is fixed to; left out where it hangs on the face itself'),
});
export type Placement = z.infer<typeof placementSchema>;

export const portSchema = z.strictObject({ placement: idSchema, knockout: idSchema });
export type Port = z.infer<typeof portSchema>;

/** A nipple from a unit’s bottom knockout down into the top of a wireway, or from its top knockout up into the bottom. */
export const nippleSchema = z.strictObject({
  id: idSchema,
  from: portSchema,
  wireway: idSchema.describe('The wireway’s placement'),
  playMm: lengthMmSchema.describe('How much shorter than the gap the conduit is cut'),
});
export type Nipple = z.infer<typeof nippleSchema>;

/** Two enclosures joined directly: by knockouts that meet beside each other, or by one hole through the wall. */
export const joinSchema = z.discriminatedUnion('kind', [
  z.strictObject({ id: idSchema, kind: z.literal('side-by-side'), a: portSchema, b: portSchema }),
  z.strictObject({
    id: idSchema,
    kind: z.literal('back-to-back'),
    a: z.strictObject({ placement: idSchema }),
    b: z.strictObject({ placement: idSchema }),
    xMm: positionMmSchema.describe('The middle of the hole, on the face of the first'),
    yMm: positionMmSchema,
    tradeSize: z.enum(CONDUIT_SIZES),
  }),
]);
export type Join = z.infer<typeof joinSchema>;
