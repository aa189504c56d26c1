import { gearTypeName } from '../names.ts';
import { told } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import { z } from '../../zod.ts';
import { nippleSchema, joinSchema, placementSchema, type Port } from '../placement.ts';
import type { Plan } from '../plan.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema } from '../values.ts';
import { defineEdit, missing, putInto, removeFrom, type EditFault } from './edit.ts';

export const placeGear = putInto('place-gear', 'placement', 'placements', placementSchema);

export const movePlacement = defineEdit(
  z.strictObject({
    kind: z.literal('move-placement'),
    placement: idSchema,
    xMm: positionMmSchema,
    yMm: positionMmSchema,
  }),
  (draft, { placement: id, xMm, yMm }) => {
    const placement = draft.placements.find((candidate) => candidate.id === id);
    if (placement === undefined) return missing('gear', id);
    const [dx, dy] = [xMm - placement.xMm, yMm - placement.yMm];
    placement.xMm = xMm;
    placement.yMm = yMm;
    // What is fixed to a board goes with it.
    for (const each of draft.placements.filter(({ on }) => on === id)) {
      each.xMm += dx;
      each.yMm += dy;
    }
    return null;
  },
);

export const renamePlacement = defineEdit(
  z.strictObject({ kind: z.literal('rename-placement'), placement: idSchema, name: nameSchema }),
  (draft, { placement: id, name }) => {
    const placement = draft.placements.find((candidate) => candidate.id === id);
    if (placement === undefined) return missing('gear', id);
    placement.name = name;
    return null;
  },
);

/** Fixes gear to a board that is behind it, or to the face itself again. */
export const mountOn = defineEdit(
  z.strictObject({ kind: z.literal('mount-on'), placement: idSchema, board: idSchema.nullable() }),
  (draft, { placement: id, board }) => {
    const placement = draft.placements.find((candidate) => candidate.id === id);
    if (placement === undefined) return missing('gear', id);
    if (board === null) delete placement.on;
    else placement.on = board;
    return null;
  },
);

/** Lets gear into its panel, or hangs it on the face again. */
export const setFlush = defineEdit(
  z.strictObject({ kind: z.literal('set-flush'), placement: idSchema, isFlush: z.boolean() }),
  (draft, { placement: id, isFlush }) => {
    const placement = draft.placements.find((candidate) => candidate.id === id);
    if (placement === undefined) return missing('gear', id);
    const type = draft.gearTypes.find((candidate) => candidate.id === placement.type);
    if (isFlush && type?.flush === null) {
      return {
        code: 'not-allowed',
        message: told('“{type}” cannot be let into a panel: its type has no cut-out.', {
          type: gearTypeName(type.id),
        }),
      };
    }
    if (isFlush) placement.isFlush = true;
    else delete placement.isFlush;
    return null;
  },
);

/** Takes the nipples, joins and runs that end at the gear with it; what was fixed to a board hangs on the face. */
export const removePlacement = removeFrom('remove-placement', 'placement', 'placements');

export const addNipple = defineEdit(
  z.strictObject({ kind: z.literal('add-nipple'), nipple: nippleSchema }),
  (draft, { nipple }) => {
    const { placement, knockout } = nipple.from;
    const taken = takenBy(draft, nipple.from, nipple.id);
    if (taken !== null) return taken;
    const type = draft.placements.find(({ id }) => id === placement)?.type;
    const edge = draft.gearTypes
      .find(({ id }) => id === type)
      ?.knockouts.find(({ id }) => id === knockout)?.edge;
    if (edge === 'left' || edge === 'right') {
      const message = told(
        'The knockout “{knockout}” is in the side: a nipple to a wireway leaves the top or the bottom.',
        { knockout },
      );
      return { code: 'not-allowed', message };
    }
    draft.nipples.push(nipple);
    return null;
  },
);

export const setNipplePlay = defineEdit(
  z.strictObject({ kind: z.literal('set-nipple-play'), nipple: idSchema, playMm: lengthMmSchema }),
  (draft, { nipple: id, playMm }) => {
    const nipple = draft.nipples.find((candidate) => candidate.id === id);
    if (nipple === undefined) return missing('nipple', id);
    nipple.playMm = playMm;
    return null;
  },
);

export const removeNipple = removeFrom('remove-nipple', 'nipple', 'nipples');

/** Why a knockout is no longer free for something else than `id`; null while it is. */
function takenBy(draft: Draft<Plan>, port: Port, id: string): EditFault | null {
  const isSame = (other: Port) => other.placement === port.placement && other.knockout === port.knockout;
  if (draft.nipples.some((nipple) => nipple.id !== id && isSame(nipple.from))) {
    return {
      code: 'taken',
      message: told('The knockout “{knockout}” already has a nipple.', { knockout: port.knockout }),
    };
  }
  const isJoined = draft.joins.some(
    (join) => join.id !== id && join.kind === 'side-by-side' && (isSame(join.a) || isSame(join.b)),
  );
  return isJoined
    ? {
        code: 'taken',
        message: told('The knockout “{knockout}” already joins another enclosure.', {
          knockout: port.knockout,
        }),
      }
    : null;
}

/** Joins two enclosures, or changes how those of the same id are joined. */
export const setJoin = defineEdit(
  z.strictObject({ kind: z.literal('set-join'), join: joinSchema }),
  (draft, { join }) => {
    if (join.kind === 'side-by-side') {
      const taken = takenBy(draft, join.a, join.id) ?? takenBy(draft, join.b, join.id);
      if (taken !== null) return taken;
    }
    const at = draft.joins.findIndex(({ id }) => id === join.id);
    if (at < 0) draft.joins.push(join);
    else draft.joins[at] = join;
    return null;
  },
);

export const removeJoin = removeFrom('remove-join', 'join', 'joins');
