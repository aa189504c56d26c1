import { coveredAreaMm2 } from '../array/shadow.ts';
import { clipToRect, reachAlong } from '../geometry/convex.ts';
import type { PointMm } from '../geometry/point.ts';
import { boundsOf, type BoxMm } from '../geometry/polygon.ts';

/** How the cells of a module are wired: groups that are bypassed, halves side by side, and cells in series. */
export type CellLayout = {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly groups: number;
  readonly halves: number;
  readonly cells: number;
};

/** A group of cells as a box on its module’s plane: strips along the module’s longer side. */
export function groupBoxes({
  widthMm,
  heightMm,
  groups,
}: Pick<CellLayout, 'widthMm' | 'heightMm' | 'groups'>): BoxMm[] {
  const isUpright = heightMm >= widthMm;
  return Array.from({ length: groups }, (_, index) => {
    const [from, to] = [index / groups, (index + 1) / groups];
    return isUpright
      ? { minX: from * widthMm, maxX: to * widthMm, minY: 0, maxY: heightMm }
      : { minX: 0, maxX: widthMm, minY: from * heightMm, maxY: to * heightMm };
  });
}

/** Cells of one series in a box, in rows and columns. */
export type CellGrid = { readonly box: BoxMm; readonly columns: number; readonly rows: number };

/**
 * The cells of each group of a module, as one grid for each half: a whole module has one, a module of half-cut cells two that
 * lie side by side along its longer side. Cells fill their box in as many columns as makes them most nearly square, and half-cut
 * cells most nearly half a square that lies across the longer side (how modules look: common practice, no source); what the
 * frame and the gaps between cells take is left to the cells.
 */
export function cellGrids(layout: CellLayout): CellGrid[][] {
  const isUpright = layout.heightMm >= layout.widthMm;
  const count = Math.max(1, Math.round(layout.cells / layout.groups));
  return groupBoxes(layout).map((box) =>
    Array.from({ length: layout.halves }, (_, half) => {
      const [from, to] = [half / layout.halves, (half + 1) / layout.halves];
      const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
      const part: BoxMm = isUpright
        ? { ...box, minY: box.minY + from * height, maxY: box.minY + to * height }
        : { ...box, minX: box.minX + from * width, maxX: box.minX + to * width };
      // Wide to high, of one cell.
      const ratio = isUpright ? layout.halves : 1 / layout.halves;
      const columns = columnsOf(count, part, ratio);
      return { box: part, columns, rows: count / columns };
    }),
  );
}

function columnsOf(count: number, { minX, minY, maxX, maxY }: BoxMm, ratio: number): number {
  let [best, least] = [1, Infinity];
  for (let columns = 1; columns <= count; columns++) {
    if (count % columns !== 0) continue;
    const cellRatio = (maxX - minX) / columns / ((maxY - minY) / (count / columns));
    const off = Math.abs(Math.log(cellRatio / ratio));
    if (off < least) [best, least] = [columns, off];
  }
  return best;
}

/** What is covered but for this much is dark: figures end in fractions of it. */
const WHOLE = 1 - 1e-9;

/**
 * How much of the darkest cell of a grid lies in shadow, 0 to 1: cells in series carry what the darkest of them gives
 * (Quaschning and Hanitsch 1996; the cell’s own share by area, as its current follows the light on it).
 */
export function darkestCell(grid: CellGrid, shadows: readonly (readonly PointMm[])[]): number {
  const { box, columns, rows } = grid;
  const parts: (readonly PointMm[])[] = [];
  for (const shadow of shadows) {
    const part = clipToRect(shadow, box);
    if (part.length < 3) continue;
    if (isSomeCellWithin(part, grid)) return 1;
    parts.push(part);
  }
  if (parts.length === 0) return 0;
  const [cellW, cellH] = [(box.maxX - box.minX) / columns, (box.maxY - box.minY) / rows];
  let most = 0;
  for (let row = 0; row < rows; row++) {
    const [minY, maxY] = [box.minY + row * cellH, box.minY + (row + 1) * cellH];
    const across: (readonly PointMm[])[] = [];
    for (const part of parts) {
      const inRow = clipToRect(part, { ...box, minY, maxY });
      if (inRow.length > 2) across.push(inRow);
    }
    if (across.length === 0) continue;
    for (let column = 0; column < columns; column++) {
      const minX = box.minX + column * cellW;
      const covered = coveredAreaMm2(across, { minX, minY, maxX: minX + cellW, maxY });
      most = Math.max(most, covered / (cellW * cellH));
      if (most >= WHOLE) return 1;
    }
  }
  return most;
}

/** Whether a convex figure covers some cell whole: it does where it covers the cell’s lower and upper side. */
function isSomeCellWithin(figure: readonly PointMm[], { box, columns, rows }: CellGrid): boolean {
  const [cellW, cellH] = [(box.maxX - box.minX) / columns, (box.maxY - box.minY) / rows];
  const { minX, minY, maxX, maxY } = boundsOf(figure);
  if (maxX - minX < cellW || maxY - minY < cellH) return false;
  const first = Math.ceil((minY - box.minY) / cellH);
  let below = reachAlong(figure, 1, box.minY + first * cellH);
  for (let row = first; row < rows && box.minY + (row + 1) * cellH <= maxY; row++) {
    const above = reachAlong(figure, 1, box.minY + (row + 1) * cellH);
    if (below !== null && above !== null) {
      const column = Math.max(0, Math.ceil((Math.max(below[0], above[0]) - box.minX) / cellW));
      const to = box.minX + (column + 1) * cellW;
      if (column < columns && to <= Math.min(below[1], above[1])) return true;
    }
    below = above;
  }
  return false;
}
