import { told } from '../../quantity/told.ts';
import { z } from '../../zod.ts';
import { planSchema } from '../plan.ts';
import { defineEdit } from './edit.ts';

/** The job’s own rules for all gear: local amendments, a utility’s wishes, a firm’s habits. */
export const setRules = defineEdit(
  z.strictObject({ kind: z.literal('set-rules'), rules: planSchema.shape.rules }),
  (draft, { rules }) => {
    const repeated = rules.find(({ id }, index) => rules.findIndex((each) => each.id === id) < index);
    if (repeated !== undefined) {
      return {
        code: 'taken',
        message: told('The name “{rule}” is used for two rules.', { rule: repeated.id }),
      };
    }
    draft.rules = rules;
    return null;
  },
);
