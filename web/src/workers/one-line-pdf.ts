import { PDFDocument, rgb, type PDFPage, type RGB } from 'pdf-lib';
import { INKS, type OneLineDrawing, type Shape } from '@zarnel/core/figures';
import { PaperLetters, type PaperFonts } from './paper-letters.ts';

/** A3, points: on its side for what is wider than high. */
const [LONG, SHORT] = [1190.55, 841.89];
const EDGE = 28;

/** The diagram on one A3 sheet, made smaller where it is larger than that, with its title and the advice at the foot. */
export async function oneLinePdf(
  drawing: OneLineDrawing,
  title: string,
  advice: string,
  fonts: PaperFonts,
): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.setTitle(title);
  const [plain, strong] = await Promise.all([
    PaperLetters.in(document, fonts.plain),
    PaperLetters.in(document, fonts.strong),
  ]);
  const [width, height] = drawing.width >= drawing.height ? [LONG, SHORT] : [SHORT, LONG];
  const page = document.addPage([width, height]);
  const [roomX, roomY] = [width - 2 * EDGE, height - 2 * EDGE - 40];
  const scale = Math.min(1.4, roomX / drawing.width, roomY / drawing.height);
  const at = ([x, y]: readonly [number, number]) => ({
    x: EDGE + x * scale,
    y: height - EDGE - y * scale,
  });
  for (const { shapes } of drawing.parts)
    for (const shape of shapes) draw(page, shape, { at, scale, plain, strong });
  strong.draw(page, title, { x: EDGE, y: EDGE + 18, size: 12, color: inkOf('pencil') });
  plain.draw(page, advice, { x: EDGE, y: EDGE, size: 8, color: inkOf('kraft') });
  return document.save();
}

type Drawing = {
  readonly at: (point: readonly [number, number]) => { readonly x: number; readonly y: number };
  readonly scale: number;
  readonly plain: PaperLetters;
  readonly strong: PaperLetters;
};

function draw(page: PDFPage, shape: Shape, { at, scale, plain, strong }: Drawing): void {
  const color = inkOf(shape.ink);
  if (shape.kind === 'text') {
    const letters = shape.isStrong === true ? strong : plain;
    const size = shape.size * scale;
    const { x, y } = at(shape.at);
    const left = shape.anchor === 'middle' ? x - letters.widthOf(shape.text, size) / 2 : x;
    letters.draw(page, shape.text, { x: left, y, size, color });
    return;
  }
  if (shape.kind === 'circle') {
    const fill = shape.isFilled === true ? { color } : {};
    page.drawCircle({
      ...at(shape.at),
      size: shape.radius * scale,
      borderColor: color,
      borderWidth: scale,
      ...fill,
    });
    return;
  }
  const d = shape.points.map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${x} ${y}`).join(' ');
  const origin = at([0, 0]);
  page.drawSvgPath(`${d}${shape.isClosed === true ? ' Z' : ''}`, {
    ...origin,
    scale,
    borderColor: color,
    borderWidth: 1,
    ...(shape.isFilled === true ? { color } : {}),
    ...(shape.isDashed === true ? { borderDashArray: [4, 3] } : {}),
  });
}

function inkOf(ink: keyof typeof INKS): RGB {
  const part = (at: number) => parseInt(INKS[ink].slice(at, at + 2), 16) / 255;
  return rgb(part(1), part(3), part(5));
}
