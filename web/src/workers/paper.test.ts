import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { createCanvas } from '@napi-rs/canvas';
import { PDFDocument } from 'pdf-lib';
import { getDocument, type PDFPageProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Shape } from '@zarnel/core/figures';
import { paperFont } from '../../fonts.ts';
import { SIGNS } from '../ui/signs.ts';
import { labelsPdf } from './labels-pdf.ts';
import { oneLinePdf } from './one-line-pdf.ts';
import { PaperLetters } from './paper-letters.ts';

const filesOf = (weight: number) =>
  Promise.all([paperFont('atkinson-hyperlegible-next', weight), paperFont('dejavu-sans', weight)]);
const FONTS = { plain: await filesOf(400), strong: await filesOf(700) };

/** What another program sees of the first page of a document. */
async function onFirstPage<Seen>(
  bytes: Uint8Array,
  look: (page: PDFPageProxy) => Promise<Seen>,
): Promise<Seen> {
  const read = await getDocument({ data: bytes, verbosity: 0 }).promise;
  const seen = await look(await read.getPage(1));
  await read.destroy();
  return seen;
}

/** All that is written there. */
async function readPdf(bytes: Uint8Array): Promise<string> {
  return (await placedIn(bytes)).map(({ text }) => text).join('');
}

async function written(text: string): Promise<string> {
  const document = await PDFDocument.create();
  const letters = await PaperLetters.in(document, FONTS.plain);
  letters.draw(document.addPage([4000, 800]), text, { x: 20, y: 400, size: 10 });
  return readPdf(await document.save());
}

/** Each text of a first page, where it begins and how wide it is. */
async function placedIn(bytes: Uint8Array) {
  const { items } = await onFirstPage(bytes, (page) => page.getTextContent());
  return items.flatMap((item) =>
    'str' in item ? [{ text: item.str, leftPt: Number(item.transform[4]), widthPt: item.width }] : [],
  );
}

/** How many points of a first page are inked, in each of its square cells, row by row from the top. */
async function inkOf(bytes: Uint8Array, cell: number): Promise<number[]> {
  const { context, columns, rows } = await onFirstPage(bytes, async (page) => {
    const viewport = page.getViewport({ scale: 1 });
    const context = createCanvas(viewport.width, viewport.height).getContext('2d');
    await page.render({ canvasContext: context as never, viewport }).promise;
    return { context, columns: viewport.width / cell, rows: viewport.height / cell };
  });
  return Array.from({ length: columns * rows }, (_, at) => {
    const [x, y] = [(at % columns) * cell, Math.floor(at / columns) * cell];
    const { data } = context.getImageData(x, y, cell, cell);
    return data.filter((value, index) => index % 4 === 0 && value < 255).length;
  });
}

/** Without spaces, which are only gaps on paper, and with one code for signs that look the same (µ has two). */
const unspaced = (text: string) => text.normalize('NFKC').replace(/\s+/gu, '');

/** Letters of Europe’s scripts with and without marks, signs of the trade, fractions. */
const LETTERS = Array.from('aZ09 .,-–—’“”äßéøåčďěłńśżőűğışțĐŽΑΩαθμАЯжукїґ½⅜⅞⁄′″°±²×÷√≤≥→Ω⌀₁₂✓€µ·');

const CELL = 24;
/** The letters of Latin with all its marks, of Greek and of Cyrillic. */
const SCRIPTS = [
  [0xc0, 0x17f],
  [0x391, 0x3a1],
  [0x3a3, 0x3ce],
  [0x400, 0x45f],
].flatMap(([from = 0, to = 0]) =>
  Array.from({ length: to - from + 1 }, (_, at) => String.fromCodePoint(from + at)),
);

describe('PaperLetters', () => {
  test('what is written is what another program reads, in whichever script', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.string({ unit: fc.constantFrom(...LETTERS), minLength: 1, maxLength: 400, size: 'max' }),
        async (text) => {
          expect(unspaced(await written(text))).toBe(unspaced(text));
        },
      ),
      { numRuns: 4, endOnFailure: true },
    );
  });

  test('a letter that no font has is a box: nothing else of the text is lost', async () => {
    expect(await written('shed 🐝 東 2')).toBe('shed □ □ 2');
  });

  test('each letter leaves ink where it stands, whichever letters stand beside it', async () => {
    const document = await PDFDocument.create();
    const [plain, strong] = [
      await PaperLetters.in(document, FONTS.plain),
      await PaperLetters.in(document, FONTS.strong),
    ];
    const letters = [...new Set([...LETTERS, ...Array.from(SIGNS), ...SCRIPTS])].filter(
      (letter) => letter !== ' ',
    );
    const page = document.addPage([letters.length * CELL, 2 * CELL]);
    letters.forEach((letter, at) => {
      plain.draw(page, letter, { x: at * CELL + 6, y: CELL + 8, size: 14 });
      strong.draw(page, letter, { x: at * CELL + 6, y: 8, size: 14 });
    });
    const ink = await inkOf(await document.save(), CELL);
    expect(ink.length).toBe(2 * letters.length);
    expect(letters.filter((_, at) => ink[at] === 0 || ink[at + letters.length] === 0)).toEqual([]);
  });

  test('is as wide as its pieces, and wider with each letter', async () => {
    const letters = await PaperLetters.in(await PDFDocument.create(), FONTS.strong);
    expect(letters.widthOf('', 10)).toBe(0);
    expect(letters.widthOf('Łąka″', 10)).toBeCloseTo(
      letters.widthOf('Ł', 10) + letters.widthOf('ąka', 10) + letters.widthOf('″', 10),
      6,
    );
    expect(letters.widthOf('24″', 20)).toBeCloseTo(2 * letters.widthOf('24″', 10), 9);
  });
});

describe('what is printed', () => {
  test('labels say each name as it was given, as often as it is needed', async () => {
    const labels = [
      { text: 'Dílna 3⅜″ Ω', count: 2 },
      { text: 'Ёж 2', count: 1 },
    ];
    const sheet = await readPdf(await labelsPdf(labels, 'a4', 'Dům: labels', FONTS));
    expect(sheet.split('Dílna').length).toBe(3);
    for (const words of ['3⅜″', 'Ω', 'Ёж 2', 'Dům: labels, sheet 1 of 1'])
      expect(unspaced(sheet)).toContain(unspaced(words));
    expect(sheet).not.toMatch(/[?□]/u);
  });

  test('a name of one long word stays on its label, whole', async () => {
    const name = 'Ж'.repeat(60) + 'w'.repeat(60);
    const labels = [{ text: name, count: 2 }];
    const bytes = await labelsPdf(labels, 'letter', 'Long', FONTS);
    const pieces = (await placedIn(bytes)).filter(({ text }) => /^[Жw]+$/u.test(text));
    expect(pieces.map(({ text }) => text).join('')).toBe(name + name);
    // Three columns of 184 pt from 30 pt on.
    for (const { leftPt, widthPt } of pieces) {
      const column = Math.floor((leftPt - 30) / 184);
      expect(column).toBeLessThan(2);
      expect(leftPt + widthPt).toBeLessThan(30 + (column + 1) * 184);
    }
  });

  test('the one-line diagram keeps the signs of its figures', async () => {
    const text = '≤ 2 Ω · 1⁄0 · Ødegård';
    const shapes: Shape[] = [{ kind: 'text', ink: 'pencil', at: [50, 40], size: 9, text, anchor: 'middle' }];
    const drawing = {
      width: 200,
      height: 80,
      parts: [{ id: 'a', name: 'a', ref: null, severity: null, shapes }],
    };
    const sheet = await readPdf(await oneLinePdf(drawing, 'Łąka', '“Advice”', FONTS));
    for (const words of [text, 'Łąka', '“Advice”']) expect(unspaced(sheet)).toContain(unspaced(words));
  });
});
