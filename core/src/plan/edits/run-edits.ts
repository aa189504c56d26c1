import { GLAND_SIZES } from '../../reference/glands.ts';
import { z } from '../../zod.ts';
import { passSchema, runSchema } from '../run.ts';
import { idSchema, lengthMmSchema, positionMmSchema } from '../values.ts';
import { defineEdit, missing } from './edit.ts';

export const addPass = defineEdit(
  z.strictObject({ kind: z.literal('add-pass'), pass: passSchema }),
  (draft, { pass }) => {
    draft.passes.push(pass);
    return null;
  },
);

export const movePass = defineEdit(
  z.strictObject({
    kind: z.literal('move-pass'),
    pass: idSchema,
    xMm: positionMmSchema,
    yMm: positionMmSchema,
  }),
  (draft, { pass: id, xMm, yMm }) => {
    const pass = draft.passes.find((candidate) => candidate.id === id);
    if (pass === undefined) return missing('pass', id);
    pass.xMm = xMm;
    pass.yMm = yMm;
    return null;
  },
);

export const setPassGland = defineEdit(
  z.strictObject({ kind: z.literal('set-pass-gland'), pass: idSchema, gland: z.enum(GLAND_SIZES) }),
  (draft, { pass: id, gland }) => {
    const pass = draft.passes.find((candidate) => candidate.id === id);
    if (pass === undefined) return missing('pass', id);
    pass.gland = gland;
    return null;
  },
);

export const removePass = defineEdit(
  z.strictObject({ kind: z.literal('remove-pass'), pass: idSchema }),
  (draft, { pass: id }) => {
    if (!draft.passes.some((pass) => pass.id === id)) return missing('pass', id);
    draft.passes = draft.passes.filter((pass) => pass.id !== id);
    return null;
  },
);

export const addRun = defineEdit(
  z.strictObject({ kind: z.literal('add-run'), run: runSchema }),
  (draft, { run }) => {
    draft.runs.push(run);
    return null;
  },
);

export const setRunSlack = defineEdit(
  z.strictObject({ kind: z.literal('set-run-slack'), run: idSchema, slackEachEndMm: lengthMmSchema }),
  (draft, { run: id, slackEachEndMm }) => {
    const run = draft.runs.find((candidate) => candidate.id === id);
    if (run === undefined) return missing('run', id);
    run.slackEachEndMm = slackEachEndMm;
    return null;
  },
);

export const removeRun = defineEdit(
  z.strictObject({ kind: z.literal('remove-run'), run: idSchema }),
  (draft, { run: id }) => {
    if (!draft.runs.some((run) => run.id === id)) return missing('run', id);
    draft.runs = draft.runs.filter((run) => run.id !== id);
    return null;
  },
);
