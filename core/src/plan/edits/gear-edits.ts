import { z } from '../../zod.ts';
import { gearTypeSchema } from '../gear-type.ts';
import { idSchema } from '../values.ts';
import { defineEdit, missing } from './edit.ts';

export const addGearType = defineEdit(
  z.strictObject({ kind: z.literal('add-gear-type'), gearType: gearTypeSchema }),
  (draft, { gearType }) => {
    draft.gearTypes.push(gearType);
    return null;
  },
);

/** Puts a changed type in place of the one with its id. Refused where a nipple or a run ends at what it lost. */
export const setGearType = defineEdit(
  z.strictObject({ kind: z.literal('set-gear-type'), gearType: gearTypeSchema }),
  (draft, { gearType }) => {
    const index = draft.gearTypes.findIndex(({ id }) => id === gearType.id);
    if (index < 0) return missing('gear type', gearType.id);
    draft.gearTypes[index] = gearType;
    return null;
  },
);

export const removeGearType = defineEdit(
  z.strictObject({ kind: z.literal('remove-gear-type'), gearType: idSchema }),
  (draft, { gearType: id }) => {
    if (!draft.gearTypes.some((type) => type.id === id)) return missing('gear type', id);
    const user = draft.placements.find(({ type }) => type === id);
    if (user !== undefined)
      return { code: 'taken', message: `“${user.name}” is of this type; take it down first.` };
    draft.gearTypes = draft.gearTypes.filter((type) => type.id !== id);
    return null;
  },
);
