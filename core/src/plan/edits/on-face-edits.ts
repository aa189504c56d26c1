import { z } from '../../zod.ts';
import { foldSchema } from '../face.ts';
import { framingSchema } from '../framing.ts';
import { obstacleSchema } from '../obstacle.ts';
import { idSchema, lengthMmSchema, positionMmSchema } from '../values.ts';
import { defineEdit, missing, putInto, removeFrom } from './edit.ts';
import { isFault, outlineFace } from './outline-face.ts';

export const addFold = putInto('add-fold', 'fold', 'folds', foldSchema);

export const setFoldAngle = defineEdit(
  z.strictObject({
    kind: z.literal('set-fold-angle'),
    fold: idSchema,
    towardViewerDeg: foldSchema.shape.towardViewerDeg,
  }),
  (draft, { fold: id, towardViewerDeg }) => {
    const fold = draft.folds.find((each) => each.id === id);
    if (fold === undefined) return missing('fold', id);
    fold.towardViewerDeg = towardViewerDeg;
    return null;
  },
);

export const removeFold = removeFrom('remove-fold', 'fold', 'folds');

/** Puts framing on a face, or in place of the one with its id. */
export const setFraming = defineEdit(
  z.strictObject({ kind: z.literal('set-framing'), face: idSchema, framing: framingSchema }),
  (draft, { face: id, framing }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    const { framing: list } = face.shape;
    const index = list.findIndex((each) => each.id === framing.id);
    if (index < 0) list.push(framing);
    else list[index] = framing;
    return null;
  },
);

export const removeFraming = defineEdit(
  z.strictObject({ kind: z.literal('remove-framing'), face: idSchema, framing: idSchema }),
  (draft, { face: id, framing: framingId }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    if (!face.shape.framing.some((each) => each.id === framingId)) return missing('framing', framingId);
    face.shape.framing = face.shape.framing.filter((each) => each.id !== framingId);
    return null;
  },
);

/** Where one member really stands; null forgets the finding. */
export const findMember = defineEdit(
  z.strictObject({
    kind: z.literal('find-member'),
    face: idSchema,
    framing: idSchema,
    index: z.number().int().min(0).max(999),
    found: z.strictObject({ centreMm: positionMmSchema, toleranceMm: lengthMmSchema }).nullable(),
  }),
  (draft, { face: id, framing: framingId, index, found }) => {
    const face = outlineFace(draft, id);
    if (isFault(face)) return face;
    const framing = face.shape.framing.find((each) => each.id === framingId);
    if (framing === undefined) return missing('framing', framingId);
    framing.found = framing.found.filter((each) => each.index !== index);
    if (found !== null) {
      framing.found.push({ index, ...found });
      framing.found.sort((a, b) => a.index - b.index);
    }
    return null;
  },
);

/** Puts an obstacle on a face, or in place of the one with its id. */
export const setObstacle = defineEdit(
  z.strictObject({ kind: z.literal('set-obstacle'), face: idSchema, obstacle: obstacleSchema }),
  (draft, { face: id, obstacle }) => {
    const face = draft.faces.find((each) => each.id === id);
    if (face === undefined) return missing('face', id);
    const index = face.obstacles.findIndex((each) => each.id === obstacle.id);
    if (index < 0) face.obstacles.push(obstacle);
    else face.obstacles[index] = obstacle;
    return null;
  },
);

export const removeObstacle = defineEdit(
  z.strictObject({ kind: z.literal('remove-obstacle'), face: idSchema, obstacle: idSchema }),
  (draft, { face: id, obstacle: obstacleId }) => {
    const face = draft.faces.find((each) => each.id === id);
    if (face === undefined) return missing('face', id);
    if (!face.obstacles.some((each) => each.id === obstacleId)) return missing('obstacle', obstacleId);
    face.obstacles = face.obstacles.filter((each) => each.id !== obstacleId);
    return null;
  },
);
