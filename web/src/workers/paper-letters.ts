import fontkit from '@pdf-lib/fontkit';
import type { PDFDocument, PDFFont, PDFPage, RGB } from 'pdf-lib';

/** The files of the fonts of one weight, first to last: a letter is taken from the first that has it. */
export type FontFiles = readonly (ArrayBuffer | Uint8Array)[];
export type PaperFonts = { readonly plain: FontFiles; readonly strong: FontFiles };

type Style = { readonly x: number; readonly y: number; readonly size: number; readonly color?: RGB };

/** Written in place of a letter that none of the fonts has (of scripts that they leave out, and pictures). */
const UNKNOWN = '□';

/** The letters of one weight on paper, out of fonts that go with the file: another machine shows and prints the same. */
export class PaperLetters {
  private constructor(private readonly fonts: readonly Font[]) {}

  /** Only what is written of the fonts comes into the document. */
  static async in(document: PDFDocument, files: FontFiles): Promise<PaperLetters> {
    document.registerFontkit(fontkit);
    const fonts = await Promise.all(files.map((file) => document.embedFont(file, { subset: true })));
    return new PaperLetters(fonts.map((font) => ({ font, has: new Set(font.getCharacterSet()) })));
  }

  /** In points, as `draw` writes it. */
  widthOf(text: string, size: number): number {
    return this.runs(text).reduce((sum, run) => sum + run.font.widthOfTextAtSize(run.text, size), 0);
  }

  draw(page: PDFPage, text: string, { x, ...style }: Style): void {
    let left = x;
    for (const run of this.runs(text)) {
      page.drawText(run.text, { ...style, x: left, font: run.font });
      left += run.font.widthOfTextAtSize(run.text, style.size);
    }
  }

  /** A text as pieces of one font each. */
  private runs(text: string): { readonly font: PDFFont; text: string }[] {
    const runs: { readonly font: PDFFont; text: string }[] = [];
    for (const asked of Array.from(text.normalize('NFC'))) {
      const { font, letter } = this.found(asked);
      const last = runs.at(-1);
      if (font === undefined) continue;
      if (last?.font === font) last.text += letter;
      else runs.push({ font, text: letter });
    }
    return runs;
  }

  private found(letter: string) {
    const fontWith = (wanted: string) =>
      this.fonts.find(({ has }) => has.has(wanted.codePointAt(0) ?? 0))?.font;
    const font = fontWith(letter);
    return font === undefined ? { font: fontWith(UNKNOWN), letter: UNKNOWN } : { font, letter };
  }
}

type Font = { readonly font: PDFFont; readonly has: ReadonlySet<number> };
