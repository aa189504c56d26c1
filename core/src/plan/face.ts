import { LAYER_KINDS } from '../reference/layers.ts';
import { z } from '../zod.ts';
import { ownConditionsSchema } from './conditions.ts';
import { framingSchema } from './framing.ts';
import { obstacleSchema } from './obstacle.ts';
import {
  idSchema,
  lengthMmSchema,
  nameSchema,
  pointMmSchema,
  positionMmSchema,
  sizeMmSchema,
  textSchema,
} from './values.ts';

export const FACE_KINDS = [
  'wall',
  'board',
  'roof',
  'ceiling',
  'floor',
  'cavity',
  'compartment',
  'hatch',
] as const;

/** Where a face stands that no fold connects to the root: its datum, its turn about the vertical, its tilt. */
const standSchema = z.strictObject({
  originMm: z.tuple([positionMmSchema, positionMmSchema, positionMmSchema]),
  turnDeg: z
    .number()
    .min(-360)
    .max(360)
    .describe('0 faces as the root does; positive turns counter-clockwise from above'),
  tiltDeg: z.number().min(-180).max(180).describe('0 upright; 90 lies on its back, seen from above'),
});
export type Stand = z.infer<typeof standSchema>;

const smallAngle = z.number().min(-45).max(45).nullable();

/** What a level and a plumb line said of the real face. Null until it was measured. */
const asFoundSchema = z.strictObject({
  floorRiseDeg: smallAngle.describe('The lower edge against level; positive rises to the right'),
  leftLeanDeg: smallAngle.describe('The left edge against plumb, in the face; positive leans right going up'),
  faceLeanDeg: smallAngle.describe('The face against plumb; positive leans towards the viewer going up'),
});
export type AsFound = z.infer<typeof asFoundSchema>;
export const NOT_MEASURED: AsFound = { floorRiseDeg: null, leftLeanDeg: null, faceLeanDeg: null };

export const outlineSchema = z.array(pointMmSchema).min(3).max(200);

const layerSchema = z.strictObject({ is: z.enum(LAYER_KINDS), thicknessMm: sizeMmSchema.max(2000) });
export type Layer = z.infer<typeof layerSchema>;
export const layersSchema = z.array(layerSchema).max(8);

const shapeSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('outline'),
    pointsMm: outlineSchema.describe('Corners, counter-clockwise as seen'),
    thicknessMm: sizeMmSchema,
    layers: layersSchema
      .optional()
      .describe('What lies between its skins, from this side to the other; left out where nobody looked'),
    framing: z.array(framingSchema).max(50),
    stands: standSchema.nullable(),
    asFound: asFoundSchema,
  }),
  z.strictObject({
    kind: z.literal('reverse'),
    of: idSchema.describe(
      'The face whose other side this is; its outline and framing are that face’s, mirrored',
    ),
  }),
]);

const setbackSchema = z.strictObject({
  edge: z
    .number()
    .int()
    .min(0)
    .max(199)
    .describe('The edge from corner n to corner n + 1, as this side is seen'),
  distanceMm: lengthMmSchema,
  why: nameSchema,
});
export type Setback = z.infer<typeof setbackSchema>;

/** A flat outline seen by a person who stands facing it: x right, y up, origin at its lower-left datum. */
export const faceSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  kind: z.enum(FACE_KINDS),
  side: z.enum(['inside', 'outside']),
  material: idSchema.describe('One of the plan’s materials'),
  shape: shapeSchema,
  fireRatedMinutes: z
    .number()
    .positive('must be more than 0')
    .max(480)
    .nullable()
    .describe('Fire resistance that its wall or floor must keep; null where it has none'),
  roomInFrontMm: lengthMmSchema
    .nullable()
    .describe('Free room measured out from it, to what is not drawn; null where nobody measured'),
  obstacles: z.array(obstacleSchema).max(500),
  setbacks: z.array(setbackSchema).max(200),
  conditions: ownConditionsSchema.describe('Only those in which this face differs from the site'),
  simulated: z
    .array(textSchema.min(1).max(200))
    .max(1000)
    .optional()
    .describe(
      'What of it was put in from the readings of a simulated instrument, as the survey names it; left out where nothing was',
    ),
});
export type Face = z.infer<typeof faceSchema>;

const edgeSchema = z.strictObject({
  face: idSchema,
  edge: z.number().int().min(0).describe('The edge from corner n to corner n + 1 of the outline'),
});

/** Two faces joined along an edge. 0 turns nothing; +90 turns the second face towards the viewer (inside corner). */
export const foldSchema = z.strictObject({
  id: idSchema,
  a: edgeSchema,
  b: edgeSchema,
  towardViewerDeg: z.number().gt(-180).lt(180),
});
export type Fold = z.infer<typeof foldSchema>;
