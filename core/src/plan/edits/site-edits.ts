import { z } from '../../zod.ts';
import { bodySchema } from '../body.ts';
import { CONDITION_KEYS, ownConditionsSchema, travelSchema, type ConditionKey } from '../conditions.ts';
import { materialSchema } from '../material.ts';
import { placeSchema } from '../energy.ts';
import { loadFactorsSchema } from '../plan.ts';
import { routingSchema } from '../run.ts';
import { idSchema, nameSchema } from '../values.ts';
import { defineEdit, missing, putInto, removeFrom } from './edit.ts';

export const renamePlan = defineEdit(
  z.strictObject({ kind: z.literal('rename-plan'), name: nameSchema }),
  (draft, { name }) => {
    draft.name = name;
    return null;
  },
);

/** What kind of site it is, by which code, and which way it travels if it does. */
export const setSite = defineEdit(
  z.strictObject({
    kind: z.literal('set-site'),
    setting: z.enum(['building', 'mobile']),
    codeBasis: z.enum(['us', 'iec']),
    travel: travelSchema.nullable(),
  }),
  (draft, { setting, codeBasis, travel }) => {
    if (setting === 'building' && travel !== null) {
      return { code: 'not-allowed', message: 'A building does not travel.' };
    }
    draft.site.setting = setting;
    draft.codeBasis = codeBasis;
    draft.site.travel = travel;
    return null;
  },
);

/** What the fixings of the job are designed for; null for the usual of its setting. */
export const setLoadFactors = defineEdit(
  z.strictObject({ kind: z.literal('set-load-factors'), factors: loadFactorsSchema.nullable() }),
  (draft, { factors }) => {
    draft.site.loadFactors = factors;
    return null;
  },
);

/** Where the job stands under the sun; null where nobody says. */
export const setPlace = defineEdit(
  z.strictObject({ kind: z.literal('set-place'), place: placeSchema.nullable() }),
  (draft, { place }) => {
    draft.site.place = place;
    return null;
  },
);

/** What the roof of a body may carry and where its weight is; null where nobody says. */
export const setBody = defineEdit(
  z.strictObject({ kind: z.literal('set-body'), body: bodySchema.nullable() }),
  (draft, { body }) => {
    if (body === null) delete draft.site.body;
    else draft.site.body = body;
    return null;
  },
);

/** What the router weighs. */
export const setRouting = defineEdit(
  z.strictObject({ kind: z.literal('set-routing'), routing: routingSchema }),
  (draft, { routing }) => {
    draft.routing = routing;
    return null;
  },
);

/** Sets conditions of a face, or of the site where `face` is null. Those not named stay as they are. */
export const setConditions = defineEdit(
  z.strictObject({
    kind: z.literal('set-conditions'),
    face: idSchema.nullable(),
    conditions: ownConditionsSchema,
  }),
  (draft, { face: faceId, conditions }) => {
    const given = Object.fromEntries(Object.entries(conditions).filter(([, value]) => value !== undefined));
    if (faceId === null) {
      Object.assign(draft.site.conditions, given);
      return null;
    }
    const face = draft.faces.find(({ id }) => id === faceId);
    if (face === undefined) return missing('face', faceId);
    Object.assign(face.conditions, given);
    return null;
  },
);

/** Lets a face take one of the site’s conditions again. */
export const inheritCondition = defineEdit(
  z.strictObject({
    kind: z.literal('inherit-condition'),
    face: idSchema,
    condition: z.enum(CONDITION_KEYS as [ConditionKey, ...ConditionKey[]]),
  }),
  (draft, { face: faceId, condition }) => {
    const face = draft.faces.find(({ id }) => id === faceId);
    if (face === undefined) return missing('face', faceId);
    face.conditions = Object.fromEntries(
      Object.entries(face.conditions).filter(([key]) => key !== condition),
    );
    return null;
  },
);

/** Puts a material into the job, or in place of the one with its id. */
export const setMaterial = putInto('set-material', 'material', 'materials', materialSchema, 'replace');

export const removeMaterial = removeFrom('remove-material', 'material', 'materials');
