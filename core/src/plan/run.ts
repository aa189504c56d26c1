import { CONDUIT_SIZES } from '../reference/conductor-sizes.ts';

import { z } from '../zod.ts';
import { portSchema } from './placement.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema } from './values.ts';

/** How a run is held on its way. */
export const laidSchema = z.discriminatedUnion('as', [
  z.strictObject({ as: z.literal('clipped') }),
  z.strictObject({ as: z.literal('in-cavity') }),
  z.strictObject({ as: z.literal('under-modules') }),
  z.strictObject({
    as: z.literal('conduit'),
    size: z.enum(CONDUIT_SIZES).nullable().describe('Trade size; null for the smallest that takes it'),
  }),
]);
export type Laid = z.infer<typeof laidSchema>;

/** Where a run has to go by: a point on a face, a penetration, or a hole through a plate. */
const viaSchema = z.discriminatedUnion('at', [
  z.strictObject({ at: z.literal('point'), face: idSchema, xMm: positionMmSchema, yMm: positionMmSchema }),
  z.strictObject({ at: z.literal('penetration'), penetration: idSchema }),
  z.strictObject({ at: z.literal('plate-hole'), plateHole: idSchema }),
]);
export type Via = z.infer<typeof viaSchema>;

const costMm = lengthMmSchema.max(20_000);
const morePct = z.number().min(0, 'must not be negative').max(1000);
/** What the router weighs beside length, each in length of cable; bends break ties in any case. */
export const routingSchema = z.strictObject({
  bendMm: costMm.describe('What a bend counts for'),
  penetrationMm: costMm.describe('What going through a face counts for, beside its thickness'),
  boreMm: costMm.describe('What a hole bored through framing counts for'),
  seenPct: morePct.describe('How much more a length counts where it is seen: on a face that is no cavity'),
  outOfReachPct: morePct.describe('How much more a length counts where no hand reaches: in a cavity'),
});
export type Routing = z.infer<typeof routingSchema>;
export const USUAL_ROUTING: Routing = {
  bendMm: 0,
  penetrationMm: 0,
  boreMm: 300,
  seenPct: 0,
  outOfReachPct: 0,
};

/** The way of one or several circuits from port to port. Its path is computed. */
export const runSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  from: portSchema,
  to: portSchema,
  circuits: z.array(idSchema).max(40).describe('What it carries'),
  laid: laidSchema,
  via: z
    .array(viaSchema)
    .max(20)
    .describe('Where it has to go by, in order, as somebody locked it; the rest is found'),
  raisedMm: lengthMmSchema.max(1000).describe('How far above the face it lies: on a hot roof it matters'),
  slackEachEndMm: lengthMmSchema,
});
export type Run = z.infer<typeof runSchema>;
