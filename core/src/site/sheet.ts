import type { PointMm } from '../plan/values.ts';
import { foldsAt } from './folds.ts';
import { boundsOf, doBoxesOverlap, type BoxMm } from '../geometry/polygon.ts';
import { foldEdge, type Site, type SiteFace } from './site.ts';

/** Room between faces that do not touch, mm on the sheet. */
const SHEET_GAP_MM = 300;
/** Room between rows, for the names under the faces. */
const ROW_GAP_MM = 500;
/** How much wider than high a sheet of several islands is. */
const ROW_SHAPE_RATIO = 1.8;

/** Where a face lies on the flat sheet: turned by (cos, sin), then moved. The sheet's y runs up. */
export type SheetPlace = {
  readonly face: string;
  readonly originX: number;
  readonly originY: number;
  readonly cos: number;
  readonly sin: number;
  /** Faces of one island touch along their folds; lengths across those folds are true. */
  readonly island: number;
  readonly bounds: BoxMm;
  /** The fold by which it lies against a neighbour; null for the first face of an island. */
  readonly via: {
    readonly from: string;
    readonly fromEdge: number;
    readonly edge: number;
    readonly towardViewerDeg: number;
  } | null;
};

export function sheetFromFace(place: SheetPlace, [x, y]: PointMm): PointMm {
  return [place.originX + x * place.cos - y * place.sin, place.originY + x * place.sin + y * place.cos];
}

export function faceFromSheet(place: SheetPlace, [x, y]: PointMm): PointMm {
  const dx = x - place.originX;
  const dy = y - place.originY;
  return [dx * place.cos + dy * place.sin, -dx * place.sin + dy * place.cos];
}

/**
 * Lays every face flat, the root upright: folded neighbours touch along their fold, a neighbour that would cover
 * another face starts an island of its own. The root’s island comes first and stays in the middle of its row, the
 * others stand to its right and left in turn, the other sides of its faces nearest; further rows lie below.
 */
export function layOutSheet(site: Site, rootFace: string): ReadonlyMap<string, SheetPlace> {
  const placed = new Map<string, SheetPlace>();
  const islands: SheetPlace[][] = [];
  const start = site.faces.has(rootFace) ? [rootFace] : [];
  for (const id of [...start, ...site.faces.keys()]) {
    const face = site.faces.get(id);
    if (face === undefined || placed.has(id)) continue;
    const grown = growIsland(site, face, islands.length, placed);
    islands.push(grown);
    for (const place of grown) placed.set(place.face, place);
  }
  const [first, ...others] = islands;
  if (first === undefined) return placed;
  const isBehindFirst = (island: readonly SheetPlace[]) =>
    island.some(({ face }) => first.some((place) => site.faces.get(place.face)?.otherSide === face));
  const ordered = [...others.filter(isBehindFirst), ...others.filter((island) => !isBehindFirst(island))];
  const rows = rowsOf([first, ...ordered]);
  return arrangeRows(rows);
}

/** Splits islands into rows about as wide as the whole is high, so that the sheet is no ribbon. */
function rowsOf(islands: readonly (readonly SheetPlace[])[]): (readonly SheetPlace[])[][] {
  const sizes = islands.map((island) => unionOf(island.map(({ bounds }) => bounds)));
  const areaMm2 = sizes.reduce(
    (sum, box) => sum + (widthOf(box) + SHEET_GAP_MM) * (heightOf(box) + SHEET_GAP_MM),
    0,
  );
  const widest = Math.max(...sizes.map(widthOf));
  const limitMm = Math.max(ROW_SHAPE_RATIO * Math.sqrt(areaMm2), widest);
  const rows: (readonly SheetPlace[])[][] = [];
  let filledMm = Infinity;
  islands.forEach((island, index) => {
    const box = sizes[index];
    if (box === undefined) return;
    if (filledMm + widthOf(box) > limitMm) {
      rows.push([]);
      filledMm = 0;
    }
    rows.at(-1)?.push(island);
    filledMm += widthOf(box) + SHEET_GAP_MM;
  });
  return rows;
}

/** Each row: its first island in the middle, the others right and left in turn; lower edges in line. */
function arrangeRows(rows: readonly (readonly (readonly SheetPlace[])[])[]): Map<string, SheetPlace> {
  const places = new Map<string, SheetPlace>();
  let topMm: number | null = null;
  for (const row of rows) {
    const boxes = row.map((island) => unionOf(island.map(({ bounds }) => bounds)));
    const heightMm = Math.max(...boxes.map(heightOf));
    const floorMm: number = topMm === null ? (boxes[0]?.minY ?? 0) : topMm - ROW_GAP_MM - heightMm;
    let rightMm = boxes[0]?.maxX ?? 0;
    let leftMm = boxes[0]?.minX ?? 0;
    row.forEach((island, index) => {
      const box = boxes[index];
      if (box === undefined) return;
      let shiftX = 0;
      if (index > 0 && index % 2 === 1) {
        shiftX = rightMm + SHEET_GAP_MM - box.minX;
        rightMm += SHEET_GAP_MM + widthOf(box);
      } else if (index > 0) {
        shiftX = leftMm - SHEET_GAP_MM - box.maxX;
        leftMm -= SHEET_GAP_MM + widthOf(box);
      }
      for (const place of island) places.set(place.face, moved(place, shiftX, floorMm - box.minY));
    });
    topMm = floorMm;
  }
  return places;
}

function widthOf(box: BoxMm): number {
  return box.maxX - box.minX;
}

function heightOf(box: BoxMm): number {
  return box.maxY - box.minY;
}

function growIsland(
  site: Site,
  start: SiteFace,
  island: number,
  taken: ReadonlyMap<string, SheetPlace>,
): SheetPlace[] {
  const first = { face: start.id, originX: 0, originY: 0, cos: 1, sin: 0, island, via: null };
  const grown = new Map<string, SheetPlace>([[start.id, { ...first, bounds: start.bounds }]]);
  const queue = [start.id];
  for (let id = queue.shift(); id !== undefined; id = queue.shift()) {
    const face = site.faces.get(id);
    const place = grown.get(id);
    if (face === undefined || place === undefined) continue;
    for (const { fold, here, there } of foldsAt(site.folds, id)) {
      const other = site.faces.get(there.face);
      if (other === undefined || grown.has(other.id) || taken.has(other.id)) continue;
      if (site.problems.some(({ fold: at, code }) => at === fold.id && code === 'fold-length')) continue;
      const edge = foldEdge(face, here.edge);
      const otherEdge = foldEdge(other, there.edge);
      if (edge === null || otherEdge === null) continue;
      const next = unfolded(
        other,
        island,
        [sheetFromFace(place, edge[0]), sheetFromFace(place, edge[1])],
        otherEdge,
        { from: id, fromEdge: here.edge, edge: there.edge, towardViewerDeg: fold.towardViewerDeg },
      );
      if ([...grown.values()].some(({ bounds }) => doBoxesOverlap(bounds, next.bounds))) continue;
      grown.set(other.id, next);
      queue.push(other.id);
    }
  }
  return [...grown.values()];
}

/** Lays `other` against the edge `from`→`to` of its neighbour on the sheet. */
function unfolded(
  other: SiteFace,
  island: number,
  [from, to]: readonly [PointMm, PointMm],
  [toOther, fromOther]: readonly [PointMm, PointMm],
  via: SheetPlace['via'],
): SheetPlace {
  const sheetDx = from[0] - to[0];
  const sheetDy = from[1] - to[1];
  const faceDx = fromOther[0] - toOther[0];
  const faceDy = fromOther[1] - toOther[1];
  const square = Math.hypot(sheetDx, sheetDy) * Math.hypot(faceDx, faceDy);
  const cos = settle((faceDx * sheetDx + faceDy * sheetDy) / square);
  const sin = settle((faceDx * sheetDy - faceDy * sheetDx) / square);
  const originX = from[0] - (fromOther[0] * cos - fromOther[1] * sin);
  const originY = from[1] - (fromOther[0] * sin + fromOther[1] * cos);
  const place = { face: other.id, originX, originY, cos, sin, island, bounds: other.bounds, via };
  return { ...place, bounds: boundsOf(other.outline.map((point) => sheetFromFace(place, point))) };
}

/** Square turns come out exact, so that upright things stay upright. Unitless, far under any drawn angle. */
const SQUARE_TURN = 1e-12;
function settle(ratio: number): number {
  const nearest = Math.round(ratio);
  return Math.abs(ratio - nearest) < SQUARE_TURN ? nearest : ratio;
}

function moved(place: SheetPlace, dx: number, dy: number): SheetPlace {
  const { bounds } = place;
  return {
    ...place,
    originX: place.originX + dx,
    originY: place.originY + dy,
    bounds: {
      minX: bounds.minX + dx,
      maxX: bounds.maxX + dx,
      minY: bounds.minY + dy,
      maxY: bounds.maxY + dy,
    },
  };
}

export function unionOf(boxes: readonly BoxMm[]): BoxMm {
  return {
    minX: Math.min(...boxes.map((box) => box.minX)),
    minY: Math.min(...boxes.map((box) => box.minY)),
    maxX: Math.max(...boxes.map((box) => box.maxX)),
    maxY: Math.max(...boxes.map((box) => box.maxY)),
  };
}
