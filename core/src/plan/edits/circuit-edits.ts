import { circuitSchema } from '../circuit.ts';
import { putInto, removeFrom } from './edit.ts';

/** Adds a circuit, or changes the one of the same id. */
export const setCircuit = putInto('set-circuit', 'circuit', 'circuits', circuitSchema, 'replace');

export const removeCircuit = removeFrom('remove-circuit', 'circuit', 'circuits');
