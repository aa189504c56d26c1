import Papa from 'papaparse';

/** What a spreadsheet would take for a formula: all that begins as one does and is no plain number. */
const FORMULA = /^'*(?:[=+@\t\r]|-(?!\d+(?:\.\d+)?$))/u;

/**
 * A table as CSV text (RFC 4180: CRLF, quotes doubled), the one way out for all tables. What a spreadsheet would take for a
 * formula is kept text by a leading apostrophe, which `readCsvRows` takes away again.
 */
export function csvText(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const data = rows.map((row) => [...row]);
  return Papa.unparse({ fields: [...columns], data }, { escapeFormulae: FORMULA });
}

function plainText(cell: string): string {
  const text = cell.trim();
  return text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text;
}

/** A row of a CSV file with its number as a spreadsheet shows it, empty rows counted. Cells are trimmed, and are as they were before `csvText`. */
export type CsvRow = { readonly row: number; readonly cells: readonly string[] };

export type CsvRowFault = { readonly row: number; readonly message: string };

/**
 * The rows of CSV text (RFC 4180) that have anything in them, and those that cannot be told into cells. The separator is
 * found where it is not given.
 */
export function readCsvRows(
  text: string,
  separator?: string,
): {
  readonly separator: string;
  readonly rows: readonly CsvRow[];
  readonly faults: readonly CsvRowFault[];
} {
  const plain = text.replace(/^\uFEFF/u, '');
  // Empty rows are left out to find the separator, and kept to count by.
  const delimiter =
    separator ?? Papa.parse<string[]>(plain, { preview: 10, skipEmptyLines: 'greedy' }).meta.delimiter;
  const { data, errors } = Papa.parse<string[]>(plain, { delimiter });
  const rows = data
    .map((cells, index) => ({ row: index + 1, cells: cells.map(plainText) }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  const broken = new Set(errors.flatMap(({ type, row }) => (type === 'Quotes' ? [(row ?? 0) + 1] : [])));
  const message =
    'A quote in this row is not closed or stands within a cell, and may have taken in rows behind it.';
  return { separator: delimiter, rows, faults: [...broken].map((row) => ({ row, message })) };
}
