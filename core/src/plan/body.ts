import { z } from '../zod.ts';
import { positionMmSchema } from './values.ts';

const kilograms = z.number().positive('must be more than 0').max(1_000_000).nullable();

/** A body that travels, as its maker or a weighbridge says: what its roof may carry, and where its weight is. */
export const bodySchema = z.strictObject({
  roofMostKg: kilograms.describe('Allowed on its roof while it travels; null where nobody said'),
  massKg: kilograms.describe('As it travels, without its array; null where nobody said'),
  centreUpMm: positionMmSchema.describe('Its centre of mass above the datum of the root face'),
  centreAheadMm: positionMmSchema.describe(
    'Its centre of mass ahead of the axle, or of the middle between axles; behind it below nothing',
  ),
  axleAheadMm: positionMmSchema.describe('The axle ahead of the datum of the root face, as it travels'),
});
export type TravellingBody = z.infer<typeof bodySchema>;

/** What a body starts from until somebody says better. */
export const FIRST_BODY: TravellingBody = {
  roofMostKg: null,
  massKg: null,
  centreUpMm: 0,
  centreAheadMm: 0,
  axleAheadMm: 0,
};
