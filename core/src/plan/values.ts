import { z } from '../zod.ts';

export type { PointMm } from '../geometry/point.ts';

/** Beyond this nothing is a wall or a van; it keeps every sum far from losing digits. */
export const MAX_LENGTH_MM = 1_000_000;

export const idSchema = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,39}$/u, 'must be 1 to 40 small letters, digits or hyphens')
  .describe('Short name, unique in the plan');

/** Text that people write. Half of a letter, as a text that was cut in the middle of one has it, no file or database keeps. */
export const textSchema = z
  .string()
  .refine((text) => !/\p{Surrogate}/u.test(text), 'has half of a letter in it: write it again');

export const MOST_NAME_CHARACTERS = 120;
export const nameSchema = textSchema.trim().min(1, 'must not be empty').max(MOST_NAME_CHARACTERS);
/** The same as it is told, in the reader’s units. */
export const FARTHEST = { value: MAX_LENGTH_MM / 1000, unit: 'm' } as const;
/** Told with that limit. */
export const TOO_FAR = 'must be nearer';
export const positionMmSchema = z.number().min(-MAX_LENGTH_MM, TOO_FAR).max(MAX_LENGTH_MM, TOO_FAR);
export const sizeMmSchema = z.number().positive('must be more than 0').max(MAX_LENGTH_MM, TOO_FAR);
export const lengthMmSchema = z.number().min(0, 'must not be negative').max(MAX_LENGTH_MM, TOO_FAR);
export const tempCSchema = z.number().min(-90).max(90);

/** (x, y) on a face, mm: x to the right, y up, from the face's lower-left datum. */
export const pointMmSchema = z.tuple([positionMmSchema, positionMmSchema]);

/** A distance in the unit its rule was given in: 6 in stays 6 in. */
export const givenDistanceSchema = z.strictObject({
  value: z.number().min(0).max(MAX_LENGTH_MM, TOO_FAR),
  unit: z.enum(['mm', 'in']),
});
export type GivenDistance = z.infer<typeof givenDistanceSchema>;

export const givenTemperatureSchema = z.strictObject({
  value: z.number().min(-130).max(200),
  unit: z.enum(['degC', 'degF']),
});
export type GivenTemperature = z.infer<typeof givenTemperatureSchema>;
