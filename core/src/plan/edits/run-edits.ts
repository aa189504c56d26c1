import { GLAND_SIZES } from '../../reference/glands.ts';
import { z } from '../../zod.ts';
import { passSchema, runSchema } from '../run.ts';
import { idSchema, lengthMmSchema, positionMmSchema } from '../values.ts';
import { defineEdit, missing, putInto, removeFrom } from './edit.ts';

export const addPass = putInto('add-pass', 'pass', 'passes', passSchema);

export const movePass = defineEdit(
  z.strictObject({
    kind: z.literal('move-pass'),
    pass: idSchema,
    xMm: positionMmSchema,
    yMm: positionMmSchema,
  }),
  (draft, { pass: id, xMm, yMm }) => {
    const pass = draft.passes.find((candidate) => candidate.id === id);
    if (pass === undefined) return missing('hole', id);
    pass.xMm = xMm;
    pass.yMm = yMm;
    return null;
  },
);

export const setPassGland = defineEdit(
  z.strictObject({ kind: z.literal('set-pass-gland'), pass: idSchema, gland: z.enum(GLAND_SIZES) }),
  (draft, { pass: id, gland }) => {
    const pass = draft.passes.find((candidate) => candidate.id === id);
    if (pass === undefined) return missing('hole', id);
    pass.gland = gland;
    return null;
  },
);

export const setPassGlandCount = defineEdit(
  z.strictObject({
    kind: z.literal('set-pass-gland-count'),
    pass: idSchema,
    glandCount: passSchema.shape.glandCount,
  }),
  (draft, { pass: id, glandCount }) => {
    const pass = draft.passes.find((candidate) => candidate.id === id);
    if (pass === undefined) return missing('hole', id);
    pass.glandCount = glandCount;
    return null;
  },
);

export const removePass = removeFrom('remove-pass', 'pass', 'passes');

export const addRun = putInto('add-run', 'run', 'runs', runSchema);

/** Changes a run: what it carries, how it is laid. */
export const setRun = putInto('set-run', 'run', 'runs', runSchema, 'replace');

export const setRunSlack = defineEdit(
  z.strictObject({ kind: z.literal('set-run-slack'), run: idSchema, slackEachEndMm: lengthMmSchema }),
  (draft, { run: id, slackEachEndMm }) => {
    const run = draft.runs.find((candidate) => candidate.id === id);
    if (run === undefined) return missing('run', id);
    run.slackEachEndMm = slackEachEndMm;
    return null;
  },
);

export const removeRun = removeFrom('remove-run', 'run', 'runs');
