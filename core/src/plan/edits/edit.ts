import { told, type Told, type ToldValue } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import { z } from '../../zod.ts';
import { dropFrom, findHolder, LISTS, type ListKey } from '../lists.ts';
import type { Plan } from '../plan.ts';
import { idSchema } from '../values.ts';

/** Why an edit may not be made. */
export type EditFault = {
  readonly code: 'missing' | 'taken' | 'not-allowed';
  readonly message: string | Told;
};

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

export function missing(what: ToldValue, id: string): EditFault {
  return { code: 'missing', message: told('There is no {what} “{id}” in this plan.', { what, id }) };
}

/** An edit that takes one thing of a list out, with all that goes with it; refused where something holds it. */
export function removeFrom<Kind extends string, Field extends string>(
  kind: Kind,
  field: Field,
  list: ListKey,
) {
  const fields = { kind: z.literal(kind), [field]: idSchema } as { kind: z.ZodLiteral<Kind> } & Record<
    Field,
    typeof idSchema
  >;
  return defineEdit(z.strictObject(fields), (draft, edit) => {
    const id = (edit as Record<Field, string>)[field];
    if (!draft[list].some((item) => item.id === id)) return missing(LISTS[list].word, id);
    const holder = findHolder(draft, list, id);
    if (holder !== null)
      return { code: 'taken', message: told('“{holder}” {why}', { holder: holder.name, why: holder.why }) };
    dropFrom(draft, list, new Set([id]));
    return null;
  });
}

/** An edit that puts a thing into a list; with `or: 'replace'`, in place of the one with its id. */
export function putInto<Kind extends string, Field extends string, Item extends z.ZodType<{ id: string }>>(
  kind: Kind,
  field: Field,
  list: ListKey,
  item: Item,
  or: 'add' | 'replace' = 'add',
) {
  const fields = { kind: z.literal(kind), [field]: item } as { kind: z.ZodLiteral<Kind> } & Record<
    Field,
    Item
  >;
  return defineEdit(z.strictObject(fields), (draft, edit) => {
    const given = (edit as Record<Field, { id: string }>)[field];
    const items = draft[list] as { id: string }[];
    const at = or === 'replace' ? items.findIndex(({ id }) => id === given.id) : -1;
    if (at < 0) items.push(given);
    else items[at] = given;
    return null;
  });
}
