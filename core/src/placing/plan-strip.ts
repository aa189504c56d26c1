import { gearName, obstacleName } from '../plan/names.ts';
import type { ToldValue } from '../quantity/told.ts';
import { frontMm as backMm, type Hung, type Prepared } from '../check/prepared.ts';
import { isShort, workingSpaceOf } from '../clearance/working-space.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import { obstacleBounds, reachFromFaceMm } from '../site/obstacle-zone.ts';

/** Something as it is seen from above by a person who stands before the face: along it, and out from it. */
export type StripBox = {
  readonly id: string;
  readonly name: ToldValue;
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
  /** How far out from the face its hinge is. */
  readonly outMm: number;
};

/** The room a person needs before gear, seen from above. */
export type StripSpace = {
  readonly id: string;
  readonly fromMm: number;
  readonly toMm: number;
  readonly backMm: number;
  readonly frontMm: number;
  readonly isFree: boolean;
};

export type PlanStrip = {
  readonly fromMm: number;
  readonly toMm: number;
  /** How far the strip reaches out from the face to show all that is on it. */
  readonly depthMm: number;
  readonly boxes: readonly StripBox[];
  readonly swings: readonly StripSwing[];
  readonly spaces: readonly StripSpace[];
};

/** Less than this shows nothing. */
const LEAST_DEPTH_MM = 300;

/** The face seen from above, to scale: gear with its depth, what stands out from the face, doors as they open. */
export function planStrip(prepared: Prepared, faceId: string): PlanStrip | null {
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) return null;
  const gear = (prepared.onFace.get(faceId) ?? []).map(({ id, type, body }): StripBox => ({
    id,
    name: gearName(id),
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
      name: obstacleName(faceId, obstacle.id),
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
      return [{ id, hingeMm: shape.xMm, leafMm: shape.widthMm, throughDeg: opens.throughDeg, outMm: 0 }];
    if (opens.hinge === 'right') {
      return [
        {
          id,
          hingeMm: shape.xMm + shape.widthMm,
          leafMm: -shape.widthMm,
          throughDeg: opens.throughDeg,
          outMm: 0,
        },
      ];
    }
    return [];
  });
  const spaces = (prepared.onFace.get(faceId) ?? []).flatMap((item): StripSpace[] => {
    const room = frontRoomOf(prepared, item);
    if (room === null) return [];
    const { low, high, isFree } = room;
    return [{ id: item.id, fromMm: low[0], toMm: high[0], backMm: low[2], frontMm: high[2], isFree }];
  });
  const covers = (prepared.onFace.get(faceId) ?? []).flatMap(coverSwing);
  const reaches = [...gear, ...obstacles, ...spaces].map(({ frontMm }) => frontMm);
  const leaves = [...swings, ...covers].map(({ leafMm }) => Math.abs(leafMm));
  return {
    fromMm: face.bounds.minX,
    toMm: face.bounds.maxX,
    depthMm: Math.max(LEAST_DEPTH_MM, ...reaches, ...leaves),
    boxes: [...obstacles, ...gear],
    swings: [...swings, ...covers],
    spaces,
  };
}

/** The room a person needs before gear, in its face's axes, mm: two corners of a box. */
export type FrontRoomBox = { readonly low: Vec3; readonly high: Vec3; readonly isFree: boolean };

/** Where along the wall it leaves most, from the floor as found up; null where none is asked for. */
export function frontRoomOf(prepared: Prepared, item: Hung): FrontRoomBox | null {
  const space = workingSpaceOf(prepared, item);
  if (space === null) return null;
  const { room, y, requiredMm } = space;
  const [fromMm, toMm] = room.window;
  const back = backMm(item);
  return {
    low: [fromMm, y[0], back],
    high: [toMm, y[1], back + requiredMm],
    isFree: !isShort(room, requiredMm),
  };
}

/** A cover hung at its side, as it opens square before its gear. */
function coverSwing({ id, type, body }: Hung): StripSwing[] {
  const { cover } = type;
  if (cover === null || cover.hinge === 'top' || cover.hinge === 'bottom') return [];
  const isLeft = cover.hinge === 'left';
  const leafMm = isLeft ? cover.leafMm : -cover.leafMm;
  const outMm = type.standoffMm + type.depthMm;
  return [
    { id: `${id}-cover`, hingeMm: isLeft ? body.minX : body.maxX, leafMm, throughDeg: COVER_DEG, outMm },
  ];
}

const COVER_DEG = 90;

/** The path of a leaf’s edge as it opens, from shut to open, mm along and out from the face. */
export function swingPath(
  { hingeMm, leafMm, throughDeg, outMm }: StripSwing,
  steps = 12,
): (readonly [number, number])[] {
  return Array.from({ length: steps + 1 }, (_, step) => {
    const angle = ((throughDeg * Math.PI) / 180) * (step / steps);
    return [hingeMm + leafMm * Math.cos(angle), outMm + Math.abs(leafMm) * Math.sin(angle)] as const;
  });
}
