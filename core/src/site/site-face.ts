import type { Face, Layer, Setback } from '../plan/face.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import type { PointMm } from '../plan/values.ts';
import type { ResolvedConditions } from './conditions.ts';
import type { Member } from './members.ts';
import type { ObstaclePart } from './obstacle-zone.ts';
import type { BoxMm } from '../geometry/polygon.ts';

/** An obstacle with its parts as they are, and the boxes that cover them. */
export type ObstacleZone = {
  readonly obstacle: Obstacle;
  readonly parts: readonly ObstaclePart[];
  readonly boxes: readonly BoxMm[];
};

/** A face with all that follows from the plan worked out, in its own coordinates as seen. */
export type SiteFace = {
  readonly id: string;
  readonly name: string;
  readonly face: Face;
  readonly outline: readonly PointMm[];
  readonly bounds: BoxMm;
  readonly thicknessMm: number;
  /** What lies between its skins, from this side to the other; null where nobody looked. */
  readonly layers: readonly Layer[] | null;
  /** The face on the other side, if it has one. */
  readonly otherSide: string | null;
  /** x here + x on the other side, for one and the same hole. */
  readonly mirrorSumMm: number;
  readonly members: readonly Member[];
  readonly obstacles: readonly Obstacle[];
  /** Those of its obstacles that stand in the way on it: not the hidden ones. */
  readonly inTheWay: readonly ObstacleZone[];
  readonly setbacks: readonly Setback[];
  readonly conditions: ResolvedConditions;
};

export type SiteProblem = {
  readonly code: 'clockwise' | 'fold-length' | 'not-closed' | 'not-placed';
  readonly face: string;
  readonly fold: string | null;
  readonly differenceMm: number;
  readonly angleDeg: number;
};
