import { METRIC_READER } from './quantity/format.ts';
import { describe, expect, test } from '@jest/globals';
import { MOST_CSV_CHARS } from './csv-rows.ts';
import { readGearCsv } from './gear/gear-csv-read.ts';
import { readGearFile } from './gear/gear-file.ts';
import { isNestedTooDeep, measureJson, parseJson } from './json-text.ts';
import { MAX_FILE_CHARS, openPlanText } from './plan/open-plan.ts';
import { parseLength } from './quantity/parse-length.ts';
import { parseTemperature } from './quantity/parse-temperature.ts';
import { readCsvOutline } from './site/outline-csv.ts';
import { readDxfOutlines } from './site/outline-dxf.ts';
import { parsePitch } from './site/pitch.ts';
import { readInstrumentLine } from './survey/instrument-line.ts';
import { cases } from './test/cases.ts';

/** Whatever is read from outside, with a length to try it at: a part of the most it takes, or of what a field could hold. */
const READERS: Readonly<Record<string, readonly [read: (text: string) => unknown, characters: number]>> = {
  'a plan': [openPlanText, MAX_FILE_CHARS / cases(40, 80)],
  'a gear file': [readGearFile, cases(500_000, 300_000)],
  'a table of gear': [readGearCsv, MOST_CSV_CHARS / cases(30, 125)],
  'a table of corners': [(text) => readCsvOutline(text, 'mm'), cases(200_000, 40_000)],
  'a drawing': [readDxfOutlines, cases(250_000, 125_000)],
  'a length': [(text) => parseLength(text, 'in'), 50_000],
  'a temperature': [(text) => parseTemperature(text, METRIC_READER), 50_000],
  'a pitch': [parsePitch, 50_000],
  'a line of an instrument': [readInstrumentLine, 50_000],
};

/** What is repeated, or nested, behind each beginning. */
const PIECES = [
  '\n',
  ' ',
  '\r\n',
  ',',
  ';',
  '"',
  '""',
  '"a,',
  '[',
  '{"a":',
  '1',
  '1,',
  '1/2 ',
  "8'-",
  '-',
  '(',
  '½',
  '.',
];
const DRAWN = ['0\nLWPOLYLINE\n', '0\nSECTION\n', '10\n1.0\n20\n2.0\n', '999\n', '\t'];
const BEGINNINGS = ['', '"', 'name,kind,width,height,depth,mass_kg\n', '0\nSECTION\n2\nENTITIES\n'];

function timeMs(read: (text: string) => unknown, text: string): number {
  const startMs = performance.now();
  read(text);
  return performance.now() - startMs;
}

describe('what is read from outside', () => {
  test.each(Object.keys(READERS))(
    '%s takes no longer than in proportion to its length, whatever it repeats',
    (name) => {
      const [read, characters] = READERS[name] ?? [() => null, 0];
      const slow: string[] = [];
      for (const piece of [...PIECES, ...DRAWN]) {
        for (const beginning of BEGINNINGS) {
          const textOf = (length: number) => beginning + piece.repeat(Math.ceil(length / piece.length));
          const figures = () => {
            const long = timeMs(read, textOf(characters));
            // Four times as long: in proportion that is 4, by its square 16. What is over at once is not measured.
            if (long <= 250) return null;
            const short = timeMs(read, textOf(characters / 4));
            return long > 10 * short + 250 ? `${short} and ${long} ms` : null;
          };
          // What the machine held up is not so thrice; what grows by the square is each time.
          const told = figures() && figures() && figures();
          if (told !== null) slow.push(`${JSON.stringify([beginning, piece])}: ${told}`);
        }
      }
      expect(slow).toEqual([]);
    },
  );

  test('JSON is refused before it is built where it is nested deeper than anything of ours', () => {
    expect(() => parseJson('['.repeat(1e6))).toThrow(/nested more than/u);
    expect(() => parseJson(`{"a":`.repeat(61))).toThrow(/nested more than/u);
    expect(isNestedTooDeep('[}'.repeat(1e6))).toBe(false);
    const text = '[{"a":"]]]{{{\\"[[["},[],[[1]]]';
    expect(parseJson(text)).toEqual(JSON.parse(text));
    expect(parseJson(`${'['.repeat(60)}${']'.repeat(60)}`)).toEqual(
      JSON.parse(`${'['.repeat(60)}${']'.repeat(60)}`),
    );
    // A text full of brackets is no nesting, and siblings are none.
    expect(parseJson(JSON.stringify(['['.repeat(100), ...Array<unknown>(100).fill([])]))).toHaveLength(101);
  });

  test('how much JSON text holds is told before it is built', () => {
    for (const [text, values] of [
      ['7', 0],
      ['[1,2,3]', 3],
      ['{"a":1,"b":[]}', 3],
      ['"a,b,[{"', 0],
      [`[${'{"a":1},'.repeat(999)}1]`, 1999],
    ] as const)
      expect([text.slice(0, 20), measureJson(text)]).toEqual([text.slice(0, 20), values]);
    expect(measureJson('['.repeat(61))).toBeNull();
  });

  test('a table of more lines or characters than are read says so', () => {
    const header = 'name,kind,width,height,depth,mass_kg\n';
    const long = readGearCsv(header + '\n'.repeat(60_000));
    expect(long.ok ? '' : long.fault).toContain('more than');
    const large = readGearCsv(header + 'x'.repeat(MOST_CSV_CHARS));
    expect(large.ok ? '' : large.fault).toContain('million characters');
    const { points, faults } = readCsvOutline('1,2\n'.repeat(300_000), 'mm');
    expect(points).toEqual([]);
    expect(faults[0]?.message).toContain('million characters');
    expect(readCsvOutline('1,2\n'.repeat(60_000), 'mm').faults.at(-1)?.message).toContain('were left out');
  });
});
