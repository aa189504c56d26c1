import { readCsvRows } from '../csv-rows.ts';
import { parseLength, type LengthUnit } from '../quantity/parse-length.ts';
import type { PointMm } from '../plan/values.ts';

/** A cell that could not be taken, counted from 1 as a spreadsheet shows it. */
export type CellFault = { readonly row: number; readonly column: string; readonly message: string };

const MOST_ROWS = 10_000;

/**
 * Reads corners from CSV: two columns, x and y, as lengths people write; a header row is optional. A bare number
 * takes `bareUnit`. Rows that cannot be read are named with their column, and the others are still given.
 */
export function readCsvOutline(
  text: string,
  bareUnit: LengthUnit,
): { readonly points: readonly PointMm[]; readonly faults: readonly CellFault[] } {
  const { rows, faults: shapeFaults } = readCsvRows(text);
  const points: PointMm[] = [];
  const faults: CellFault[] = shapeFaults.map((fault) => ({ ...fault, column: 'x' }));
  rows.slice(0, MOST_ROWS).forEach(({ row, cells }, index) => {
    const isHeader = index === 0 && cells.every((cell) => !/\d/u.test(cell));
    if (isHeader || shapeFaults.some((fault) => fault.row === row)) return;
    const read = (['x', 'y'] as const).map((column, at) => {
      const cell = cells[at] ?? '';
      if (cell === '') {
        faults.push({ row, column, message: 'The cell is empty.' });
        return null;
      }
      const parsed = parseLength(cell, bareUnit);
      if (parsed.ok) return parsed.value.mm;
      faults.push({ row, column, message: parsed.fault.message });
      return null;
    });
    const [x, y] = read;
    if (typeof x === 'number' && typeof y === 'number') points.push([x, y]);
  });
  const beyond = rows[MOST_ROWS];
  if (beyond !== undefined) {
    faults.push({ row: beyond.row, column: 'x', message: `Rows beyond ${MOST_ROWS} were left out.` });
  }
  return { points, faults };
}
