import { z } from '../../zod.ts';
import { gearTypeSchema } from '../gear-type.ts';
import { defineEdit, missing, putInto, removeFrom } from './edit.ts';

export const addGearType = putInto('add-gear-type', 'gearType', 'gearTypes', gearTypeSchema);

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

export const removeGearType = removeFrom('remove-gear-type', 'gearType', 'gearTypes');
