import { distanceToSegmentMm } from '../geometry/segments.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import type { PointMm } from '../plan/values.ts';
import { isAbove, isBelow, TOUCH_MM } from '../quantity/compare.ts';
import { clipToBox } from '../geometry/clip.ts';
import { boundsOf, growBox, type BoxMm } from '../geometry/polygon.ts';
import { siteFromFace, type Frame } from '../geometry/frame.ts';
import type { OrientedBox } from '../geometry/oriented-box.ts';
import { add, scale, type Vec3 } from '../geometry/vec3.ts';

/** A slanting line is covered by boxes no longer than this, so that little beside it is covered too. */
const SLANT_PIECE_MM = 25;
/** … and by no more of them than so many. */
const MOST_PIECES = 100;
const UPRIGHT_MM = 0.01;

/** A part of an obstacle as it is, in its face: a rectangle about its middle, `along` a unit vector of its first side. */
export type ObstaclePart = {
  readonly middle: PointMm;
  readonly along: PointMm;
  readonly halfAlongMm: number;
  readonly halfAcrossMm: number;
};

/** What an obstacle covers of its face, exactly: its box, or a rectangle for each straight stretch, past its ends by half its width. */
export function obstacleParts({ shape }: Pick<Obstacle, 'shape'>): ObstaclePart[] {
  if (shape.kind === 'box') {
    const { xMm, yMm, widthMm, heightMm } = shape;
    const middle: PointMm = [xMm + widthMm / 2, yMm + heightMm / 2];
    return [{ middle, along: [1, 0], halfAlongMm: widthMm / 2, halfAcrossMm: heightMm / 2 }];
  }
  const half = shape.widthMm / 2;
  return shape.pointsMm.slice(1).map((to, index): ObstaclePart => {
    const from = shape.pointsMm[index] ?? to;
    const lengthMm = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const along: PointMm =
      lengthMm === 0 ? [1, 0] : [(to[0] - from[0]) / lengthMm, (to[1] - from[1]) / lengthMm];
    const middle: PointMm = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
    return { middle, along, halfAlongMm: lengthMm / 2 + half, halfAcrossMm: half };
  });
}

/** The corners of a part, counter-clockwise. */
export function cornersOfPart({ middle, along, halfAlongMm, halfAcrossMm }: ObstaclePart): PointMm[] {
  const [[x, y], [dx, dy]] = [middle, along];
  return (
    [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ] as const
  ).map(([u, v]) => [
    x + u * halfAlongMm * dx - v * halfAcrossMm * dy,
    y + u * halfAlongMm * dy + v * halfAcrossMm * dx,
  ]);
}

/** Whether a place lies in a part with so much around it, by more than a touch. */
export function isInPart([x, y]: PointMm, part: ObstaclePart, aroundMm = 0): boolean {
  const [dx, dy] = [x - part.middle[0], y - part.middle[1]];
  const along = Math.abs(dx * part.along[0] + dy * part.along[1]);
  const across = Math.abs(dy * part.along[0] - dx * part.along[1]);
  return (
    isBelow(along, part.halfAlongMm + aroundMm, 'mm') && isBelow(across, part.halfAcrossMm + aroundMm, 'mm')
  );
}

/** The bounds of what of a part lies in a box, more than a touch; null where nothing does. */
export function partInBox(part: ObstaclePart, box: BoxMm): BoxMm | null {
  const { minX, maxX, minY, maxY } = growBox(box, -TOUCH_MM);
  const corners = cornersOfPart(part).map(([x, y]): Vec3 => [x, y, 0]);
  const inside = clipToBox(corners, { x: [minX, maxX], y: [minY, maxY], z: [-1, 1] });
  return inside.length === 0 ? null : boundsOf(inside.map(([x, y]): PointMm => [x, y]));
}

/** The boxes that cover an obstacle on its face, for what works with upright boxes only. A slanting line gives several. */
export function obstacleBoxes({ shape }: Pick<Obstacle, 'shape'>): BoxMm[] {
  if (shape.kind === 'box') {
    const { xMm, yMm, widthMm, heightMm } = shape;
    return [{ minX: xMm, minY: yMm, maxX: xMm + widthMm, maxY: yMm + heightMm }];
  }
  const half = shape.widthMm / 2;
  return shape.pointsMm.slice(1).flatMap((to, index) => {
    const from = shape.pointsMm[index] ?? to;
    return piecesOf(from, to).map((piece) => growBox(boundsOf(piece), half));
  });
}

function piecesOf(from: PointMm, to: PointMm): (readonly [PointMm, PointMm])[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const isSlanting = Math.abs(dx) > UPRIGHT_MM && Math.abs(dy) > UPRIGHT_MM;
  const count = isSlanting ? Math.min(MOST_PIECES, Math.ceil(Math.hypot(dx, dy) / SLANT_PIECE_MM)) : 1;
  const at = (step: number): PointMm => [from[0] + (dx * step) / count, from[1] + (dy * step) / count];
  return Array.from({ length: count }, (_, step) => [at(step), at(step + 1)] as const);
}

export function obstacleBounds(obstacle: Pick<Obstacle, 'shape'>): BoxMm {
  const boxes = obstacleBoxes(obstacle);
  return boundsOf(
    boxes.flatMap(({ minX, minY, maxX, maxY }): PointMm[] => [
      [minX, minY],
      [maxX, maxY],
    ]),
  );
}

/** From a point to the nearest of the obstacle on its face, mm; 0 on or in it. Exact for slanting lines too. */
export function distanceToObstacleMm({ shape }: Pick<Obstacle, 'shape'>, [x, y]: PointMm): number {
  if (shape.kind === 'box') {
    const { xMm, yMm, widthMm, heightMm } = shape;
    return Math.hypot(Math.max(xMm - x, 0, x - xMm - widthMm), Math.max(yMm - y, 0, y - yMm - heightMm));
  }
  const axisMm = Math.min(
    ...shape.pointsMm
      .slice(1)
      .map((to, index) => distanceToSegmentMm([x, y], shape.pointsMm[index] ?? to, to)),
  );
  return Math.max(0, axisMm - shape.widthMm / 2);
}

/** How far it reaches out from its face at most: shut, with its lid up, or with its leaf square to the face. */
export function reachFromFaceMm({ standsOutMm, opens, shape }: Obstacle): number {
  if (opens === null) return standsOutMm;
  if (opens.kind === 'rise') return standsOutMm + opens.riseMm;
  if (shape.kind === 'line') return standsOutMm;
  const leafMm = opens.hinge === 'left' || opens.hinge === 'right' ? shape.widthMm : shape.heightMm;
  const widest = opens.throughDeg >= 90 ? 1 : Math.sin((opens.throughDeg * Math.PI) / 180);
  return standsOutMm + leafMm * widest;
}

/** What light, people or their gear must get through is never lain over, however low it is. */
const MAY_BE_COVERED = {
  door: false,
  window: false,
  hatch: false,
  skylight: false,
  vent: true,
  fan: true,
  pipe: true,
  cable: true,
  'fuel-line': true,
  rigging: true,
  walkway: false,
  modules: false,
  other: true,
} as const satisfies Record<Obstacle['kind'], boolean>;

/**
 * Whether gear that stands off its face by so much lies clear over an obstacle, as a solar module over a low vent, its
 * lid open too. One whose height is not known, given as 0, is never lain over.
 */
export function mayLieUnder(obstacle: Obstacle, standoffMm: number): boolean {
  const reachMm = reachFromFaceMm(obstacle);
  return MAY_BE_COVERED[obstacle.kind] && reachMm > 0 && !isAbove(reachMm, standoffMm, 'mm');
}

/** The obstacles a face shows: what is hidden behind it hinders no body and no cable on it. */
export function visibleObstacles<Any extends Obstacle>(obstacles: readonly Any[]): Any[] {
  return obstacles.filter(({ isHidden }) => !isHidden);
}

/** A part of an obstacle as it stands out from its face, from `backMm` to `frontMm`. */
export function boxOfPart(frame: Frame, part: ObstaclePart, backMm: number, frontMm: number): OrientedBox {
  const [dx, dy] = part.along;
  return {
    centre: add(siteFromFace(frame, part.middle), scale(frame.toViewer, (backMm + frontMm) / 2)),
    axes: [
      add(scale(frame.right, dx), scale(frame.up, dy)),
      add(scale(frame.right, -dy), scale(frame.up, dx)),
      frame.toViewer,
    ],
    half: [part.halfAlongMm, part.halfAcrossMm, (frontMm - backMm) / 2],
  };
}
