import { lettersOfText } from '../../ui/letters.ts';
import type { BoxPx } from './place-labels.ts';

/** Letters as they are drawn on the sheet. */
export type Font = { readonly px: number; readonly isBold: boolean };

/** How wide a text is, px. */
export type Measure = (text: string, font: Font) => number;

/** A line’s height as a part of the font’s size. */
export const LINE_RATIO = 1.2;
/** How far the foot of a line's letters is below its middle, as a part of the font's size. */
export const FOOT_RATIO = 0.35;

const known = new Map<string, number>();
let context: CanvasRenderingContext2D | null | undefined;

/** By the browser's own letters; the font ships with the app and is there before the sheet is. */
export const textWidthPx: Measure = (text, { px, isBold }) => {
  const key = `${px} ${isBold} ${text}`;
  const width = known.get(key);
  if (width !== undefined) return width;
  context ??= document.createElement('canvas').getContext('2d');
  if (context === null) return text.length * px * 0.6;
  context.font = `${isBold ? 700 : 400} ${px}px ${lettersOfText()}`;
  const measured = context.measureText(text).width;
  // Before its font has come, a text is measured in another: that is not kept.
  if (document.fonts.status === 'loaded') known.set(key, measured);
  return measured;
};

/** Some lines about a middle. */
export function linesBox(
  [x, y]: readonly [number, number],
  widthPx: number,
  fontPx: number,
  count = 1,
): BoxPx {
  const half = (count * fontPx * LINE_RATIO) / 2;
  return { minX: x - widthPx / 2, maxX: x + widthPx / 2, minY: y - half, maxY: y + half };
}
