import { wireLabels, type CircuitLine, type DrillSheet, type OneLineDrawing } from '@zarnel/core/figures';
import {
  circuitTables,
  circuitsCsv,
  drumsCsv,
  endsCsv,
  holesCsv,
  labelsCsv,
  oneLineSvg,
  writeGearCsv,
  writeGearFile,
} from '@zarnel/core/files';
import type { GearType, Plan } from '@zarnel/core/plan';
import { tellingOf, type Reader } from '@zarnel/core/words';
import { paperFonts } from './paper-fonts.ts';

/** Writes what is taken along from the tables themselves: what happens to be on the screen is not asked. */
export const fileExports = {
  holesCsv: (sheets: readonly DrillSheet[], reader: Reader, plan: Plan, revision: number | null): string =>
    holesCsv(sheets, tellingOf(reader, plan), { job: plan.name, revision }),
  circuitsCsv: (lines: readonly CircuitLine[], reader: Reader, plan: Plan): string =>
    circuitsCsv(plan, lines, tellingOf(reader, plan)),
  drumsCsv: (lines: readonly CircuitLine[], reader: Reader, plan: Plan): string =>
    drumsCsv(plan, lines, tellingOf(reader, plan)),
  endsCsv: (lines: readonly CircuitLine[], reader: Reader, plan: Plan): string =>
    endsCsv(plan, lines, tellingOf(reader, plan)),
  labelsCsv: (lines: readonly CircuitLine[], plan: Plan): string => labelsCsv(plan, lines),
  oneLineSvg: (drawing: OneLineDrawing, title: string, advice: string): string =>
    oneLineSvg(drawing, title, advice),
  tablesXlsx: async (lines: readonly CircuitLine[], reader: Reader, plan: Plan): Promise<Uint8Array> =>
    (await import('./schedule-xlsx.ts')).tablesXlsx(circuitTables(plan, lines, tellingOf(reader, plan))),
  labelsPdf: async (lines: readonly CircuitLine[], plan: Plan): Promise<Uint8Array> => {
    const paper = plan.codeBasis === 'us' ? 'letter' : 'a4';
    const fonts = await paperFonts();
    const labels = wireLabels(plan, lines);
    return (await import('./labels-pdf.ts')).labelsPdf(labels, paper, `${plan.name}: labels`, fonts);
  },
  /** The library of the format is fetched when somebody asks for it. */
  oneLinePdf: async (drawing: OneLineDrawing, title: string, advice: string): Promise<Uint8Array> =>
    (await import('./one-line-pdf.ts')).oneLinePdf(drawing, title, advice, await paperFonts()),
  gearFile: (gear: readonly GearType[]): string => writeGearFile(gear),
  gearCsv: (gear: readonly GearType[]): string => writeGearCsv(gear),
};
export type Exports = typeof fileExports;
