import { type Telling, toldText, valueText } from '../quantity/told.ts';
import { csvText } from '../csv-rows.ts';
import { formatLength, markOf } from '../quantity/format.ts';
import type { DrillSheet } from './holes.ts';

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
] as const;

/** The hole schedule as CSV (RFC 4180: CRLF, quotes doubled). Millimetres are exact to 0.001, marks are the reader’s. */
export function holesCsv(sheets: readonly DrillSheet[], telling: Telling): string {
  const { reader } = telling;
  const rows = sheets.flatMap((sheet) =>
    sheet.holes.map((hole) => {
      const x = markOf(hole.xMm, reader);
      const y = markOf(hole.yMm, reader);
      return [
        valueText(sheet.surface, telling),
        sheet.viewedFrom,
        toldText(sheet.datum, telling),
        hole.id,
        toldText(hole.purpose, telling),
        hole.xMm.toFixed(3),
        hole.yMm.toFixed(3),
        formatLength(hole.xMm, reader),
        formatLength(hole.yMm, reader),
        x.errorMm.toFixed(2),
        y.errorMm.toFixed(2),
        hole.diameterMm.toFixed(3),
        hole.tool,
        hole.playMm.toFixed(2),
        hole.taped.aboveFloorMm?.toFixed(3) ?? '',
        hole.taped.fromLeftMm?.toFixed(3) ?? '',
      ];
    }),
  );
  return `${csvText(COLUMNS, rows)}\r\n`;
}
