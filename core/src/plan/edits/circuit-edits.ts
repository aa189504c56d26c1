import { circuitSchema } from '../circuit.ts';
import { putInto, removeFrom } from './edit.ts';

/** Adds conductors to a wireway, or changes those of the same id. */
export const setCircuit = putInto('set-circuit', 'circuit', 'circuits', circuitSchema, 'replace');

export const removeCircuit = removeFrom('remove-circuit', 'circuit', 'circuits');
