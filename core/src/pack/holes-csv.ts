import { type Telling, toldText, valueText } from '../quantity/told.ts';
import { csvText } from '../csv-rows.ts';
import { formatLength, markOf } from '../quantity/format.ts';
import type { DrillHole, DrillSheet } from './holes.ts';

const COLUMNS = [
  'surface',
  'viewed_from',
  'datum',
  'hole',
  'purpose',
  'x_mm',
  'y_mm',
  'x_mark',
  'y_mark',
  'x_rounding_mm',
  'y_rounding_mm',
  'diameter_mm',
  'tool',
  'play_mm',
  'above_floor_mm',
  'from_left_edge_mm',
  'job',
  'revision',
] as const;

/** Which job, and which of its revisions, a table was taken from; null where it is not saved yet. */
export type TakenFrom = { readonly job: string; readonly revision: number | null };

/**
 * The hole schedule as CSV (RFC 4180: CRLF, quotes doubled), a row for each hole to make: one through a face stands where it is
 * measured, one in a wireway as it is seen from above. Millimetres are exact to 0.001, marks are the reader’s.
 */
export function holesCsv(
  sheets: readonly DrillSheet[],
  telling: Telling,
  { job, revision }: TakenFrom,
): string {
  const { reader } = telling;
  const made = new Set<string>();
  const isFirst = ({ id, isOtherSide }: DrillHole) => {
    const key = id.split('@')[0] ?? id;
    if (isOtherSide || made.has(key)) return false;
    made.add(key);
    return true;
  };
  const rows = sheets.flatMap((sheet) =>
    sheet.holes.filter(isFirst).map((hole) => {
      const x = markOf(hole.xMm, reader);
      const y = markOf(hole.yMm, reader);
      return [
        valueText(sheet.surface, telling),
        sheet.viewedFrom,
        toldText(sheet.datum, telling),
        hole.id,
        toldText(hole.purpose, telling),
        fixed(hole.xMm, 3),
        fixed(hole.yMm, 3),
        formatLength(hole.xMm, reader),
        formatLength(hole.yMm, reader),
        fixed(x.errorMm, 2),
        fixed(y.errorMm, 2),
        fixed(hole.diameterMm, 3),
        hole.tool,
        fixed(hole.playMm, 2),
        hole.taped.aboveFloorMm === null ? '' : fixed(hole.taped.aboveFloorMm, 3),
        hole.taped.fromLeftMm === null ? '' : fixed(hole.taped.fromLeftMm, 3),
        job,
        revision === null ? '' : String(revision),
      ];
    }),
  );
  return `${csvText(COLUMNS, rows)}\r\n`;
}

/** With so many digits, and no minus before nothing. */
function fixed(value: number, digits: number): string {
  return (Number(value.toFixed(digits)) + 0).toFixed(digits);
}
