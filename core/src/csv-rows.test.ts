import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import Papa from 'papaparse';
import { csvText, readCsvRows } from './csv-rows.ts';

/** Texts as an attacker writes them, and as people do. */
const text = fc
  .oneof(
    fc.string(),
    fc
      .tuple(
        fc.constantFrom(
          '=',
          '+',
          '-',
          '@',
          "'",
          "'=",
          "''@",
          '\t',
          '-0.27',
          '-5',
          '',
          '"',
          '\n',
          '＝',
          '＋',
          '＠',
        ),
        fc.string({ maxLength: 6 }),
        fc.constantFrom('', ';=', ';-5', "; '=", '\n=', '\t＝', ';"+', 'x;=1+1', '\r\n@', ';;=', ';-1;=2'),
      )
      .map(([start, rest, end]) => start + rest + end),
  )
  .map((each) => each.trim());

describe('csvText', () => {
  test('writes nothing that a spreadsheet takes for a formula, and comes back as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(text, text), { minLength: 1 }), (rows) => {
        const csv = csvText(['a', 'b'], rows);
        // OWASP’s list for CSV injection: = + - @, tab, carriage return, line feed, and their full-width forms; a plain
        // negative number is none. A spreadsheet may part at other signs, and know no quotes.
        const own = Papa.parse<string[]>(csv, { delimiter: ',' }).data.flat();
        const others = csv.split(/[;\t\r\n]/u).map((cell) => cell.replace(/^ *"?/u, ''));
        const taken = [...own, ...others].filter(
          (cell) => /^[=+@\t\r\n＝＋－＠]/u.test(cell) || /^-(?!\d+(?:\.\d+)?(?:[",;|\s]|$))/u.test(cell),
        );
        expect(taken).toEqual([]);
        const back = readCsvRows(csv, ',').rows.map(({ cells }) => cells);
        expect(back.slice(1)).toEqual(rows.filter((row) => row.some((cell) => cell !== '')));
      }),
      { seed: 913, numRuns: 500 },
    );
  });

  test('leaves numbers numbers', () => {
    expect(csvText(['x'], [['-0.27'], ['12']])).toBe('x\r\n-0.27\r\n12');
  });
});
