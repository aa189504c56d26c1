import { Box, Polygon } from '@flatten-js/core';
import type { BodyMm } from '../core/src/gear/body.ts';

/** The distance of two bodies as polygons of a general geometry library. */
export function polygonDistance(a: BodyMm, b: BodyMm): number {
  const polygon = ({ minX, minY, maxX, maxY }: BodyMm) => new Polygon(new Box(minX, minY, maxX, maxY));
  const [distance] = polygon(a).distanceTo(polygon(b));
  return distance;
}
