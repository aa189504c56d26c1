import { CanvasTexture, LinearFilter, SRGBColorSpace } from 'three';
import { lettersOfText } from '../ui/letters.ts';

/** A name drawn on a little canvas, with how wide it is for its height. */
export type NamePicture = { readonly texture: CanvasTexture; readonly aspect: number };

const FONT_PX = 44;
const LINE_PX = 52;
const MARGIN_PX = 6;

/**
 * A name in lines that suit a place so many times as wide as high.
 *
 * @param ink A colour of the page.
 * @returns Null where the browser has no canvas.
 */
export function namePicture(name: string, ink: string, placeAspect: number): NamePicture | null {
  const canvas = document.createElement('canvas');
  const context = canvas.getContext('2d');
  if (context === null) return null;
  const font = `${FONT_PX}px ${lettersOfText()}`;
  context.font = font;
  const width = (text: string) => context.measureText(text).width;
  const lines = bestLines(name, placeAspect, width);
  canvas.width = Math.ceil(Math.max(...lines.map(width))) + 2 * MARGIN_PX;
  canvas.height = lines.length * LINE_PX + 2 * MARGIN_PX;
  context.font = font;
  context.fillStyle = ink;
  context.textAlign = 'center';
  context.textBaseline = 'middle';
  lines.forEach((line, index) =>
    context.fillText(line, canvas.width / 2, MARGIN_PX + (index + 0.5) * LINE_PX),
  );
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = SRGBColorSpace;
  texture.minFilter = LinearFilter;
  texture.generateMipmaps = false;
  return { texture, aspect: canvas.width / canvas.height };
}

/** The breaking of a name that leaves its letters largest in the place. */
export function bestLines(name: string, placeAspect: number, width: (text: string) => number): string[] {
  const words = name.split(' ');
  let best: string[] = [name];
  let largest = 0;
  for (let most = 1; most <= Math.min(4, words.length); most++) {
    const lines = inLines(words, most, width);
    const letters = Math.min(placeAspect / Math.max(1, ...lines.map(width)), 1 / (lines.length * LINE_PX));
    if (letters > largest) [best, largest] = [lines, letters];
  }
  return best;
}

/** Words on so many lines, none much longer than its share. */
function inLines(words: readonly string[], count: number, width: (text: string) => number): string[] {
  const share = width(words.join(' ')) / count;
  const lines: string[] = [];
  for (const word of words) {
    const last = lines.at(-1);
    if (last !== undefined && (lines.length === count || width(`${last} ${word}`) <= share * 1.15))
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
