import type { Prepared } from '../check/prepared.ts';
import { frontMm } from '../check/prepared.ts';
import { growBox, type BoxMm } from '../geometry/polygon.ts';
import type { PointMm } from '../geometry/point.ts';
import { isAbove } from '../quantity/compare.ts';
import { cornersOfPart, mayLieUnder, obstacleParts, visibleObstacles } from '../site/obstacle-zone.ts';
import type { SiteFace } from '../site/site-face.ts';
import { usableOutlines } from '../site/usable.ts';
import { modulesOnFace } from './field-modules.ts';
import type { Ground } from './free-rows.ts';

/** An obstacle that modules so far off the face may not cover, as figures on the face with its clear zone. */
export function keptFreeBy(
  face: SiteFace,
  liftMm: number,
): { readonly id: string; readonly figures: readonly PointMm[][] }[] {
  return visibleObstacles(face.obstacles)
    .filter((obstacle) => !mayLieUnder(obstacle, liftMm))
    .map((obstacle) => ({
      id: obstacle.id,
      figures: obstacleParts(obstacle).map((part) =>
        cornersOfPart({
          ...part,
          halfAlongMm: part.halfAlongMm + obstacle.clearMm,
          halfAcrossMm: part.halfAcrossMm + obstacle.clearMm,
        }),
      ),
    }));
}

/** Where on a face modules of a field may lie: within its setbacks, off obstacles, gear and the modules of other fields. */
export function groundOf(
  prepared: Prepared,
  face: SiteFace,
  field: string | null,
  liftMm: number,
  gapMm: number,
): Ground {
  const gear = (prepared.onFace.get(face.id) ?? []).filter((item) => isAbove(frontMm(item), liftMm, 'mm'));
  const others = modulesOnFace(prepared, face.id).filter((module) => module.field !== field);
  return {
    outlines: usableOutlines(face),
    keptFree: [
      ...keptFreeBy(face, liftMm).flatMap(({ figures }) => figures),
      ...gear.map(({ body }) => cornersOfBox(body)),
      ...others.map(({ box }) => cornersOfBox(growBox(box, gapMm))),
    ],
  };
}

export function cornersOfBox({ minX, minY, maxX, maxY }: BoxMm): PointMm[] {
  return [
    [minX, minY],
    [maxX, minY],
    [maxX, maxY],
    [minX, maxY],
  ];
}
