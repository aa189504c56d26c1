import { gearTypeName } from '../names.ts';
import { told } from '../../quantity/told.ts';
import type { Draft } from 'immer';
import { z } from '../../zod.ts';
import { jointSchema, linkSchema, placementSchema, type Port } from '../placement.ts';
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
    for (const each of draft.placements) {
      if (each.on !== id) continue;
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

export const addJoint = defineEdit(
  z.strictObject({ kind: z.literal('add-joint'), joint: jointSchema }),
  (draft, { joint }) => {
    const { placement, knockout } = joint.from;
    const taken = takenBy(draft, joint.from, joint.id);
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
    draft.joints.push(joint);
    return null;
  },
);

export const setJointPlay = defineEdit(
  z.strictObject({ kind: z.literal('set-joint-play'), joint: idSchema, playMm: lengthMmSchema }),
  (draft, { joint: id, playMm }) => {
    const joint = draft.joints.find((candidate) => candidate.id === id);
    if (joint === undefined) return missing('nipple', id);
    joint.playMm = playMm;
    return null;
  },
);

export const removeJoint = removeFrom('remove-joint', 'joint', 'joints');

/** Why a knockout is no longer free for something else than `id`; null while it is. */
function takenBy(draft: Draft<Plan>, port: Port, id: string): EditFault | null {
  const isSame = (other: Port) => other.placement === port.placement && other.knockout === port.knockout;
  if (draft.joints.some((joint) => joint.id !== id && isSame(joint.from))) {
    return {
      code: 'taken',
      message: told('The knockout “{knockout}” already has a nipple.', { knockout: port.knockout }),
    };
  }
  const isJoined = draft.links.some(
    (link) => link.id !== id && link.kind === 'side-by-side' && (isSame(link.a) || isSame(link.b)),
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
export const setLink = defineEdit(
  z.strictObject({ kind: z.literal('set-link'), link: linkSchema }),
  (draft, { link }) => {
    if (link.kind === 'side-by-side') {
      const taken = takenBy(draft, link.a, link.id) ?? takenBy(draft, link.b, link.id);
      if (taken !== null) return taken;
    }
    const at = draft.links.findIndex(({ id }) => id === link.id);
    if (at < 0) draft.links.push(link);
    else draft.links[at] = link;
    return null;
  },
);

export const removeLink = removeFrom('remove-link', 'link', 'links');
