import { z } from '../../zod.ts';
import { CONDITION_KEYS, ownConditionsSchema, travelSchema, type ConditionKey } from '../conditions.ts';
import { materialSchema } from '../material.ts';
import { loadFactorsSchema } from '../plan.ts';
import { idSchema, nameSchema } from '../values.ts';
import { defineEdit, missing } from './edit.ts';

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
export const setMaterial = defineEdit(
  z.strictObject({ kind: z.literal('set-material'), material: materialSchema }),
  (draft, { material }) => {
    const index = draft.materials.findIndex(({ id }) => id === material.id);
    if (index < 0) draft.materials.push(material);
    else draft.materials[index] = material;
    return null;
  },
);

export const removeMaterial = defineEdit(
  z.strictObject({ kind: z.literal('remove-material'), material: idSchema }),
  (draft, { material: id }) => {
    if (!draft.materials.some((material) => material.id === id)) return missing('material', id);
    const user = draft.faces.find(({ material }) => material === id);
    if (user !== undefined) return { code: 'taken', message: `“${user.name}” is made of it.` };
    draft.materials = draft.materials.filter((material) => material.id !== id);
    return null;
  },
);
