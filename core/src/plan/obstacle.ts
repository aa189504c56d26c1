import { z } from '../zod.ts';
import {
  idSchema,
  lengthMmSchema,
  nameSchema,
  pointMmSchema,
  positionMmSchema,
  sizeMmSchema,
} from './values.ts';

export const OBSTACLE_KINDS = [
  'door',
  'window',
  'hatch',
  'skylight',
  'vent',
  'fan',
  'pipe',
  'cable',
  'fuel-line',
  'rigging',
  'walkway',
  'modules',
  'other',
] as const;

const boxShape = z.strictObject({
  kind: z.literal('box'),
  xMm: positionMmSchema.describe('Left edge'),
  yMm: positionMmSchema.describe('Lower edge'),
  widthMm: sizeMmSchema,
  heightMm: sizeMmSchema,
});

const lineShape = z.strictObject({
  kind: z.literal('line'),
  pointsMm: z.array(pointMmSchema).min(2).max(50).describe('Its centre line'),
  widthMm: sizeMmSchema.describe('Across the line'),
});

const opensSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('swing'),
    hinge: z.enum(['left', 'right', 'top', 'bottom']),
    throughDeg: z.number().min(1).max(270),
  }),
  z.strictObject({
    kind: z.literal('rise'),
    riseMm: sizeMmSchema.describe('How far its lid rises when open'),
  }),
]);

/** What is on, in or behind a face and stays there. */
export const obstacleSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(OBSTACLE_KINDS),
  shape: z.discriminatedUnion('kind', [boxShape, lineShape]),
  standsOutMm: lengthMmSchema.describe('How far it stands out from the face when shut'),
  opens: opensSchema.nullable(),
  isHidden: z.boolean().describe('Behind the face: gear and cables may cross over it, no drill may meet it'),
  clearMm: lengthMmSchema.describe('How far cables and gear keep away from it'),
  noDrillMm: lengthMmSchema.describe('How far every drilled hole keeps away from it'),
});
export type Obstacle = z.infer<typeof obstacleSchema>;
