import { z } from '../../zod.ts';
import { circuitSchema } from '../circuit.ts';
import { idSchema } from '../values.ts';
import { defineEdit, missing } from './edit.ts';

/** Adds conductors to a wireway, or changes those of the same id. */
export const setCircuit = defineEdit(
  z.strictObject({ kind: z.literal('set-circuit'), circuit: circuitSchema }),
  (draft, { circuit }) => {
    const at = draft.circuits.findIndex(({ id }) => id === circuit.id);
    if (at < 0) draft.circuits.push(circuit);
    else draft.circuits[at] = circuit;
    return null;
  },
);

export const removeCircuit = defineEdit(
  z.strictObject({ kind: z.literal('remove-circuit'), circuit: idSchema }),
  (draft, { circuit: id }) => {
    if (!draft.circuits.some((circuit) => circuit.id === id)) return missing('set of conductors', id);
    draft.circuits = draft.circuits.filter((circuit) => circuit.id !== id);
    return null;
  },
);
