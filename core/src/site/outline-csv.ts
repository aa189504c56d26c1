import { readCsvRows, type CsvRow } from '../csv-rows.ts';
import { parseLength, type LengthUnit } from '../quantity/parse-length.ts';
import type { PointMm } from '../plan/values.ts';

/** A cell that could not be taken, counted from 1 as a spreadsheet shows it. */
export type CellFault = { readonly row: number; readonly column: string; readonly message: string };

const MOST_ROWS = 10_000;
const MOST_CHARS = 1_000_000;

/**
 * Reads corners from CSV: two columns, x and y, as lengths people write; a header row is optional. A bare number
 * takes `bareUnit`. Rows that cannot be read are named with their column, and then no corner is given: an outline that
 * lacks one is another shape. A decimal
 * comma is read where semicolons or tabs part the columns; where commas do, rows of more than two cells could be cut in
 * two ways, and then no row is taken.
 */
export function readCsvOutline(
  text: string,
  bareUnit: LengthUnit,
): { readonly points: readonly PointMm[]; readonly faults: readonly CellFault[] } {
  if (text.length > MOST_CHARS) {
    const message = `The file has more than ${MOST_CHARS / 1e6} million characters, the most a list of corners may have.`;
    return { points: [], faults: [{ row: 1, column: 'x', message }] };
  }
  const { rows, separator, faults: shapeFaults, isCut } = readCsvRows(text, separatorOf(text));
  const broken = new Set(shapeFaults.map(({ row }) => row));
  const points: PointMm[] = [];
  const faults: CellFault[] = shapeFaults.map((fault) => ({ ...fault, column: 'x' }));
  const [first] = rows;
  const hasHeader = first?.cells.every((cell) => !/\d/u.test(cell)) ?? false;
  const columns = hasHeader ? Math.max(2, first?.cells.length ?? 2) : 2;
  const crowded = rows.filter(({ cells }) => filledOf(cells) > columns);
  if (separator === ',' && crowded.length > 0) {
    return { points, faults: [...faults, ...crowded.slice(0, MOST_NAMED).map(tooManyCells)] };
  }
  rows.slice(0, MOST_ROWS).forEach(({ row, cells }, index) => {
    if ((index === 0 && hasHeader) || broken.has(row)) return;
    const read = (['x', 'y'] as const).map((column, at) => {
      const cell = cells[at] ?? '';
      if (cell === '') {
        faults.push({ row, column, message: 'The cell is empty.' });
        return null;
      }
      const text = separator === ',' ? cell : withPoint(cell);
      if (text === null) {
        const message = `“${cell}” may be ${cell.replace(',', '.')} or ${cell.replaceAll(',', '')}: write it without the comma.`;
        faults.push({ row, column, message });
        return null;
      }
      const parsed = parseLength(text, bareUnit);
      if (parsed.ok) return parsed.value.mm;
      faults.push({ row, column, message: parsed.fault.message });
      return null;
    });
    const [x, y] = read;
    if (typeof x === 'number' && typeof y === 'number') points.push([x, y]);
  });
  const beyond = rows[MOST_ROWS] ?? (isCut ? rows.at(-1) : undefined);
  if (beyond !== undefined) {
    faults.push({ row: beyond.row, column: 'x', message: `Rows beyond ${MOST_ROWS} were left out.` });
  }
  return { points: faults.length > 0 ? [] : points, faults };
}

/** More rows than this are named for one reason. */
const MOST_NAMED = 20;

/** Where every row has a semicolon or a tab, that parts the columns, and commas are decimal signs. */
function separatorOf(text: string): string | undefined {
  const lines = text.split(/\r\n|\n|\r/u).filter((line) => line.trim() !== '');
  return [';', '\t'].find((sign) => lines.length > 0 && lines.every((line) => line.includes(sign)));
}

/** Cells of a row up to the last that is not empty. */
function filledOf(cells: readonly string[]): number {
  return cells.findLastIndex((cell) => cell !== '') + 1;
}

function tooManyCells({ row, cells }: CsvRow): CellFault {
  const message = `There are ${filledOf(cells)} cells where x and y are two. If these are decimal commas, part the columns with semicolons, or write decimals with a point.`;
  return { row, column: 'x', message };
}

/** A cell with its decimal comma as a point; null where the comma may as well part thousands. */
function withPoint(cell: string): string | null {
  if (!cell.includes(',')) return cell;
  if (/^[-−+]?\d{1,3}(?:,\d{3})+(?!\d)/u.test(cell)) return null;
  return cell.replace(/(\d),(\d)/gu, '$1.$2');
}
