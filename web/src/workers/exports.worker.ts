import { expose } from 'comlink';
import type { DrillSheet } from '@zarnel/core/figures';
import { holesCsv, writeGearCsv, writeGearFile } from '@zarnel/core/files';
import type { GearType, Plan } from '@zarnel/core/plan';
import { tellingOf, type Reader } from '@zarnel/core/words';

/** Writes what is taken along from the tables themselves: what happens to be on the screen is not asked. */
const exports = {
  holesCsv: (sheets: readonly DrillSheet[], reader: Reader, plan: Plan): string =>
    holesCsv(sheets, tellingOf(reader, plan)),
  gearFile: (gear: readonly GearType[]): string => writeGearFile(gear),
  gearCsv: (gear: readonly GearType[]): string => writeGearCsv(gear),
};
export type Exports = typeof exports;

expose(exports);
