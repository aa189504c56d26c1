import type { PointMm } from '../plan/values.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import {
  buildGrid,
  nodeAt,
  ownLines,
  pointUm,
  toUm,
  type Crossing,
  type Direction,
  type FaceGrid,
  type GridDemand,
} from './grid.ts';

/** A hole between two faces, as the router sees it. */
export type Hole = {
  readonly penetration: string;
  readonly ends: readonly [HoleEnd, HoleEnd];
  readonly thicknessMm: number;
};
export type HoleEnd = { readonly face: string; readonly at: PointMm };

/** A node of the grid of a face. */
export type FaceNode = { readonly face: string; readonly node: number };

/** A way from one node to another that is not along a line: over a fold (straight on) or through a hole. */
export type CableLink = {
  readonly to: FaceNode;
  readonly costUm: number;
  /** For each direction of arrival, that of departure; null lets a cable leave in any. */
  readonly turn: readonly Direction[] | null;
  readonly penetration: string | null;
};

/** Where cables may go, face by face: a face is asked for when a search comes to it. */
export type RouteGraph = {
  readonly gridOf: (face: string) => FaceGrid | undefined;
  readonly linksAt: (face: string) => ReadonlyMap<number, readonly CableLink[]>;
  /** The only face there is, where there is one: a search on it can aim. */
  readonly only: FaceGrid | null;
};

/** A single face with nothing joined to it. */
export function graphOfFace(demand: GridDemand): RouteGraph & { readonly only: FaceGrid } {
  const grid = buildGrid(demand, ownLines(demand));
  const none = new Map<number, readonly CableLink[]>();
  return { gridOf: (id) => (id === grid.face ? grid : undefined), linksAt: () => none, only: grid };
}

/** The ways from a face over its folds and through its holes, by node. `gridOf` gives the grids on their other ends. */
export function linksFrom(
  from: FaceGrid,
  crossings: readonly Crossing[],
  holes: readonly Hole[],
  gridOf: (face: string) => FaceGrid | undefined,
): ReadonlyMap<number, readonly CableLink[]> {
  const links = new Map<number, CableLink[]>();
  const link = (node: number, entry: CableLink) => {
    const known = links.get(node);
    if (known === undefined) links.set(node, [entry]);
    else known.push(entry);
  };
  for (const crossing of crossings) {
    const to = gridOf(crossing.toFace);
    if (to === undefined) continue;
    for (const [node, other] of crossedNodes(from, to, crossing)) {
      link(node, { to: { face: to.face, node: other }, costUm: 0, turn: crossing.turn, penetration: null });
    }
  }
  for (const { penetration, ends, thicknessMm } of holes) {
    const [here, there] = ends[0].face === from.face ? ends : [ends[1], ends[0]];
    const other = gridOf(there.face);
    const [a, b] = [
      nodeAt(from, pointUm(here.at)),
      other === undefined ? -1 : nodeAt(other, pointUm(there.at)),
    ];
    if (a >= 0 && b >= 0)
      link(a, { to: { face: there.face, node: b }, costUm: toUm(thicknessMm), turn: null, penetration });
  }
  return links;
}

/** Nodes on the folded edge, with those they are on the other face: the edge lies on one line of the grid. */
function* crossedNodes(
  from: FaceGrid,
  to: FaceGrid,
  { axis, fixedUm, map }: Crossing,
): Generator<[number, number]> {
  const columns = from.xsUm.length;
  const along = axis === 0 ? from.xsUm : from.ysUm;
  const fixed = (axis === 0 ? from.ysUm : from.xsUm).indexOf(fixedUm);
  if (fixed < 0) return;
  for (let index = 0; index < along.length; index++) {
    const place = along[index] ?? 0;
    const mapped = map(axis === 0 ? [place, fixedUm] : [fixedUm, place]);
    if (mapped === null) continue;
    const other = nodeAt(to, mapped);
    if (other >= 0) yield [axis === 0 ? fixed * columns + index : index * columns + fixed, other];
  }
}

export function isInAnyBox([x, y]: readonly [number, number], boxes: readonly BoxMm[]): boolean {
  return boxes.some(
    ({ minX, minY, maxX, maxY }) => x > toUm(minX) && x < toUm(maxX) && y > toUm(minY) && y < toUm(maxY),
  );
}
