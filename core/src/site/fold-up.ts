import { foldedFrame, siteFromFace, type Frame } from '../geometry/frame.ts';
import { interpolateFrame } from '../geometry/interpolate.ts';
import { foldEdge } from './place-faces.ts';
import type { SheetPlace } from './sheet.ts';
import type { Site } from './site.ts';
import type { Vec3 } from '../geometry/vec3.ts';

/** A face’s frame while it lies on the flat sheet, which stands in the plane of the root face. */
function flatFrame({ originX, originY, cos, sin }: SheetPlace): Frame {
  return { origin: [originX, 0, originY], right: [cos, 0, sin], up: [-sin, 0, cos], toViewer: [0, -1, 0] };
}

/**
 * Every face’s frame on the way from the flat sheet (`ratio` 0) to the site as it stands (`ratio` 1). Within an
 * island the faces stay joined and each fold turns by its share; the islands move to their places meanwhile.
 * Faces that nothing places stay on the sheet.
 */
export function foldUp(
  site: Site,
  places: ReadonlyMap<string, SheetPlace>,
  ratio: number,
): Map<string, Frame> {
  const frames = new Map<string, Frame>();
  // Places come parents first: an island grows from its first face.
  for (const place of places.values()) {
    const stood = site.frames.get(place.face);
    const flat = flatFrame(place);
    const parent = place.via === null ? undefined : frames.get(place.via.from);
    if (place.via === null || parent === undefined) {
      frames.set(place.face, stood === undefined ? flat : interpolateFrame(flat, stood, ratio));
      continue;
    }
    const { from, fromEdge, edge, towardViewerDeg } = place.via;
    const [fromFace, face] = [site.faces.get(from), site.faces.get(place.face)];
    const shared = fromFace === undefined ? null : foldEdge(fromFace, fromEdge);
    const other = face === undefined ? null : foldEdge(face, edge);
    frames.set(
      place.face,
      shared === null || other === null ? flat : foldedFrame(parent, shared, other, towardViewerDeg * ratio),
    );
  }
  return frames;
}

/** The box around all faces that stand in the given frames, mm: its two corners. */
export function boundsOfFrames(
  site: Site,
  frames: ReadonlyMap<string, Frame>,
): { readonly min: Vec3; readonly max: Vec3 } {
  const points = [...frames].flatMap(([id, frame]) =>
    (site.faces.get(id)?.outline ?? []).map((point) => siteFromFace(frame, point)),
  );
  const axis = (index: 0 | 1 | 2, pick: (...values: number[]) => number) =>
    pick(...points.map((point) => point[index]));
  return {
    min: [axis(0, Math.min), axis(1, Math.min), axis(2, Math.min)],
    max: [axis(0, Math.max), axis(1, Math.max), axis(2, Math.max)],
  };
}
