import { PDFDocument, StandardFonts, rgb, type PDFFont, type PDFPage, type RGB } from 'pdf-lib';
import { INKS, type OneLineDrawing, type Shape } from '@zarnel/core/figures';

/** A3, points: on its side for what is wider than high. */
const [LONG, SHORT] = [1190.55, 841.89];
const EDGE = 28;

/** The diagram on one A3 sheet, made smaller where it is larger than that, with its title and the advice at the foot. */
export async function oneLinePdf(
  drawing: OneLineDrawing,
  title: string,
  advice: string,
): Promise<Uint8Array> {
  const document = await PDFDocument.create();
  document.setTitle(title);
  const [plain, strong] = await Promise.all([
    document.embedFont(StandardFonts.Helvetica),
    document.embedFont(StandardFonts.HelveticaBold),
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
  page.drawText(asPrinted(title), { x: EDGE, y: EDGE + 18, size: 12, font: strong, color: inkOf('pencil') });
  page.drawText(asPrinted(advice), { x: EDGE, y: EDGE, size: 8, font: plain, color: inkOf('kraft') });
  return document.save();
}

type Drawing = {
  readonly at: (point: readonly [number, number]) => { readonly x: number; readonly y: number };
  readonly scale: number;
  readonly plain: PDFFont;
  readonly strong: PDFFont;
};

function draw(page: PDFPage, shape: Shape, { at, scale, plain, strong }: Drawing): void {
  const color = inkOf(shape.ink);
  if (shape.kind === 'text') {
    const font = shape.isStrong === true ? strong : plain;
    const text = asPrinted(shape.text);
    const size = shape.size * scale;
    const { x, y } = at(shape.at);
    const left = shape.anchor === 'middle' ? x - font.widthOfTextAtSize(text, size) / 2 : x;
    page.drawText(text, { x: left, y, size, font, color });
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

/** Marks that the paper’s standard letters lack, in those they have. */
const PRINTED: Readonly<Record<string, string>> = {
  '″': '"',
  '′': "'",
  '⁄': '/',
  Ω: 'ohm',
  '−': '-',
  '\u202f': ' ',
};

export function asPrinted(text: string): string {
  return Array.from(text)
    .map((letter) => PRINTED[letter] ?? letter)
    .map((letter) => (/[\u0020-\u007e\u00a0-\u00ff–—‘’“”•…€]/u.test(letter) ? letter : '?'))
    .join('');
}
