import Papa from 'papaparse';

/** How a formula begins, in full-width letters too (U+FF1D, FF0B, FF0D, FF20); a plain negative number is none. */
const BEGINS = String.raw`(?:[=+@\uFF1D\uFF0B\uFF0D\uFF20]|-(?!\d+(?:\.\d+)?(?:[;|,\s]|$)))`;
/** What a spreadsheet would take for a formula. */
const FORMULA = new RegExp(`^'*(?:[\\t\\r\\n]|${BEGINS})`, 'u');
/** The same behind a sign at which a spreadsheet of another country, or one that knows no quotes, begins a new cell. */
const FORMULA_WITHIN = new RegExp(`([;\\t\\r\\n] *)(?=['"]*${BEGINS})`, 'gu');
const KEPT_WITHIN = new RegExp(`([;\\t\\r\\n] *)'(?=['"]*${BEGINS})`, 'gu');

/**
 * A table as CSV text (RFC 4180: CRLF, quotes doubled), the one way out for all tables. What a spreadsheet would take for a
 * formula is kept text by an apostrophe before it, which `readCsvRows` takes away again.
 */
export function csvText(columns: readonly string[], rows: readonly (readonly string[])[]): string {
  const data = rows.map((row) => row.map(keptText));
  return Papa.unparse({ fields: columns.map(keptText), data });
}

function keptText(cell: string): string {
  const within = cell.replaceAll(FORMULA_WITHIN, "$1'");
  return FORMULA.test(within) ? `'${within}` : within;
}

function plainText(cell: string): string {
  const text = cell.trim();
  const bare = text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text;
  return bare.replaceAll(KEPT_WITHIN, '$1');
}

/** A row of a CSV file with its number as a spreadsheet shows it, empty rows counted. Cells are trimmed, and are as they were before `csvText`. */
export type CsvRow = { readonly row: number; readonly cells: readonly string[] };

export type CsvRowFault = { readonly row: number; readonly message: string };

/** Longest CSV text that is read, in UTF-16 units: ten thousand rows of every column there is. */
export const MOST_CSV_CHARS = 6_000_000;
/** Most lines, empty ones counted, that are read. */
const MOST_LINES = 50_000;
/** As far as the separator is looked for. */
const LOOK_CHARS = 20_000;
/** More rows than this are not named for the way they are cut into cells. */
const MOST_BROKEN = 100;

/**
 * The rows of CSV text (RFC 4180) that have anything in them, and those that cannot be told into cells. The separator is
 * found where it is not given. Of more lines than are read the rest is left out, and `isCut` says so.
 */
export function readCsvRows(
  text: string,
  separator?: string,
): {
  readonly separator: string;
  readonly rows: readonly CsvRow[];
  readonly faults: readonly CsvRowFault[];
  readonly isCut: boolean;
} {
  const plain = text.replace(/^\uFEFF/u, '');
  // Empty rows are left out to find the separator, and kept to count by.
  const delimiter =
    separator ??
    Papa.parse<string[]>(plain.slice(0, LOOK_CHARS), { preview: 10, skipEmptyLines: 'greedy' }).meta
      .delimiter;
  const rows: CsvRow[] = [];
  const broken = new Set<number>();
  let row = 0;
  let isCut = false;
  Papa.parse<string[]>(plain, {
    delimiter,
    step: ({ data, errors }, parser) => {
      row++;
      if (row > MOST_LINES) {
        isCut = true;
        parser.abort();
        return;
      }
      if (broken.size < MOST_BROKEN && errors.some(({ type }) => type === 'Quotes')) broken.add(row);
      const cells = data.map(plainText);
      if (cells.some((cell) => cell !== '')) rows.push({ row, cells });
    },
  });
  const message =
    'A quote in this row is not closed or stands within a cell, and may have taken in rows behind it.';
  return { separator: delimiter, rows, faults: [...broken].map((each) => ({ row: each, message })), isCut };
}
