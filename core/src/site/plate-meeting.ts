import { siteFromFace, type Frame } from '../geometry/frame.ts';
import { isInside } from '../geometry/polygon.ts';
import { edgesOf } from '../geometry/segments.ts';
import { add, dot, scale, sub, type Vec3 } from '../geometry/vec3.ts';
import type { PlateHole } from '../plan/plate-hole.ts';
import type { PointMm } from '../plan/values.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { edgeLengthMm, EDGE_MATCH_MM, foldEdge } from './place-faces.ts';
import type { Site, SiteFace } from './site.ts';

/** Two plates of 1 1/2″, as walls are framed (practice). */
export const NEW_PLATE_MM = mmFromInch(3);

type PlacePart = { readonly face: SiteFace; readonly at: PointMm };

/** A hole through a plate on both faces, each from its own datum. `here` is on the edge that ends at the plate. */
export type PlatePlaces = {
  readonly here: PlacePart;
  readonly there: PlacePart;
  /** From the one point to the other, through all that lies between. */
  readonly throughMm: number;
  /** Away from the first face over that edge, in the site: the way a pipe goes on through the plate. */
  readonly away: Vec3;
  /** No more than that may lie between: both faces’ thickness and the plate. */
  readonly mostMm: number;
};

/** Why a hole through a plate leads nowhere. */
export type PlateFault =
  | { readonly code: 'past-edge'; readonly lengthMm: number }
  /** A face has no place of its own in the site yet. */
  | { readonly code: 'not-placed' }
  /** The other face is further off than what lies between could be thick, or is met from its front. */
  | { readonly code: 'not-met' };

export type PlateMeeting =
  { readonly ok: true; readonly places: PlatePlaces } | { readonly ok: false; readonly fault: PlateFault };

/**
 * Where a hole through a plate comes out: at the point of the other face that is nearest to it as both stand. It has to come
 * from behind that face, and from no further than both faces and the plate are thick together.
 */
export function platePlaces(
  { faces, frames }: Pick<Site, 'faces' | 'frames'>,
  { face: id, edge, alongMm, to, plateMm }: Pick<PlateHole, 'face' | 'edge' | 'alongMm' | 'to' | 'plateMm'>,
): PlateMeeting {
  const [face, other] = [faces.get(id), faces.get(to)];
  const [frame, otherFrame] = [frames.get(id), frames.get(to)];
  if (face === undefined || other === undefined || frame === undefined || otherFrame === undefined)
    return { ok: false, fault: { code: 'not-placed' } };
  const ends = foldEdge(face, edge);
  const lengthMm = ends === null ? 0 : edgeLengthMm(ends);
  if (ends === null || alongMm > lengthMm + EDGE_MATCH_MM)
    return { ok: false, fault: { code: 'past-edge', lengthMm } };
  const share = lengthMm === 0 ? 0 : Math.min(1, alongMm / lengthMm);
  const at: PointMm = [
    ends[0][0] + share * (ends[1][0] - ends[0][0]),
    ends[0][1] + share * (ends[1][1] - ends[0][1]),
  ];
  const point = siteFromFace(frame, at);
  const from = sub(point, otherFrame.origin);
  const out = nearestOf(other.outline, [dot(from, otherFrame.right), dot(from, otherFrame.up)]);
  const between = sub(siteFromFace(otherFrame, out), point);
  const throughMm = Math.hypot(...between);
  const mostMm = face.thicknessMm + other.thicknessMm + plateMm;
  const beyond = outwardOf(frame, ends);
  const isFromBehind = dot(from, otherFrame.toViewer) < -EDGE_MATCH_MM;
  if (!isFromBehind || throughMm > mostMm + EDGE_MATCH_MM || dot(between, beyond) < -EDGE_MATCH_MM)
    return { ok: false, fault: { code: 'not-met' } };
  return {
    ok: true,
    places: { here: { face, at }, there: { face: other, at: out }, throughMm, away: beyond, mostMm },
  };
}

/**
 * A hole moved along its edge to where it comes nearest to a point of one of its two faces, within the edge. As it was where that
 * point cannot be told, for a face that stands nowhere yet.
 */
export function movedPlateHole(
  { faces, frames }: Pick<Site, 'faces' | 'frames'>,
  hole: PlateHole,
  on: string,
  at: PointMm,
): PlateHole {
  const [face, frame, onFrame] = [faces.get(hole.face), frames.get(hole.face), frames.get(on)];
  const ends = face === undefined ? null : foldEdge(face, hole.edge);
  const lengthMm = ends === null ? 0 : edgeLengthMm(ends);
  if (ends === null || frame === undefined || onFrame === undefined || lengthMm === 0) return hole;
  const from = siteFromFace(frame, ends[0]);
  const along = scale(sub(siteFromFace(frame, ends[1]), from), 1 / lengthMm);
  const alongMm = dot(sub(siteFromFace(onFrame, at), from), along);
  return { ...hole, alongMm: Math.min(lengthMm, Math.max(0, alongMm)) };
}

/** An edge of a cavity that meets another face over a plate. */
export type MetEdge = { readonly face: string; readonly edge: number; readonly to: string };

/**
 * Where cavities meet a face over a plate of a thickness, or it them where it is one itself, by the middle of each edge; the
 * nearest first. Nothing leads outside: what does is a penetration, and sealed.
 */
export function metEdges(site: Pick<Site, 'faces' | 'frames'>, faceId: string, plateMm: number): MetEdge[] {
  const inside = [...site.faces.values()].filter(({ face }) => face.side === 'inside');
  return inside
    .filter(({ face }) => face.kind === 'cavity')
    .flatMap((cavity) =>
      inside
        .filter(({ id }) => id !== cavity.id && id !== cavity.otherSide && [id, cavity.id].includes(faceId))
        .flatMap(({ id: to }) =>
          edgesOf(cavity.outline).flatMap((ends, edge) => {
            const at = { face: cavity.id, edge, to };
            const met = platePlaces(site, { ...at, alongMm: edgeLengthMm(ends) / 2, plateMm });
            return met.ok ? [{ ...at, throughMm: met.places.throughMm }] : [];
          }),
        ),
    )
    .sort((a, b) => a.throughMm - b.throughMm)
    .map(({ face, edge, to }) => ({ face, edge, to }));
}

/** Away from a face over one of its edges, in its plane. */
function outwardOf(frame: Frame, [[ax, ay], [bx, by]]: readonly [PointMm, PointMm]): Vec3 {
  const length = Math.hypot(bx - ax, by - ay);
  if (length === 0) return [0, 0, 0];
  return add(scale(frame.right, (by - ay) / length), scale(frame.up, (ax - bx) / length));
}

/** The point of an outline, or within it, that is nearest to one. */
function nearestOf(outline: readonly PointMm[], at: PointMm): PointMm {
  if (isInside(at, outline)) return at;
  const onEdges = edgesOf(outline).map(([[ax, ay], [bx, by]]): PointMm => {
    const [dx, dy] = [bx - ax, by - ay];
    const squared = dx * dx + dy * dy;
    const share = squared === 0 ? 0 : ((at[0] - ax) * dx + (at[1] - ay) * dy) / squared;
    const within = Math.max(0, Math.min(1, share));
    return [ax + within * dx, ay + within * dy];
  });
  const offMm = ([x, y]: PointMm) => Math.hypot(x - at[0], y - at[1]);
  return onEdges.reduce((best, each) => (offMm(each) < offMm(best) ? each : best), onEdges[0] ?? at);
}
