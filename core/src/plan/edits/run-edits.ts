import { z } from '../../zod.ts';
import { penetrationSchema } from '../penetration.ts';
import { plateHoleSchema } from '../plate-hole.ts';
import { runSchema } from '../run.ts';
import { idSchema, lengthMmSchema, positionMmSchema } from '../values.ts';
import { defineEdit, missing, putInto, removeFrom } from './edit.ts';

export const addPenetration = putInto('add-penetration', 'penetration', 'penetrations', penetrationSchema);

export const movePenetration = defineEdit(
  z.strictObject({
    kind: z.literal('move-penetration'),
    penetration: idSchema,
    xMm: positionMmSchema,
    yMm: positionMmSchema,
  }),
  (draft, { penetration: id, xMm, yMm }) => {
    const penetration = draft.penetrations.find((candidate) => candidate.id === id);
    if (penetration === undefined) return missing('penetration', id);
    penetration.xMm = xMm;
    penetration.yMm = yMm;
    return null;
  },
);

/** Changes a penetration: its entry, its seal, what is done of it. */
export const setPenetration = putInto(
  'set-penetration',
  'penetration',
  'penetrations',
  penetrationSchema,
  'replace',
);

export const removePenetration = removeFrom('remove-penetration', 'penetration', 'penetrations');

/** Adds a hole through a plate, or changes it. */
export const setPlateHole = putInto('set-plate-hole', 'hole', 'plateHoles', plateHoleSchema, 'replace');

export const removePlateHole = removeFrom('remove-plate-hole', 'hole', 'plateHoles');

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
