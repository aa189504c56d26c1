import type { PointMm } from './point.ts';
import { add, cross, scale, sub, type Vec3 } from './vec3.ts';

/**
 * Where a face stands in the site: `origin` is its datum (0, 0), `right` and `up` its axes, `toViewer` the
 * normal towards the person who stands facing it. All unit vectors, right-handed: right × up = toViewer.
 */
export type Frame = {
  readonly origin: Vec3;
  readonly right: Vec3;
  readonly up: Vec3;
  readonly toViewer: Vec3;
};

/** The root face stands upright: its right is the site's x, its up the site's z. */
export const ROOT_FRAME: Frame = {
  origin: [0, 0, 0],
  right: [1, 0, 0],
  up: [0, 0, 1],
  toViewer: [0, -1, 0],
};

export function siteFromFace(frame: Frame, [x, y]: PointMm): Vec3 {
  return add(frame.origin, add(scale(frame.right, x), scale(frame.up, y)));
}

/**
 * The frame of a face joined along an edge. The shared edge runs from `from` to `to` on the placed face and
 * the other way round, `toOther` → `fromOther`, on the new one (both outlines counter-clockwise).
 * `towardViewerDeg` 0 leaves the new face in the same plane; positive turns it towards the viewer.
 */
export function foldedFrame(
  placed: Frame,
  [from, to]: readonly [PointMm, PointMm],
  [toOther, fromOther]: readonly [PointMm, PointMm],
  towardViewerDeg: number,
): Frame {
  const angle = (towardViewerDeg * Math.PI) / 180;
  const start = siteFromFace(placed, from);
  const alongPlaced = unit(sub(siteFromFace(placed, to), start));
  const outward = cross(alongPlaced, placed.toViewer);
  const inward = add(scale(outward, Math.cos(angle)), scale(placed.toViewer, Math.sin(angle)));

  // In the new face's own axes: the edge's direction, and its left, which points into the face.
  const length = Math.hypot(fromOther[0] - toOther[0], fromOther[1] - toOther[1]);
  const edgeX = (fromOther[0] - toOther[0]) / length;
  const edgeY = (fromOther[1] - toOther[1]) / length;
  const along = scale(alongPlaced, -1);
  const right = add(scale(along, edgeX), scale(inward, -edgeY));
  const up = add(scale(along, edgeY), scale(inward, edgeX));
  const origin = sub(start, add(scale(right, fromOther[0]), scale(up, fromOther[1])));
  return { origin, right, up, toViewer: cross(right, up) };
}

/** The frame of the other side of a face: seen from behind, right runs the other way, one thickness back. */
export function reverseFrame(front: Frame, mirrorSumMm: number, thicknessMm: number): Frame {
  const behind = scale(front.toViewer, -thicknessMm);
  return {
    origin: add(siteFromFace(front, [mirrorSumMm, 0]), behind),
    right: scale(front.right, -1),
    up: front.up,
    toViewer: scale(front.toViewer, -1),
  };
}

function unit(v: Vec3): Vec3 {
  return scale(v, 1 / Math.hypot(...v));
}
