import type { Fold, Stand } from '../plan/face.ts';
import type { PointMm } from '../plan/values.ts';
import { edgesOf } from '../geometry/segments.ts';
import { standAxes } from '../plan/stand.ts';
import { foldsAt } from './folds.ts';
import { foldedFrame, reverseFrame, ROOT_FRAME, siteFromFace, type Frame } from '../geometry/frame.ts';
import type { SiteFace, SiteProblem } from './site-face.ts';
import { dot, sub } from '../geometry/vec3.ts';

/** Two edges that fold together may differ by this much: a pencil line. */
export const EDGE_MATCH_MM = 0.5;
/** Angles that differ by less are the same: under what a digital level shows. */
export const ANGLE_MATCH_DEG = 0.1;

/** How a face came to stand where it does: through a fold, as the other side of another face, or by itself. */
export type PlacedBy =
  | { readonly kind: 'root' }
  | { readonly kind: 'stand' }
  | { readonly kind: 'fold'; readonly fold: Fold; readonly from: string }
  | { readonly kind: 'reverse'; readonly from: string };

/** What of a face decides where it and its neighbours stand. */
export type FaceToPlace = Pick<SiteFace, 'id' | 'outline' | 'thicknessMm' | 'mirrorSumMm' | 'otherSide'> & {
  readonly stands: Stand | null;
};

export type PlacedFaces = {
  readonly frames: ReadonlyMap<string, Frame>;
  readonly placedBy: ReadonlyMap<string, PlacedBy>;
  readonly problems: readonly SiteProblem[];
};

/**
 * Breadth first from the root over folds and reverses, so that every face stands by the fewest nipples; then from
 * each face that has a stand of its own and nothing else places. Folds that would place a face a second time are
 * compared with where it stands: a ring of faces that does not close says by how much.
 */
export function placeFaces(
  faces: ReadonlyMap<string, FaceToPlace>,
  folds: readonly Fold[],
  rootFace: string,
): PlacedFaces {
  const frames = new Map<string, Frame>();
  const placedBy = new Map<string, PlacedBy>();
  const problems: SiteProblem[] = [];
  const used = new Set<string>();
  const foldsOf = new Map<string, Fold[]>();
  for (const fold of folds) {
    for (const { face } of [fold.a, fold.b]) {
      const known = foldsOf.get(face);
      if (known === undefined) foldsOf.set(face, [fold]);
      else known.push(fold);
    }
  }

  const grow = (start: string, frame: Frame, by: PlacedBy) => {
    frames.set(start, frame);
    placedBy.set(start, by);
    const queue = [start];
    for (let id = queue.shift(); id !== undefined; id = queue.shift()) {
      const face = faces.get(id);
      const here = frames.get(id);
      if (face === undefined || here === undefined) continue;
      for (const seen of foldsAt(foldsOf.get(id) ?? [], id)) {
        const other = faces.get(seen.there.face);
        const { fold } = seen;
        if (other === undefined || used.has(fold.id)) continue;
        const edge = foldEdge(face, seen.here.edge);
        const otherEdge = foldEdge(other, seen.there.edge);
        if (edge === null || otherEdge === null) continue;
        used.add(fold.id);
        const differenceMm = edgeLengthMm(otherEdge) - edgeLengthMm(edge);
        if (Math.abs(differenceMm) > EDGE_MATCH_MM) {
          problems.push({ code: 'fold-length', face: other.id, fold: fold.id, differenceMm, angleDeg: 0 });
          continue;
        }
        const wanted = foldedFrame(here, edge, otherEdge, fold.towardViewerDeg);
        const known = frames.get(other.id);
        if (known !== undefined) {
          const gap = closureGap(wanted, known, otherEdge);
          if (gap.differenceMm > EDGE_MATCH_MM || gap.angleDeg > ANGLE_MATCH_DEG) {
            problems.push({ code: 'not-closed', face: other.id, fold: fold.id, ...gap });
          }
          continue;
        }
        frames.set(other.id, wanted);
        placedBy.set(other.id, { kind: 'fold', fold, from: id });
        queue.push(other.id);
      }
      if (face.otherSide !== null && !frames.has(face.otherSide)) {
        frames.set(face.otherSide, reverseFrame(here, face.mirrorSumMm, face.thicknessMm));
        placedBy.set(face.otherSide, { kind: 'reverse', from: id });
        queue.push(face.otherSide);
      }
    }
  };

  grow(rootFace, ROOT_FRAME, { kind: 'root' });
  for (const { id, stands } of faces.values()) {
    if (stands !== null && !frames.has(id)) grow(id, standFrame(stands), { kind: 'stand' });
  }
  for (const id of faces.keys()) {
    // Where it does not fit what it is folded to, that is said.
    if (!frames.has(id) && !problems.some(({ code, face }) => code === 'fold-length' && face === id))
      problems.push({ code: 'not-placed', face: id, fold: null, differenceMm: 0, angleDeg: 0 });
  }
  return { frames, placedBy, problems };
}

/** The frame of a face that stands by itself. */
export function standFrame(stand: Stand): Frame {
  return { origin: stand.originMm, ...standAxes(stand) };
}

/** How far apart the two ends of a nipple are, and by what angle its second face is off. */
function closureGap(
  wanted: Frame,
  known: Frame,
  edge: readonly [PointMm, PointMm],
): { readonly differenceMm: number; readonly angleDeg: number } {
  const differenceMm = Math.max(
    ...edge.map((point) => Math.hypot(...sub(siteFromFace(wanted, point), siteFromFace(known, point)))),
  );
  const cosine = Math.min(1, Math.max(-1, dot(wanted.toViewer, known.toViewer)));
  return { differenceMm, angleDeg: (Math.acos(cosine) * 180) / Math.PI };
}

export function foldEdge(face: Pick<SiteFace, 'outline'>, edge: number): readonly [PointMm, PointMm] | null {
  return edgesOf(face.outline)[edge] ?? null;
}

export function edgeLengthMm([[ax, ay], [bx, by]]: readonly [PointMm, PointMm]): number {
  return Math.hypot(bx - ax, by - ay);
}
