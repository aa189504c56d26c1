import { PDFDocument, rgb } from 'pdf-lib';
import { PaperLetters, type PaperFonts } from './paper-letters.ts';

/** Sheets of labels, points of 1/72 in: three beside each other, to be cut along the lines. */
const PAPERS = { a4: [595.28, 841.89], letter: [612, 792] } as const;
const EDGE = 30;
const COLUMNS = 3;
const HIGH = 56;

type Label = { readonly text: string; readonly count: number };

/** Every label as often as it is needed, in the order of the schedule. */
export async function labelsPdf(
  labels: readonly Label[],
  paper: keyof typeof PAPERS,
  title: string,
  fonts: PaperFonts,
): Promise<Uint8Array> {
  const [width, height] = PAPERS[paper];
  const document = await PDFDocument.create();
  document.setTitle(title);
  const [plain, strong] = await Promise.all([
    PaperLetters.in(document, fonts.plain),
    PaperLetters.in(document, fonts.strong),
  ]);
  const wide = (width - 2 * EDGE) / COLUMNS;
  const rowsOnPage = Math.floor((height - 2 * EDGE - 16) / HIGH);
  const all = labels.flatMap(({ text, count }) => Array.from({ length: count }, () => text));
  const perPage = rowsOnPage * COLUMNS;
  const pageCount = Math.max(1, Math.ceil(all.length / perPage));
  for (let number = 0; number < pageCount; number++) {
    const page = document.addPage([width, height]);
    const heading = `${title}, sheet ${number + 1} of ${pageCount}`;
    plain.draw(page, heading, { x: EDGE, y: height - EDGE, size: 8 });
    all.slice(number * perPage, (number + 1) * perPage).forEach((text, index) => {
      const [column, row] = [index % COLUMNS, Math.floor(index / COLUMNS)];
      const [x, y] = [EDGE + column * wide, height - EDGE - 10 - (row + 1) * HIGH];
      page.drawRectangle({
        x,
        y,
        width: wide,
        height: HIGH,
        borderWidth: 0.5,
        borderColor: rgb(0.4, 0.3, 0.1),
        borderDashArray: [3, 3],
      });
      const lines = wrapped(text, wide - 12, (part, size) => strong.widthOf(part, size));
      lines.texts.forEach((line, at) =>
        strong.draw(page, line, {
          x: x + 6,
          y: y + HIGH / 2 + ((lines.texts.length - 1) / 2 - at) * lines.size * 1.15 - lines.size / 3,
          size: lines.size,
        }),
      );
    });
  }
  return document.save();
}

const [LARGEST, SMALLEST] = [13, 5];

/** In as large letters as the label takes, broken between words; within one only where it is longer than the label is wide. */
function wrapped(text: string, wide: number, widthOf: (part: string, size: number) => number) {
  for (let size = LARGEST; ; size--) {
    const texts: string[] = [];
    const words = text.split(' ');
    for (const word of size > SMALLEST
      ? words
      : words.flatMap(cutToFit(wide, (part) => widthOf(part, size)))) {
      const last = texts.at(-1);
      const longer = last === undefined ? word : `${last} ${word}`;
      if (last !== undefined && widthOf(longer, size) <= wide) texts[texts.length - 1] = longer;
      else texts.push(word);
    }
    const isFit =
      texts.length * size * 1.15 <= HIGH - 6 && texts.every((each) => widthOf(each, size) <= wide);
    if (isFit || size <= SMALLEST) return { texts, size };
  }
}

/** A word in as few pieces as fit. */
function cutToFit(wide: number, widthOf: (part: string) => number) {
  return (word: string): string[] => {
    const pieces = [''];
    for (const letter of Array.from(word)) {
      const longer = `${pieces.at(-1) ?? ''}${letter}`;
      if (widthOf(longer) <= wide) pieces[pieces.length - 1] = longer;
      else pieces.push(letter);
    }
    return pieces;
  };
}
