import type { Plan } from '../plan/plan.ts';
import type { Travel } from '../plan/conditions.ts';
import { ROOT_FRAME } from '../geometry/frame.ts';
import type { Site } from './site.ts';
import { dot, scale, type Vec3 } from '../geometry/vec3.ts';

/** A direction this much along an axis is that way, and not beside it: cosine of 45°. */
const ALONG = Math.SQRT1_2;

/** The way a mobile body travels, as a unit vector in the site; null for a building. */
export function travelVector(travel: Travel | null): Vec3 | null {
  switch (travel) {
    case null:
      return null;
    case 'right':
      return ROOT_FRAME.right;
    case 'left':
      return scale(ROOT_FRAME.right, -1);
    case 'towards-viewer':
      return ROOT_FRAME.toViewer;
    case 'away':
      return scale(ROOT_FRAME.toViewer, -1);
  }
}

/** The way of travel as someone says it who faces a face of the body. */
export function travelOnFace(plan: Plan, site: Site, faceId: string): string {
  const travel = travelVector(plan.site.travel);
  const frame = site.frames.get(faceId);
  if (travel === null || frame === undefined) return 'not known here';
  const ways: readonly (readonly [string, Vec3])[] = [
    ['to the right', frame.right],
    ['to the left', scale(frame.right, -1)],
    ['up the face', frame.up],
    ['down the face', scale(frame.up, -1)],
    ['out of the face, towards you', frame.toViewer],
    ['into the face, away from you', scale(frame.toViewer, -1)],
  ];
  const along = ways.filter(([, way]) => dot(way, travel) >= ALONG - 1e-9);
  return along.length === 0 ? 'slanting across the face' : along.map(([name]) => name).join(' and ');
}
