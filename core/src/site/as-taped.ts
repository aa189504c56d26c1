import type { PointMm } from '../plan/values.ts';
import type { Site, SiteFace } from './site.ts';

/**
 * How much higher the real floor is below a place of a face than the level line through its datum, mm; 0 until the floor
 * was levelled. The other side of a face stands over the same floor line.
 */
export function floorRiseMm(site: Site, face: SiteFace, x: number): number {
  const isReverse = face.face.shape.kind === 'reverse';
  const front = isReverse && face.otherSide !== null ? site.faces.get(face.otherSide) : face;
  const shape = front?.face.shape;
  if (shape?.kind !== 'outline' || shape.asFound.floorRiseDeg === null) return 0;
  return (isReverse ? face.mirrorSumMm - x : x) * tan(shape.asFound.floorRiseDeg);
}

/** What a tape reads at a place on a face as it was found, where the level says that it is not square to the datum. */
export type AsTaped = {
  /** Up from the real floor, straight below the place; null until the floor was levelled. */
  readonly aboveFloorMm: number | null;
  /** From the real left edge at that height; null until the edge was plumbed. */
  readonly fromLeftMm: number | null;
};

/**
 * Running dimensions are told from the level and plumb lines through the datum. A floor that rises to the right
 * comes nearer to a mark there; an edge that leans right going up comes nearer to a mark up there.
 */
export function asTaped(site: Site, face: SiteFace, [x, y]: PointMm): AsTaped {
  const isReverse = face.face.shape.kind === 'reverse';
  const front = isReverse && face.otherSide !== null ? site.faces.get(face.otherSide) : face;
  const shape = front?.face.shape;
  if (shape?.kind !== 'outline') return { aboveFloorMm: null, fromLeftMm: null };
  const { floorRiseDeg, leftLeanDeg } = shape.asFound;
  return {
    aboveFloorMm: floorRiseDeg === null ? null : y - floorRiseMm(site, face, x),
    // The left edge of the other side is the right edge of this one, which was not plumbed.
    fromLeftMm: leftLeanDeg === null || isReverse ? null : x - y * tan(leftLeanDeg),
  };
}

function tan(angleDeg: number): number {
  return Math.tan((angleDeg * Math.PI) / 180);
}
