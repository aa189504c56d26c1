import type { Draft } from 'immer';
import type { z } from '../../zod.ts';
import type { Plan } from '../plan.ts';

/** Why an edit may not be made. The plan is then as it was. */
export type EditFault = { readonly code: 'missing' | 'taken' | 'not-allowed'; readonly message: string };

/** One kind of edit: its arguments and what it does to a draft of the plan. */
export type EditKind<Schema extends z.ZodType> = {
  readonly schema: Schema;
  readonly apply: (draft: Draft<Plan>, edit: z.infer<Schema>) => EditFault | null;
};

export function defineEdit<Schema extends z.ZodType>(
  schema: Schema,
  apply: EditKind<Schema>['apply'],
): EditKind<Schema> {
  return { schema, apply };
}

export function missing(what: string, id: string): EditFault {
  return { code: 'missing', message: `There is no ${what} “${id}” in this plan.` };
}
