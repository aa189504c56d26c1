import { told, countOf, type Told } from '../quantity/told.ts';
import type { Fold } from '../plan/face.ts';
import type { PointMm } from '../plan/values.ts';
import { foldsAt } from './folds.ts';
import { EDGE_MATCH_MM, edgeLengthMm, foldEdge } from './place-faces.ts';
import { pitchDeg, riseInTwelve } from './pitch.ts';
import type { Site } from './site.ts';

/** A fold as one of its faces lists it. */
export type ListedFold = {
  readonly fold: Fold;
  /** The face that it is folded to. */
  readonly other: string;
  readonly hereEdge: number;
  readonly lengthMm: number;
  /** The other edge less this one; 0 where they match. */
  readonly differenceMm: number;
};

export function foldsOf(site: Site, faceId: string): ListedFold[] {
  return foldsAt(site.folds, faceId).map(({ fold, here, there }) => {
    const face = site.faces.get(faceId);
    const otherFace = site.faces.get(there.face);
    const edge = face === undefined ? null : foldEdge(face, here.edge);
    const otherEdge = otherFace === undefined ? null : foldEdge(otherFace, there.edge);
    const lengthMm = edge === null ? 0 : edgeLengthMm(edge);
    const differenceMm = otherEdge === null ? 0 : edgeLengthMm(otherEdge) - lengthMm;
    return {
      fold,
      other: there.face,
      hereEdge: here.edge,
      lengthMm,
      differenceMm: Math.abs(differenceMm) > EDGE_MATCH_MM ? differenceMm : 0,
    };
  });
}

/** An edge lies along or across its face when its direction is within about 2.5° of it: cosine. */
const ALONG = 0.999;

/** Which edge it is, as someone says it who faces the outline: its number, and its side where it has one. */
export function edgeName(outline: readonly PointMm[], edge: number): Told {
  const number = countOf(edge + 1);
  const ends = foldEdge({ outline }, edge);
  const length = ends === null ? 0 : edgeLengthMm(ends);
  if (ends === null || length === 0) return told('Edge {number}', { number });
  // Outlines run counter-clockwise, so the outside is at the right hand of an edge.
  const across = (ends[1][1] - ends[0][1]) / length;
  const up = -(ends[1][0] - ends[0][0]) / length;
  const side =
    up < -ALONG
      ? 'lower'
      : up > ALONG
        ? 'upper'
        : across > ALONG
          ? 'right'
          : across < -ALONG
            ? 'left'
            : 'slanting';
  return told('Edge {number}, {side}', { number, side });
}

/** The edges of a face that are folded to nothing yet, with their lengths. */
export function freeEdges(
  site: Site,
  faceId: string,
): { readonly edge: number; readonly name: Told; readonly lengthMm: number }[] {
  const face = site.faces.get(faceId);
  if (face === undefined) return [];
  const taken = new Set(foldsAt(site.folds, faceId).map(({ here }) => here.edge));
  return face.outline.flatMap((_, edge) => {
    const ends = foldEdge(face, edge);
    return ends === null || taken.has(edge)
      ? []
      : [{ edge, name: edgeName(face.outline, edge), lengthMm: edgeLengthMm(ends) }];
  });
}

/** Steeper than this a rise in twelve says nothing to anyone. */
const STEEPEST_RISE = 24;

/** A face’s pitch as it is typed: 30.3° with its rise in 12 where that is a roof’s. */
export function pitchText(site: Site, faceId: string): string {
  const frame = site.frames.get(faceId);
  if (frame === undefined) return '';
  const pitch = pitchDeg(frame);
  const rise = riseInTwelve(pitch);
  const degrees = `${Math.round(pitch * 10) / 10}°`;
  return rise > 0.05 && rise < STEEPEST_RISE ? `${degrees} (${Math.round(rise * 10) / 10}:12)` : degrees;
}
