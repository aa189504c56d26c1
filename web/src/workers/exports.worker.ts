import { expose } from 'comlink';
import type { CircuitLine, DrillSheet } from '@zarnel/core/figures';
import { circuitsCsv, drumsCsv, holesCsv, labelsCsv, writeGearCsv, writeGearFile } from '@zarnel/core/files';
import type { GearType, Plan } from '@zarnel/core/plan';
import { tellingOf, type Reader } from '@zarnel/core/words';

/** Writes what is taken along from the tables themselves: what happens to be on the screen is not asked. */
const exports = {
  holesCsv: (sheets: readonly DrillSheet[], reader: Reader, plan: Plan): string =>
    holesCsv(sheets, tellingOf(reader, plan)),
  circuitsCsv: (lines: readonly CircuitLine[], reader: Reader, plan: Plan): string =>
    circuitsCsv(plan, lines, tellingOf(reader, plan)),
  drumsCsv: (lines: readonly CircuitLine[], reader: Reader, plan: Plan): string =>
    drumsCsv(plan, lines, tellingOf(reader, plan)),
  labelsCsv: (lines: readonly CircuitLine[], plan: Plan): string => labelsCsv(plan, lines),
  gearFile: (gear: readonly GearType[]): string => writeGearFile(gear),
  gearCsv: (gear: readonly GearType[]): string => writeGearCsv(gear),
};
export type Exports = typeof exports;

expose(exports);
