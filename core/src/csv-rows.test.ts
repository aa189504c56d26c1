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
        fc.constantFrom('=', '+', '-', '@', "'", "'=", "''@", '\t', '-0.27', '-5', '', '"'),
        fc.string({ maxLength: 6 }),
      )
      .map(([start, rest]) => start + rest),
  )
  .map((each) => each.trim());

describe('csvText', () => {
  test('writes nothing that a spreadsheet takes for a formula, and comes back as it was', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(text, text), { minLength: 1 }), (rows) => {
        const csv = csvText(['a', 'b'], rows);
        // OWASP’s list for CSV injection: = + - @, tab, carriage return; a plain negative number is none.
        const taken = Papa.parse<string[]>(csv, { delimiter: ',' })
          .data.flat()
          .filter((cell) => /^[=+@\t\r]/u.test(cell) || (cell.startsWith('-') && Number.isNaN(Number(cell))));
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
