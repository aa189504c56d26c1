import type { BoxMm } from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';

/** Screen from sheet: x right, y down on the screen, y up on the sheet; `scale` in pixels per mm. */
export type Viewport = { readonly scale: number; readonly left: number; readonly top: number };
export type PointPx = readonly [number, number];

/** A sheet of a kilometre fits on a screen. */
const MIN_SCALE = 0.0005;
const MAX_SCALE = 20;

export function screenFromSheet({ scale, left, top }: Viewport, [x, y]: PointMm): PointPx {
  return [left + x * scale, top - y * scale];
}

export function sheetFromScreen({ scale, left, top }: Viewport, [x, y]: PointPx): PointMm {
  return [(x - left) / scale, (top - y) / scale];
}

/** The whole box in the middle of the screen, with a margin in pixels. */
export function fitted(box: BoxMm, widthPx: number, heightPx: number, marginPx: number): Viewport {
  const across = Math.max(1, widthPx - 2 * marginPx) / Math.max(1, box.maxX - box.minX);
  const up = Math.max(1, heightPx - 2 * marginPx) / Math.max(1, box.maxY - box.minY);
  const scale = clampScale(Math.min(across, up));
  return {
    scale,
    left: widthPx / 2 - ((box.minX + box.maxX) / 2) * scale,
    top: heightPx / 2 + ((box.minY + box.maxY) / 2) * scale,
  };
}

/** Zooms so that the point under the pointer stays there. */
export function zoomedAt(viewport: Viewport, [x, y]: PointPx, factor: number): Viewport {
  const scale = clampScale(viewport.scale * factor);
  const ratio = scale / viewport.scale;
  return { scale, left: x - (x - viewport.left) * ratio, top: y - (y - viewport.top) * ratio };
}

export function panned(viewport: Viewport, dx: number, dy: number): Viewport {
  return { ...viewport, left: viewport.left + dx, top: viewport.top + dy };
}

function clampScale(scale: number): number {
  return Math.min(MAX_SCALE, Math.max(MIN_SCALE, scale));
}
