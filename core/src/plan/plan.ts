import { bodySchema } from './body.ts';
import { z } from '../zod.ts';
import { circuitSchema } from './circuit.ts';
import { conditionsSchema, travelSchema } from './conditions.ts';
import { energySchema, placeSchema } from './energy.ts';
import { faceSchema, foldSchema } from './face.ts';
import { clearanceRuleSchema, gearTypeSchema } from './gear-type.ts';
import { materialSchema } from './material.ts';
import { moduleFieldSchema, moduleStringSchema, surroundingSchema } from './module-field.ts';
import { nippleSchema, joinSchema, placementSchema } from './placement.ts';
import { penetrationSchema } from './penetration.ts';
import { plateHoleSchema } from './plate-hole.ts';
import { routingSchema, runSchema } from './run.ts';
import { idSchema, nameSchema } from './values.ts';

export const PLAN_FORMAT = 'zarnel-plan';
export const FORMAT_VERSION = 7;

const factor = z.number().min(0, 'must not be negative').max(50);
export const loadFactorsSchema = z.strictObject({
  down: z.number().min(1, 'must be at least 1: the weight itself').max(50).describe('Up and down'),
  across: factor.describe('Along the face and level'),
  out: factor.describe('Straight out of the face'),
});
export type LoadFactors = z.infer<typeof loadFactorsSchema>;

/** The document: one job, self-contained, in mm, kg and °C. References are checked beside this schema. */
export const planSchema = z.strictObject({
  format: z.literal(PLAN_FORMAT),
  formatVersion: z.literal(FORMAT_VERSION),
  name: nameSchema,
  codeBasis: z.enum(['us', 'iec']),
  site: z.strictObject({
    setting: z.enum(['building', 'mobile']),
    conditions: conditionsSchema,
    travel: travelSchema.nullable().describe('Which way a mobile body travels; null for a building'),
    loadFactors: loadFactorsSchema
      .nullable()
      .describe('What its fixings are designed for, times weight; null for the usual of its setting'),
    place: placeSchema.nullable().describe('Where it stands under the sun; null where nobody said'),
    body: bodySchema.optional().describe('Of what travels: what its roof may carry, where its weight is'),
  }),
  energy: energySchema.nullable().describe('What it uses in a day; null where nobody said'),
  routing: routingSchema.describe('What the router weighs'),
  rootFace: idSchema.describe('The face that stands upright; every other is placed from it'),
  materials: z.array(materialSchema).max(200).describe('Those its faces are made of'),
  faces: z.array(faceSchema).min(1).max(500),
  folds: z.array(foldSchema).max(1000),
  gearTypes: z.array(gearTypeSchema).max(500),
  placements: z.array(placementSchema).max(5000),
  nipples: z.array(nippleSchema).max(5000),
  joins: z.array(joinSchema).max(5000).describe('Enclosures joined directly to each other'),
  circuits: z.array(circuitSchema).max(2000),
  penetrations: z.array(penetrationSchema).max(1000),
  plateHoles: z.array(plateHoleSchema).max(1000).describe('Holes through plates on which faces meet'),
  runs: z.array(runSchema).max(1000),
  moduleFields: z.array(moduleFieldSchema).max(100),
  moduleStrings: z.array(moduleStringSchema).max(1000),
  surroundings: z.array(surroundingSchema).max(100).describe('What stands round about and throws shadows'),
  rules: z.array(clearanceRuleSchema).max(200).describe('The user’s own rules, for all gear'),
});
export type Plan = z.infer<typeof planSchema>;
