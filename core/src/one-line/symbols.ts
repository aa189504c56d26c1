import type { SymbolKind } from './graph.ts';
import type { Ink, Shape, XY } from './shapes.ts';

/** Symbols stand in a square of this side; a line comes in at the middle of its left and leaves at that of its right. */
export const SYMBOL = 40;

type Stroke = readonly (readonly [number, number])[];
type Glyph = {
  readonly strokes?: readonly Stroke[];
  readonly closed?: readonly Stroke[];
  readonly filled?: readonly Stroke[];
  readonly circles?: readonly (readonly [number, number, number])[];
  readonly dots?: readonly (readonly [number, number, number])[];
  readonly letters?: readonly (readonly [number, number, string, number])[];
};

const BOX: Stroke = [[0, 0], [40, 0], [40, 40], [0, 40]]; // prettier-ignore
const DIAGONAL: Stroke = [[0, 40], [40, 0]]; // prettier-ignore
const dc = (x: number, y: number): readonly Stroke[] => [
  [
    [x - 6, y - 2],
    [x + 6, y - 2],
  ],
  [
    [x - 6, y + 2],
    [x - 2.4, y + 2],
  ],
  [[x + 2.4, y + 2], [x + 6, y + 2]], // prettier-ignore
];

function wave(x: number, y: number, half: number, height: number): Stroke {
  return Array.from({ length: 17 }, (_, step) => {
    const share = step / 16;
    return [x - half + 2 * half * share, y - height * Math.sin(2 * Math.PI * share)] as const;
  });
}

function arc(x: number, y: number, radius: number, fromDeg: number, toDeg: number): Stroke {
  return Array.from({ length: 13 }, (_, step) => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * step) / 12) * Math.PI) / 180;
    return [x + radius * Math.cos(angle), y - radius * Math.sin(angle)] as const;
  });
}

/**
 * Drawn by us after the published symbols, both from memory: IEC 60617 and, where it draws otherwise, IEEE 315 (ANSI Y32.2)
 * for fuses, breakers and switches.
 */
const COMMON: Readonly<Record<Exclude<SymbolKind, 'fuse' | 'breaker' | 'switch'>, Glyph>> = {
  // A generator by light: a box with the arrow of the cell, and two arrows of light that fall on it.
  modules: {
    closed: [BOX],
    strokes: [[[0, 0], [20, 16], [40, 0]], [[8, 30], [8, 22]], [[16, 30], [16, 22]], [[5.5, 25], [8, 22], [10.5, 25]], [[13.5, 25], [16, 22], [18.5, 25]]], // prettier-ignore
    letters: [[29, 33, '=', 14]],
  },
  battery: {
    strokes: [[[0, 20], [13, 20]], [[27, 20], [40, 20]], [[13, 8], [13, 32]], [[18, 14], [18, 26]], [[22, 8], [22, 32]], [[27, 14], [27, 26]]], // prettier-ignore
  },
  inverter: { closed: [BOX], strokes: [DIAGONAL, ...dc(12, 12), wave(28, 28, 7, 4)] },
  'dc-converter': { closed: [BOX], strokes: [DIAGONAL, ...dc(12, 12), ...dc(28, 28)] },
  panel: {
    closed: [BOX],
    strokes: [[[12, 7], [12, 33]], [[12, 12], [20, 12]], [[26, 12], [33, 12]], [[20, 12], [26, 8]], [[12, 20], [20, 20]], [[26, 20], [33, 20]], [[20, 20], [26, 16]], [[12, 28], [20, 28]], [[26, 28], [33, 28]], [[20, 28], [26, 24]]], // prettier-ignore
  },
  transfer: {
    closed: [BOX],
    strokes: [
      [
        [6, 12],
        [15, 12],
      ],
      [
        [6, 28],
        [15, 28],
      ],
      [
        [34, 20],
        [27, 20],
        [17, 13],
      ],
    ],
    circles: [[16, 12, 1.6], [16, 28, 1.6]], // prettier-ignore
  },
  combiner: {
    closed: [BOX],
    strokes: [
      [
        [2, 10],
        [18, 10],
        [18, 30],
        [2, 30],
      ],
      [
        [2, 20],
        [38, 20],
      ],
    ],
    dots: [[18, 20, 2.2]],
  },
  box: { closed: [[[6, 6], [34, 6], [34, 34], [6, 34]]], strokes: [[[0, 20], [6, 20]], [[34, 20], [40, 20]]] }, // prettier-ignore
  supply: { circles: [[20, 20, 16]], strokes: [wave(20, 20, 9, 6), [[0, 20], [4, 20]], [[36, 20], [40, 20]]] }, // prettier-ignore
  loads: { strokes: [[[0, 20], [24, 20]]], filled: [[[24, 12], [38, 20], [24, 28]]] }, // prettier-ignore
  earth: { strokes: [[[0, 20], [20, 20], [20, 26]], [[8, 26], [32, 26]], [[12, 30], [28, 30]], [[16, 34], [24, 34]]] }, // prettier-ignore
  data: { closed: [[[0, 12], [40, 12], [40, 28], [0, 28]]], letters: [[20, 24, 'data', 10]] }, // prettier-ignore
};

const LEADS: readonly Stroke[] = [[[0, 20], [8, 20]], [[32, 20], [40, 20]]]; // prettier-ignore

const BY_BASIS: Readonly<Record<'us' | 'iec', Readonly<Record<'fuse' | 'breaker' | 'switch', Glyph>>>> = {
  us: {
    // A wave between two contacts; an arc over them; a blade.
    fuse: { strokes: [...LEADS, wave(20, 20, 10, 5)], circles: [[9, 20, 1.6], [31, 20, 1.6]] }, // prettier-ignore
    breaker: { strokes: [...LEADS, arc(20, 20, 12, 25, 155)], circles: [[9.6, 20, 1.6], [30.4, 20, 1.6]] }, // prettier-ignore
    switch: { strokes: [...LEADS, [[10, 20], [30, 9]]], circles: [[9.6, 20, 1.6], [30.4, 20, 1.6]] }, // prettier-ignore
  },
  iec: {
    // A box with its line through; a contact with a cross; a contact with the bar of an isolator and the ball of load switching.
    fuse: { strokes: [[[0, 20], [40, 20]]], closed: [[[8, 14], [32, 14], [32, 26], [8, 26]]] }, // prettier-ignore
    breaker: { strokes: [...LEADS, [[10, 20], [30, 9]], [[28, 17], [35, 23]], [[35, 17], [28, 23]]] }, // prettier-ignore
    switch: { strokes: [...LEADS, [[10, 20], [30, 9]], [[32, 14], [32, 26]]], circles: [[29.4, 20, 2.4]] }, // prettier-ignore
  },
};

/** A symbol with its upper left corner at a place. */
export function symbolShapes(symbol: SymbolKind, basis: 'us' | 'iec', [x, y]: XY, ink: Ink): Shape[] {
  const glyph: Glyph =
    symbol === 'fuse' || symbol === 'breaker' || symbol === 'switch'
      ? BY_BASIS[basis][symbol]
      : COMMON[symbol];
  const moved = (stroke: Stroke): XY[] => stroke.map(([dx, dy]) => [x + dx, y + dy]);
  return [
    ...(glyph.closed ?? []).map((stroke): Shape => ({
      kind: 'line',
      points: moved(stroke),
      ink,
      isClosed: true,
    })),
    ...(glyph.filled ?? []).map((stroke): Shape => ({
      kind: 'line',
      points: moved(stroke),
      ink,
      isClosed: true,
      isFilled: true,
    })),
    ...(glyph.strokes ?? []).map((stroke): Shape => ({ kind: 'line', points: moved(stroke), ink })),
    ...(glyph.circles ?? []).map(([dx, dy, radius]): Shape => ({
      kind: 'circle',
      at: [x + dx, y + dy],
      radius,
      ink,
    })),
    ...(glyph.dots ?? []).map(([dx, dy, radius]): Shape => ({
      kind: 'circle',
      at: [x + dx, y + dy],
      radius,
      ink,
      isFilled: true,
    })),
    ...(glyph.letters ?? []).map(([dx, dy, text, size]): Shape => ({
      kind: 'text',
      at: [x + dx, y + dy],
      text,
      size,
      ink,
      anchor: 'middle',
    })),
  ];
}
