import { Box, Polygon } from '@flatten-js/core';
import type { BoxMm } from '../core/src/geometry/polygon.ts';

/** The distance of two bodies as polygons of a general geometry library. */
export function polygonDistance(a: BoxMm, b: BoxMm): number {
  const polygon = ({ minX, minY, maxX, maxY }: BoxMm) => new Polygon(new Box(minX, minY, maxX, maxY));
  const [distance] = polygon(a).distanceTo(polygon(b));
  return distance;
}
