// One closed algorithm: boards cut from stock sheets by straight cuts from edge to edge.
import type { Hung, Prepared } from '../check/prepared.ts';
import { idsOfKind, type BodyType } from '../model/model.ts';
import { query } from '../derive/query.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { SAW_KERF_MM, STOCK_SHEETS } from '../reference/stock-sheets.ts';

/** A rectangle to cut. */
export type CutPiece = { readonly id: string; readonly widthMm: number; readonly heightMm: number };

/** A piece as it lies on its sheet, from the sheet’s lower left corner; turned where it lies on its side. */
export type CutPlace = CutPiece & { readonly xMm: number; readonly yMm: number; readonly isTurned: boolean };

type Rectangle = {
  readonly xMm: number;
  readonly yMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
};

export type CutSheet = {
  readonly places: readonly CutPlace[];
  /** What is left over of it, the largest first. */
  readonly offcuts: readonly Rectangle[];
};

/** More pieces than this are not tried in every order and every way round. */
const MOST_EXACT = 4;

/**
 * Cuts pieces from sheets of one size with straight cuts from edge to edge, as a saw and a guide make them: the fewest
 * sheets found, and of these the largest single offcut. Up to four pieces are tried in every order and every way round;
 * more go largest first. Null where a piece is larger than the sheet.
 */
export function cutFromSheets(
  pieces: readonly CutPiece[],
  sheet: { readonly widthMm: number; readonly heightMm: number },
  kerfMm = SAW_KERF_MM,
): CutSheet[] | null {
  const doesFit = ({ widthMm, heightMm }: CutPiece) =>
    (widthMm <= sheet.widthMm + TOUCH_MM && heightMm <= sheet.heightMm + TOUCH_MM) ||
    (heightMm <= sheet.widthMm + TOUCH_MM && widthMm <= sheet.heightMm + TOUCH_MM);
  if (!pieces.every(doesFit)) return null;
  const largestFirst = [...pieces].sort(
    (a, b) => b.widthMm * b.heightMm - a.widthMm * a.heightMm || (a.id < b.id ? -1 : 1),
  );
  const isExact = pieces.length <= MOST_EXACT;
  let best: CutSheet[] | null = null;
  for (const order of isExact ? permutations(largestFirst) : [largestFirst]) {
    for (const ways of isExact ? waysRound(pieces.length) : [EITHER_WAY, UPRIGHT, TURNED]) {
      for (const parting of ['short', 'long'] as const) {
        const cut = cutInOrder(order, sheet, kerfMm, parting, ways);
        if (cut !== null && (best === null || isBetter(cut, best))) best = cut;
      }
    }
  }
  return best;
}

function isBetter(a: readonly CutSheet[], b: readonly CutSheet[]): boolean {
  return a.length !== b.length ? a.length < b.length : largestOffcut(a) > largestOffcut(b) + TOUCH_MM;
}

function largestOffcut(sheets: readonly CutSheet[]): number {
  return Math.max(0, ...sheets.flatMap(({ offcuts }) => offcuts.map(areaOf)));
}

function areaOf({ widthMm, heightMm }: Pick<Rectangle, 'widthMm' | 'heightMm'>): number {
  return widthMm * heightMm;
}

/** Which way the rest of a rectangle is parted once a piece is cut from its corner. */
type Parting = 'short' | 'long';

/** Which ways round the piece at a place in the order may lie: upright, turned. */
type Ways = (index: number) => readonly boolean[];
const EITHER_WAY: Ways = () => [false, true];
const UPRIGHT: Ways = () => [false];
const TURNED: Ways = () => [true];

/** Every choice of upright or turned for so many pieces. */
function waysRound(count: number): Ways[] {
  return Array.from({ length: 2 ** count }, (_, mask): Ways => (index) => [(mask & (1 << index)) !== 0]);
}

/** Each piece goes where it leaves the least beside it; a new sheet where none has room. Null where a piece fits in no way. */
function cutInOrder(
  pieces: readonly CutPiece[],
  sheet: { readonly widthMm: number; readonly heightMm: number },
  kerfMm: number,
  parting: Parting,
  ways: Ways,
): CutSheet[] | null {
  const sheets: { places: CutPlace[]; free: Rectangle[] }[] = [];
  for (const [index, piece] of pieces.entries()) {
    let spot = findSpot(sheets, piece, ways(index));
    if (spot === null) {
      sheets.push({ places: [], free: [{ xMm: 0, yMm: 0, ...sheet }] });
      spot = findSpot(sheets, piece, ways(index));
    }
    if (spot === null) return null;
    const { on, at, isTurned } = spot;
    const target = sheets[on];
    const room = target?.free[at];
    if (target === undefined || room === undefined) throw new Error('A spot lies on no sheet.');
    const [widthMm, heightMm] = isTurned ? [piece.heightMm, piece.widthMm] : [piece.widthMm, piece.heightMm];
    target.places.push({ id: piece.id, widthMm, heightMm, xMm: room.xMm, yMm: room.yMm, isTurned });
    target.free.splice(at, 1, ...partsOf(room, widthMm, heightMm, kerfMm, parting));
  }
  return sheets.map(({ places, free }) => ({
    places,
    offcuts: [...free].sort((a, b) => areaOf(b) - areaOf(a) || a.xMm - b.xMm || a.yMm - b.yMm),
  }));
}

function findSpot(
  sheets: readonly { readonly free: readonly Rectangle[] }[],
  { widthMm, heightMm }: CutPiece,
  ways: readonly boolean[],
): { readonly on: number; readonly at: number; readonly isTurned: boolean } | null {
  let best: { on: number; at: number; isTurned: boolean; leftMm: number } | null = null;
  sheets.forEach(({ free }, on) => {
    free.forEach((room, at) => {
      for (const isTurned of ways) {
        const [w, h] = isTurned ? [heightMm, widthMm] : [widthMm, heightMm];
        if (w > room.widthMm + TOUCH_MM || h > room.heightMm + TOUCH_MM) continue;
        const leftMm = Math.min(room.widthMm - w, room.heightMm - h);
        if (best === null || on < best.on || (on === best.on && leftMm < best.leftMm - TOUCH_MM)) {
          best = { on, at, isTurned, leftMm };
        }
      }
    });
  });
  return best;
}

/** What is left of a rectangle when a piece is cut from its lower left corner: two rectangles, less the saw’s kerf. */
function partsOf(
  room: Rectangle,
  widthMm: number,
  heightMm: number,
  kerfMm: number,
  parting: Parting,
): Rectangle[] {
  const [right, over] = [room.widthMm - widthMm - kerfMm, room.heightMm - heightMm - kerfMm];
  const isUpFirst = parting === 'short' ? right < over : right >= over;
  const beside: Rectangle = {
    xMm: room.xMm + widthMm + kerfMm,
    yMm: room.yMm,
    widthMm: right,
    heightMm: isUpFirst ? heightMm : room.heightMm,
  };
  const above: Rectangle = {
    xMm: room.xMm,
    yMm: room.yMm + heightMm + kerfMm,
    widthMm: isUpFirst ? room.widthMm : widthMm,
    heightMm: over,
  };
  return [beside, above].filter((part) => part.widthMm > TOUCH_MM && part.heightMm > TOUCH_MM);
}

function permutations<T>(items: readonly T[]): T[][] {
  if (items.length < 2) return [[...items]];
  return items.flatMap((item, index) =>
    permutations([...items.slice(0, index), ...items.slice(index + 1)]).map((rest) => [item, ...rest]),
  );
}

/** What a board is cut from, with all others of the job of its material and thickness. */
export type BoardStock = {
  readonly stock: string;
  readonly sheets: readonly CutSheet[];
  /** How many boards share the sheets, this one among them. */
  readonly boardCount: number;
};

/** The stock that wastes least for all boards of one material; null for rails, and where no sheet is large enough. */
export function stockOf(prepared: Prepared, { type }: Hung): BoardStock | null {
  if (type.board === null || type.board.holding === 'slide-in-nut') return null;
  return stockFor(prepared, JSON.stringify(cutFrom(type)));
}

/** What a board is cut from: its material and thickness; null for bare rails, which are cut from none. */
function cutFrom({ board, depthMm }: Pick<BodyType, 'board' | 'depthMm'>): readonly [string, number] | null {
  return board === null || board.holding === 'slide-in-nut' ? null : [board.material, depthMm];
}

/** Boards move, their sizes stay: they are cut anew only when one of another size comes or one goes. */
const piecesOf = query(
  (prepared: Prepared, key: string): readonly CutPiece[] =>
    idsOfKind(prepared, 'board').flatMap((id): CutPiece[] => {
      const type = prepared.hung.get(id)?.type;
      if (type === undefined || JSON.stringify(cutFrom(type)) !== key) return [];
      return [{ id, widthMm: type.widthMm, heightMm: type.heightMm }];
    }),
  (a, b) => JSON.stringify(a) === JSON.stringify(b),
);

const stockFor = query((prepared: Prepared, key: string) => cheapestStock(piecesOf(prepared, key)));

function cheapestStock(pieces: readonly CutPiece[]): BoardStock | null {
  const choices = STOCK_SHEETS.rows.flatMap((sheet) => {
    const sheets = cutFromSheets(pieces, sheet);
    return sheets === null ? [] : [{ stock: sheet.name, sheets, boughtMm2: sheets.length * areaOf(sheet) }];
  });
  const best = choices.sort(
    (a, b) => a.boughtMm2 - b.boughtMm2 || a.sheets.length - b.sheets.length || (a.stock < b.stock ? -1 : 1),
  )[0];
  return best === undefined ? null : { stock: best.stock, sheets: best.sheets, boardCount: pieces.length };
}
