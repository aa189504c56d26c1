import type { OneLineDrawing } from './drawing.ts';
import { INKS, type Shape } from './shapes.ts';

/** The drawing as a file of its own: points of 1/72 in, with its title and the advice below it. */
export function oneLineSvg(drawing: OneLineDrawing, title: string, advice: string): string {
  const { width, parts } = drawing;
  const height = drawing.height + 40;
  const body = parts.map(
    ({ name, shapes }) => `<g><title>${escaped(name)}</title>${shapes.map(shapeText).join('')}</g>`,
  );
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}pt" height="${height}pt" viewBox="0 0 ${width} ${height}" font-family="Atkinson Hyperlegible Next, sans-serif">`,
    `<title>${escaped(title)}</title>`,
    ...body,
    `<text x="24" y="${drawing.height + 12}" font-size="11" font-weight="bold" fill="${INKS.pencil}">${escaped(title)}</text>`,
    `<text x="24" y="${drawing.height + 28}" font-size="8" fill="${INKS.kraft}">${escaped(advice)}</text>`,
    '</svg>',
    '',
  ].join('\n');
}

function shapeText(shape: Shape): string {
  const ink = INKS[shape.ink];
  switch (shape.kind) {
    case 'line': {
      const d = shape.points
        .map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${round(x)} ${round(y)}`)
        .join('');
      return `<path d="${d}${shape.isClosed === true ? 'Z' : ''}" fill="${shape.isFilled === true ? ink : 'none'}" stroke="${ink}"${shape.isDashed === true ? ' stroke-dasharray="4 3"' : ''}/>`;
    }
    case 'circle':
      return `<circle cx="${round(shape.at[0])}" cy="${round(shape.at[1])}" r="${shape.radius}" fill="${shape.isFilled === true ? ink : 'none'}" stroke="${ink}"/>`;
    case 'text':
      return `<text x="${round(shape.at[0])}" y="${round(shape.at[1])}" font-size="${shape.size}" text-anchor="${shape.anchor}" fill="${ink}"${shape.isStrong === true ? ' font-weight="bold"' : ''}>${escaped(shape.text)}</text>`;
  }
}

function round(value: number): number {
  return Math.round(value * 100) / 100;
}

function escaped(text: string): string {
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}
