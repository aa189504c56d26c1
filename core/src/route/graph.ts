import type { PointMm } from '../plan/values.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import {
  buildGrid,
  nodeAt,
  ownLines,
  pointUm,
  toUm,
  type Crossing,
  type FoldPlace,
  type Slant,
  type Direction,
  type FaceGrid,
  type GridDemand,
} from './grid.ts';

/** What a way goes through from face to face. */
export type Through = { readonly kind: 'penetration' | 'plate-hole'; readonly id: string };

export function isSameThrough(a: Through | null, b: Through): boolean {
  return a !== null && a.kind === b.kind && a.id === b.id;
}

/** A hole between two faces, as the router sees it. */
export type Hole = {
  readonly through: Through;
  readonly ends: readonly [HoleEnd, HoleEnd];
  readonly thicknessMm: number;
  /** What going through counts for beside that. */
  readonly weighsMm: number;
};
export type HoleEnd = { readonly face: string; readonly at: PointMm };

/** A node of the grid of a face. */
export type FaceNode = { readonly face: string; readonly node: number };

/** A way from one node to another that is not along a line: over a fold (straight on) or through a hole. */
export type CableLink = {
  readonly to: FaceNode;
  readonly lengthUm: number;
  /** What it counts for: its length, and what going through counts for. */
  readonly costUm: number;
  /** For each direction of arrival, that of departure; null lets a cable leave in any. */
  readonly turn: readonly Direction[] | null;
  /** Where a cable may leave in any direction: for each of arrival that which is no bend. Null where none is one. */
  readonly straight: readonly (Direction | null)[] | null;
  readonly through: Through | null;
};

/** Where cables may go, face by face: a face is asked for when a search comes to it. */
export type RouteGraph = {
  readonly gridOf: (face: string) => FaceGrid | undefined;
  readonly linksAt: (face: string) => ReadonlyMap<number, readonly CableLink[]>;
  readonly weights: SearchWeights;
};

/** What a search weighs beside length; lengths are whole micrometres. */
export type SearchWeights = {
  readonly bendUm: number;
  readonly boreUm: number;
  /** What a length on a face counts for, times itself: 1 or more. */
  readonly factorOf: (face: string) => number;
};
export const LENGTH_ONLY: SearchWeights = { bendUm: 0, boreUm: 0, factorOf: () => 1 };

/** A single face with nothing joined to it. */
export function graphOfFace(demand: GridDemand): RouteGraph & { readonly only: FaceGrid } {
  const grid = buildGrid(demand, ownLines(demand));
  const none = new Map<number, readonly CableLink[]>();
  return {
    gridOf: (id) => (id === grid.face ? grid : undefined),
    linksAt: () => none,
    only: grid,
    weights: LENGTH_ONLY,
  };
}

/** The ways from a face over its folds and through its holes, by node. `gridOf` gives the grids on their other ends. */
export function linksFrom(
  from: FaceGrid,
  crossings: readonly Crossing[],
  slants: readonly (Slant & { readonly places: readonly FoldPlace[] })[],
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
      link(node, {
        to: { face: to.face, node: other },
        lengthUm: 0,
        costUm: 0,
        turn: crossing.turn,
        straight: null,
        through: null,
      });
    }
  }
  for (const { toFace, straight, places } of slants) {
    const to = gridOf(toFace);
    if (to === undefined) continue;
    for (const place of places) {
      const [a, b] = [nodeAt(from, place.here), nodeAt(to, place.there)];
      if (a >= 0 && b >= 0)
        link(a, {
          to: { face: toFace, node: b },
          lengthUm: 0,
          costUm: 0,
          turn: null,
          straight,
          through: null,
        });
    }
  }
  for (const { through, ends, thicknessMm, weighsMm } of holes) {
    const [here, there] = ends[0].face === from.face ? ends : [ends[1], ends[0]];
    const other = gridOf(there.face);
    const [a, b] = [
      nodeAt(from, pointUm(here.at)),
      other === undefined ? -1 : nodeAt(other, pointUm(there.at)),
    ];
    if (a >= 0 && b >= 0)
      link(a, {
        to: { face: there.face, node: b },
        lengthUm: toUm(thicknessMm),
        costUm: toUm(thicknessMm + weighsMm),
        turn: null,
        straight: null,
        through,
      });
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

/** Where a way has to go by: a node, or a hole. */
export type GoBy =
  { readonly at: 'node'; readonly node: FaceNode } | { readonly at: 'hole'; readonly through: Through };

const LAYER = '\u0000';

/** A face as it is seen when so many of the places to go by are passed. */
export function faceInLayer(face: string, layer: number): string {
  return layer === 0 ? face : `${layer}${LAYER}${face}`;
}

export function faceOfLayer(key: string): { readonly face: string; readonly layer: number } {
  const at = key.indexOf(LAYER);
  return at < 0 ? { face: key, layer: 0 } : { face: key.slice(at + 1), layer: Number(key.slice(0, at)) };
}

/**
 * The same graph once for each place to go by and once more: only there a way goes on to the next. So one search finds the
 * best way that goes by all of them in order, and not the best to each by itself. A hole to go through is gone through as often
 * as it is named: no way goes in by it and straight back.
 */
export function goingBy(graph: RouteGraph, places: readonly GoBy[]): RouteGraph {
  if (places.length === 0) return graph;
  const isLocked = (through: Through | null) =>
    places.some((place) => place.at === 'hole' && isSameThrough(through, place.through));
  return {
    weights: { ...graph.weights, factorOf: (key) => graph.weights.factorOf(faceOfLayer(key).face) },
    gridOf: (key) => {
      const { face } = faceOfLayer(key);
      const grid = graph.gridOf(face);
      return grid === undefined ? undefined : { ...grid, face: key };
    },
    linksAt: (key) => {
      const { face, layer } = faceOfLayer(key);
      const next = places[layer];
      const links = new Map<number, readonly CableLink[]>();
      for (const [node, list] of graph.linksAt(face)) {
        links.set(
          node,
          list.flatMap((link) => {
            const isNext = next?.at === 'hole' && isSameThrough(link.through, next.through);
            if (!isNext && isLocked(link.through)) return [];
            return [
              { ...link, to: { ...link.to, face: faceInLayer(link.to.face, isNext ? layer + 1 : layer) } },
            ];
          }),
        );
      }
      if (next?.at === 'node' && next.node.face === face) {
        const { node } = next.node;
        const on: CableLink = {
          to: { face: faceInLayer(face, layer + 1), node },
          lengthUm: 0,
          costUm: 0,
          turn: [0, 1, 2, 3],
          straight: null,
          through: null,
        };
        links.set(node, [...(links.get(node) ?? []), on]);
      }
      return links;
    },
  };
}

export function isInAnyBox([x, y]: readonly [number, number], boxes: readonly BoxMm[]): boolean {
  return boxes.some(
    ({ minX, minY, maxX, maxY }) => x > toUm(minX) && x < toUm(maxX) && y > toUm(minY) && y < toUm(maxY),
  );
}
