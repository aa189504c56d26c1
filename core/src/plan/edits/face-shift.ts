import type { Draft } from 'immer';
import type { Face, Stand } from '../face.ts';
import type { Obstacle } from '../obstacle.ts';
import { cleanMm } from '../outline.ts';
import type { Plan } from '../plan.ts';
import { placedOnFace } from '../lists.ts';
import { standAxes } from '../stand.ts';
import type { PointMm } from '../values.ts';
import { otherSideOf, type OutlineFace } from './outline-face.ts';

/**
 * Gives a face new corners and keeps everything on it, on its other side and round it where it is on the real site: the
 * outline is moved so that its datum is its lower left, and what is measured from the datum moves along.
 */
export function reshape(draft: Draft<Plan>, face: OutlineFace, points: readonly PointMm[]): void {
  const before = spanOf(face.shape.pointsMm);
  const after = spanOf(points);
  // Everything is told from the new datum.
  const [dx, dy] = [-after.minX, -after.minY];
  face.shape.pointsMm = points.map(([x, y]) => [cleanMm(x + dx), cleanMm(y + dy)]);
  shiftThings(draft, face, dx, dy);
  for (const framing of face.shape.framing) shiftFraming(framing, dx, dy);
  if (face.shape.stands !== null) {
    const { right, up } = standAxes(face.shape.stands);
    shiftStand(face.shape.stands, (axis) => -(right[axis] * dx + up[axis] * dy));
  }
  const reverse = otherSideOf(draft, face.id);
  if (reverse === undefined) return;
  // x on the other side is the sum of both edges less x here.
  const sumBefore = before.minX + before.maxX;
  const sumAfter = after.maxX - after.minX;
  shiftThings(draft, reverse, sumAfter - sumBefore - dx, dy);
}

function spanOf(points: readonly PointMm[]) {
  const xs = points.map(([x]) => x);
  return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...points.map(([, y]) => y)) };
}

function shiftThings(draft: Draft<Plan>, face: Draft<Face>, dx: number, dy: number): void {
  if (dx === 0 && dy === 0) return;
  for (const obstacle of face.obstacles) shiftObstacle(obstacle, dx, dy);
  for (const thing of placedOnFace(draft, face.id)) {
    thing.xMm = cleanMm(thing.xMm + dx);
    thing.yMm = cleanMm(thing.yMm + dy);
  }
  if (face.id !== draft.rootFace) return;
  // What stands by itself is told from the root’s datum, along the root and up it.
  for (const { shape } of draft.faces) {
    if (shape.kind === 'outline' && shape.stands !== null) {
      shiftStand(shape.stands, (axis) => (axis === 0 ? dx : axis === 2 ? dy : 0));
    }
  }
}

function shiftStand(stand: Draft<Stand>, by: (axis: 0 | 1 | 2) => number): void {
  const [x, y, z] = stand.originMm;
  stand.originMm = [cleanMm(x + by(0)), cleanMm(y + by(1)), cleanMm(z + by(2))];
}

function shiftObstacle({ shape }: Draft<Obstacle>, dx: number, dy: number): void {
  if (shape.kind === 'box') {
    shape.xMm = cleanMm(shape.xMm + dx);
    shape.yMm = cleanMm(shape.yMm + dy);
  } else shape.pointsMm = shape.pointsMm.map(([x, y]) => [cleanMm(x + dx), cleanMm(y + dy)]);
}

type DraftFraming = OutlineFace['shape']['framing'][number];

function shiftFraming(framing: DraftFraming, dx: number, dy: number): void {
  const across = framing.axis === 'vertical' ? dx : dy;
  const along = framing.axis === 'vertical' ? dy : dx;
  const { at } = framing;
  if (at.kind === 'spaced') at.firstCentreMm = cleanMm(at.firstCentreMm + across);
  else at.centresMm = at.centresMm.map((centreMm) => cleanMm(centreMm + across));
  for (const found of framing.found) found.centreMm = cleanMm(found.centreMm + across);
  if (framing.extent !== null) {
    framing.extent = {
      fromMm: cleanMm(framing.extent.fromMm + along),
      toMm: cleanMm(framing.extent.toMm + along),
    };
  }
}
