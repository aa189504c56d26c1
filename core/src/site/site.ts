import type { Face, Fold } from '../plan/face.ts';
import { signedAreaMm2 } from '../geometry/segments.ts';
import type { Conditions } from '../plan/conditions.ts';
import type { Plan } from '../plan/plan.ts';
import type { PointMm } from '../plan/values.ts';
import { byIdentity } from '../derive/by-identity.ts';
import { resolveConditions } from './conditions.ts';
import type { Frame } from '../geometry/frame.ts';
import { membersOf, mirroredMember } from './members.ts';
import { obstacleBoxes, obstacleParts, visibleObstacles } from './obstacle-zone.ts';
import { placeFaces, type PlacedBy } from './place-faces.ts';
import type { SiteFace, SiteProblem } from './site-face.ts';
import { boundsOf } from '../geometry/polygon.ts';

export { foldEdge } from './place-faces.ts';

export type { SiteFace, SiteProblem } from './site-face.ts';

export type Site = {
  readonly faces: ReadonlyMap<string, SiteFace>;
  readonly folds: readonly Fold[];
  /** Where each face stands in 3-D; faces that nothing connects to the root are missing. */
  readonly frames: ReadonlyMap<string, Frame>;
  readonly placedBy: ReadonlyMap<string, PlacedBy>;
  readonly problems: readonly SiteProblem[];
};

/** Works out every face, its reverse and its frame. Problems are listed, never thrown. */
export function buildSite(plan: Plan): Site {
  const faces = new Map<string, SiteFace>();
  const otherSides = new Map<string, string>();
  for (const face of plan.faces) {
    if (face.shape.kind === 'reverse') {
      otherSides.set(face.id, face.shape.of);
      otherSides.set(face.shape.of, face.id);
    }
  }
  for (const face of plan.faces) {
    const { shape } = face;
    const front = shape.kind === 'reverse' ? plan.faces.find(({ id }) => id === shape.of) : face;
    faces.set(face.id, buildFace(face, front, plan.site.conditions, otherSides.get(face.id) ?? null));
  }

  const toPlace = new Map(
    [...faces].map(([id, { outline, thicknessMm, mirrorSumMm, otherSide, face }]) => [
      id,
      {
        id,
        outline,
        thicknessMm,
        mirrorSumMm,
        otherSide,
        stands: face.shape.kind === 'outline' ? face.shape.stands : null,
      },
    ]),
  );
  const placed = placeFaces(toPlace, plan.folds, plan.rootFace);
  return {
    ...placed,
    faces,
    folds: plan.folds,
    problems: [...clockwiseProblems([...faces.values()]), ...placed.problems],
  };
}

/** Faces whose outline runs the wrong way round. */
export function clockwiseProblems(faces: readonly Pick<SiteFace, 'id' | 'outline'>[]): SiteProblem[] {
  return faces
    .filter(({ outline }) => signedAreaMm2(outline) <= 0)
    .map(({ id }) => ({ code: 'clockwise', face: id, fold: null, differenceMm: 0, angleDeg: 0 }));
}

/** The same hole seen from the other side of its face. */
export function mirrored(face: SiteFace, [x, y]: PointMm): PointMm {
  return [face.mirrorSumMm - x, y];
}

/** A face worked out; `front` is itself, or the face whose other side it is. */
export function buildFace(
  face: Face,
  front: Face | undefined,
  conditions: Conditions,
  otherSide: string | null,
): SiteFace {
  const common = {
    id: face.id,
    name: face.name,
    face,
    otherSide,
    obstacles: face.obstacles,
    inTheWay: visibleObstacles(face.obstacles).map((obstacle) => ({
      obstacle,
      parts: obstacleParts(obstacle),
      boxes: obstacleBoxes(obstacle),
    })),
    setbacks: face.setbacks,
    conditions: resolveConditions(conditions, face.conditions),
  };
  if (face.shape.kind === 'outline') {
    const outline = face.shape.pointsMm;
    const bounds = boundsOf(outline);
    return {
      ...common,
      outline,
      bounds,
      thicknessMm: face.shape.thicknessMm,
      layers: face.shape.layers ?? null,
      mirrorSumMm: bounds.minX + bounds.maxX,
      members: membersOf(face, bounds),
    };
  }
  const { of } = face.shape;
  const frontShape = front?.shape;
  if (front === undefined || frontShape?.kind !== 'outline') {
    throw new Error(
      `“${face.id}” is the reverse of “${of}”, which has no outline: the plan was not checked.`,
    );
  }
  const bounds = boundsOf(frontShape.pointsMm);
  const mirrorSumMm = bounds.minX + bounds.maxX;
  return {
    ...common,
    outline: mirroredOutline(frontShape.pointsMm),
    bounds,
    thicknessMm: frontShape.thicknessMm,
    layers: frontShape.layers?.toReversed() ?? null,
    mirrorSumMm,
    members: membersOf(front, bounds).map((member) => mirroredMember(member, mirrorSumMm)),
  };
}

/** An outline as the other side has it; one object for one outline, so that it is known to be the same. */
const mirroredOutline = byIdentity((pointsMm: readonly PointMm[]): readonly PointMm[] => {
  const { minX, maxX } = boundsOf(pointsMm);
  return pointsMm.map(([x, y]): PointMm => [minX + maxX - x, y]).reverse();
});
