import { sheetFromFace, type SheetPlace } from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';
import { screenFromSheet, type PointPx, type Viewport } from './viewport.ts';

/** From a face's own coordinates to the screen. */
export type Project = (faceId: string, point: PointMm) => PointPx;

export function projector(places: ReadonlyMap<string, SheetPlace>, viewport: Viewport): Project {
  return (faceId, point) => {
    const place = places.get(faceId);
    return place === undefined ? [0, 0] : screenFromSheet(viewport, sheetFromFace(place, point));
  };
}

export function pathOf(points: readonly PointPx[], isClosed: boolean): string {
  const path = points
    .map(([x, y], index) => `${index === 0 ? 'M' : 'L'}${x.toFixed(2)} ${y.toFixed(2)}`)
    .join(' ');
  return isClosed ? `${path} Z` : path;
}

/** A box on a face as a closed path on the screen. */
export function boxPath(
  project: Project,
  faceId: string,
  box: { readonly minX: number; readonly minY: number; readonly maxX: number; readonly maxY: number },
): string {
  const corners: PointMm[] = [
    [box.minX, box.minY],
    [box.maxX, box.minY],
    [box.maxX, box.maxY],
    [box.minX, box.maxY],
  ];
  return pathOf(
    corners.map((corner) => project(faceId, corner)),
    true,
  );
}
