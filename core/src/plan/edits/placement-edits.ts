import { z } from '../../zod.ts';
import { jointSchema, placementSchema } from '../placement.ts';
import { idSchema, lengthMmSchema, nameSchema, positionMmSchema } from '../values.ts';
import { dropLooseCircuits } from './circuit-edits.ts';
import { defineEdit, missing } from './edit.ts';

export const placeGear = defineEdit(
  z.strictObject({ kind: z.literal('place-gear'), placement: placementSchema }),
  (draft, { placement }) => {
    draft.placements.push(placement);
    return null;
  },
);

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
    placement.xMm = xMm;
    placement.yMm = yMm;
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

/** Takes the nipples and runs that end at the gear with it. */
export const removePlacement = defineEdit(
  z.strictObject({ kind: z.literal('remove-placement'), placement: idSchema }),
  (draft, { placement: id }) => {
    if (!draft.placements.some((placement) => placement.id === id)) return missing('gear', id);
    draft.placements = draft.placements.filter((placement) => placement.id !== id);
    draft.joints = draft.joints.filter(({ from, wireway }) => from.placement !== id && wireway !== id);
    draft.runs = draft.runs.filter(({ from, to }) => from.placement !== id && to.placement !== id);
    dropLooseCircuits(draft);
    return null;
  },
);

export const addJoint = defineEdit(
  z.strictObject({ kind: z.literal('add-joint'), joint: jointSchema }),
  (draft, { joint }) => {
    const { placement, knockout } = joint.from;
    const taken = draft.joints.some(({ from }) => from.placement === placement && from.knockout === knockout);
    if (taken) return { code: 'taken', message: `The knockout “${knockout}” already has a nipple.` };
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

export const removeJoint = defineEdit(
  z.strictObject({ kind: z.literal('remove-joint'), joint: idSchema }),
  (draft, { joint: id }) => {
    if (!draft.joints.some((joint) => joint.id === id)) return missing('nipple', id);
    draft.joints = draft.joints.filter((joint) => joint.id !== id);
    dropLooseCircuits(draft);
    return null;
  },
);
