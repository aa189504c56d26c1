import type { Prepared } from '../check/prepared.ts';
import { obstacleBounds, reachFromFaceMm } from '../site/obstacle-zone.ts';

/** Something as it is seen from above by a person who stands before the face: along it, and out from it. */
export type StripBox = {
  readonly id: string;
  readonly name: string;
  readonly kind: 'gear' | 'obstacle';
  readonly fromMm: number;
  readonly toMm: number;
  /** Out from the face: where it begins and ends. */
  readonly backMm: number;
  readonly frontMm: number;
};

/** A leaf that swings about an upright hinge, seen from above. */
export type StripSwing = {
  readonly id: string;
  readonly hingeMm: number;
  /** The leaf shut, from the hinge along the face: positive to the right. */
  readonly leafMm: number;
  readonly throughDeg: number;
};

export type PlanStrip = {
  readonly fromMm: number;
  readonly toMm: number;
  /** How far the strip reaches out from the face to show all that is on it. */
  readonly depthMm: number;
  readonly boxes: readonly StripBox[];
  readonly swings: readonly StripSwing[];
};

/** Less than this shows nothing. */
const LEAST_DEPTH_MM = 300;

/** The face seen from above, to scale: gear with its depth, what stands out from the face, doors as they open. */
export function planStrip(prepared: Prepared, faceId: string): PlanStrip | null {
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) return null;
  const gear = (prepared.onFace.get(faceId) ?? []).map(({ id, placement, type, body }): StripBox => ({
    id,
    name: placement.name,
    kind: 'gear',
    fromMm: body.minX,
    toMm: body.maxX,
    backMm: type.standoffMm,
    frontMm: type.standoffMm + type.depthMm,
  }));
  const standing = face.inTheWay.map(({ obstacle }) => obstacle).filter(({ standsOutMm }) => standsOutMm > 0);
  const obstacles = standing.map((obstacle): StripBox => {
    const { minX, maxX } = obstacleBounds(obstacle);
    const isLid = obstacle.opens?.kind === 'rise';
    return {
      id: obstacle.id,
      name: obstacle.name,
      kind: 'obstacle',
      fromMm: minX,
      toMm: maxX,
      backMm: 0,
      frontMm: isLid ? reachFromFaceMm(obstacle) : obstacle.standsOutMm,
    };
  });
  const swings = face.inTheWay.flatMap(({ obstacle }): StripSwing[] => {
    const { opens, shape, id } = obstacle;
    if (opens?.kind !== 'swing' || shape.kind !== 'box') return [];
    if (opens.hinge === 'left')
      return [{ id, hingeMm: shape.xMm, leafMm: shape.widthMm, throughDeg: opens.throughDeg }];
    if (opens.hinge === 'right') {
      return [
        { id, hingeMm: shape.xMm + shape.widthMm, leafMm: -shape.widthMm, throughDeg: opens.throughDeg },
      ];
    }
    return [];
  });
  const reaches = [...gear, ...obstacles].map(({ frontMm }) => frontMm);
  const leaves = swings.map(({ leafMm }) => Math.abs(leafMm));
  return {
    fromMm: face.bounds.minX,
    toMm: face.bounds.maxX,
    depthMm: Math.max(LEAST_DEPTH_MM, ...reaches, ...leaves),
    boxes: [...obstacles, ...gear],
    swings,
  };
}

/** The path of a leaf’s edge as it opens, from shut to open, mm along and out from the face. */
export function swingPath(
  { hingeMm, leafMm, throughDeg }: StripSwing,
  steps = 12,
): (readonly [number, number])[] {
  return Array.from({ length: steps + 1 }, (_, step) => {
    const angle = ((throughDeg * Math.PI) / 180) * (step / steps);
    return [hingeMm + leafMm * Math.cos(angle), Math.abs(leafMm) * Math.sin(angle)] as const;
  });
}
