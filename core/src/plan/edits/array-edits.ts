import { told } from '../../quantity/told.ts';
import { z } from '../../zod.ts';
import { energySchema } from '../energy.ts';
import { FARTHEST, idSchema, MAX_LENGTH_MM, positionMmSchema } from '../values.ts';
import {
  MOST_MODULES,
  moduleFieldSchema,
  moduleStringSchema,
  surroundingSchema,
  type ModuleRef,
} from '../module-field.ts';
import { defineEdit, missing, putInto, removeFrom } from './edit.ts';

/** Puts a field, or changes the one of the same id: modules that are gone are gone from their strings. */
export const setField = defineEdit(
  z.strictObject({ kind: z.literal('set-field'), field: moduleFieldSchema }),
  (draft, { field }) => {
    const at = draft.moduleFields.findIndex(({ id }) => id === field.id);
    if (at < 0) {
      draft.moduleFields.push(field);
      return null;
    }
    draft.moduleFields[at] = field;
    const left = new Set(field.modules.map(({ id }) => id));
    const isGone = (each: ModuleRef) => each.field === field.id && !left.has(each.module);
    for (const string of draft.moduleStrings.filter(({ modules }) => modules.some(isGone)))
      string.modules = string.modules.filter((each) => !isGone(each));
    return null;
  },
);

/** Moves modules of a field, all of them where none are named, each by so much. */
export const moveModules = defineEdit(
  z.strictObject({
    kind: z.literal('move-modules'),
    field: idSchema,
    modules: z.array(idSchema).max(MOST_MODULES).nullable(),
    dxMm: positionMmSchema,
    dyMm: positionMmSchema,
  }),
  (draft, { field: id, modules, dxMm, dyMm }) => {
    const field = draft.moduleFields.find((each) => each.id === id);
    if (field === undefined) return missing('field of modules', id);
    const moved = modules === null ? null : new Set(modules);
    for (const module of field.modules) {
      if (moved !== null && !moved.has(module.id)) continue;
      module.xMm += dxMm;
      module.yMm += dyMm;
      if (Math.abs(module.xMm) > MAX_LENGTH_MM || Math.abs(module.yMm) > MAX_LENGTH_MM)
        return {
          code: 'not-allowed',
          message: told('A module must lie within {limit}.', { limit: FARTHEST }),
        };
    }
    return null;
  },
);

export const removeField = removeFrom('remove-field', 'field', 'moduleFields');

/** Puts a string, or changes the one of the same id: a module that it takes leaves the string it was in. */
export const setString = defineEdit(
  z.strictObject({ kind: z.literal('set-string'), string: moduleStringSchema }),
  (draft, { string }) => {
    const taken = new Set(string.modules.map(({ field, module }) => `${field}/${module}`));
    const isTaken = ({ field, module }: ModuleRef) => taken.has(`${field}/${module}`);
    for (const other of draft.moduleStrings.filter(
      ({ id, modules }) => id !== string.id && modules.some(isTaken),
    ))
      other.modules = other.modules.filter((each) => !isTaken(each));
    const at = draft.moduleStrings.findIndex(({ id }) => id === string.id);
    if (at < 0) draft.moduleStrings.push(string);
    else draft.moduleStrings[at] = string;
    return null;
  },
);

export const removeString = removeFrom('remove-string', 'string', 'moduleStrings');

export const setSurrounding = putInto(
  'set-surrounding',
  'surrounding',
  'surroundings',
  surroundingSchema,
  'replace',
);

export const removeSurrounding = removeFrom('remove-surrounding', 'surrounding', 'surroundings');

/** What the job uses in a day; null where nobody says. */
export const setEnergy = defineEdit(
  z.strictObject({ kind: z.literal('set-energy'), energy: energySchema.nullable() }),
  (draft, { energy }) => {
    draft.energy = energy;
    return null;
  },
);
