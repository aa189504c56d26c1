import { toldText, valueText, type Telling } from '../quantity/told.ts';
import type { DrillSheet } from './holes.ts';

/** A drill sheet with its words. */
export type SheetInWords = ReturnType<typeof sheetInWords>;

/** A drill sheet as one reader is told it; its figures stay as they are. */
export function sheetInWords(sheet: DrillSheet, telling: Telling) {
  return {
    ...sheet,
    surface: valueText(sheet.surface, telling),
    datum: toldText(sheet.datum, telling),
    marks: sheet.marks.map((mark) => ({
      ...mark,
      name: mark.name === null ? null : valueText(mark.name, telling),
    })),
    list: sheet.list.map((line) => ({ ...line, what: toldText(line.what, telling) })),
    holes: sheet.holes.map((hole) => ({ ...hole, purpose: toldText(hole.purpose, telling) })),
  };
}
