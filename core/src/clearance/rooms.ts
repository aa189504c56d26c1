import type { Subjects } from '../check/subjects.ts';
import { isSameList } from '../derive/entities.ts';
import { placingInputs, type Hung, type Model } from '../model/model.ts';
import { fact } from '../derive/query.ts';
import type { Air } from '../plan/conditions.ts';
import { siteFromFace } from '../geometry/frame.ts';
import type { SiteFace } from '../site/site.ts';
import type { Vec3 } from '../geometry/vec3.ts';
import type { ClosedAir } from './compartment-rise.ts';

/** Gear that shares one air: a closed space with its own, the room that folds hold together, or the open before a face. */
export type AirSpace = {
  /** Null for an open room, and in the open. */
  readonly air: ClosedAir | null;
  readonly gear: readonly Hung[];
  readonly isInside: boolean;
};

/**
 * Spaces by the air they share, each by the first of its faces. Faces are of one closed space when they say the same of its
 * air and either are folded together or stand within its size of each other: two lockers of one size are two spaces. Faces
 * that have the site’s closed air are all in it. Open rooms are what folds hold together. The outside of anything is in the
 * open, each face for itself.
 */
export const AIR_SPACES: Subjects<AirSpace> = {
  kind: 'air-space',
  idsOf: (model) => facesOfSpaces.keys(model),
  find: (model, id) => {
    const faces = facesOfSpaces.of(model, id);
    return faces === undefined ? undefined : airSpaceOf(model, faces);
  },
};

/** The first face of the space whose air is before a face. */
export function spaceOf(model: Model, face: string): string {
  return spaceOfFace.of(model, face) ?? face;
}

function airSpaceOf(model: Model, faces: readonly string[]): AirSpace {
  const gear = faces.flatMap((face) => model.onFace.get(face) ?? []);
  const [first] = faces.flatMap((face) => model.site.faces.get(face) ?? []);
  const isInside = first?.face.side === 'inside';
  const air = first?.conditions.air.value;
  return { air: isInside && air?.kind === 'closed' ? air : null, gear, isInside };
}

/** What of a face decides whose air is before it. */
type Aired = Pick<SiteFace, 'id' | 'outline'> & {
  readonly isInside: boolean;
  readonly air: string;
  /** The site’s own air, not one the face has of its own. */
  readonly isOfSite: boolean;
};

function airedOf({ id, outline, face, conditions: { air } }: SiteFace): Aired {
  return {
    id,
    outline,
    isInside: face.side === 'inside',
    air: JSON.stringify(air.value),
    isOfSite: air.from === 'site',
  };
}

/** The faces of each space, in the plan’s order, by the first of them. */
const facesOfSpaces = fact(
  (model: Model): ReadonlyMap<string, readonly string[]> => {
    const all = [...model.site.faces.values()].map(airedOf);
    const roomOf = new Map(all.map(({ id }) => [id, id]));
    const find = (id: string): string => {
      const of = roomOf.get(id) ?? id;
      return of === id ? id : find(of);
    };
    const airs = new Map<string, Aired[]>();
    for (const face of all) {
      if (!face.isInside) continue;
      const alike = airs.get(face.air);
      if (alike === undefined) airs.set(face.air, [face]);
      else alike.push(face);
    }
    const order = new Map(all.map(({ id }, index) => [id, index]));
    const join = (a: Aired, b: Aired) => {
      const [x, y] = [find(a.id), find(b.id)].sort((p, q) => (order.get(p) ?? 0) - (order.get(q) ?? 0));
      if (x !== undefined && y !== undefined && x !== y) roomOf.set(y, x);
    };
    const byId = new Map(all.map((face) => [face.id, face]));
    for (const fold of model.folds.list) {
      const [a, b] = [byId.get(fold.a.face), byId.get(fold.b.face)];
      if (a?.isInside === true && b?.isInside === true && a.air === b.air) join(a, b);
    }
    for (const [text, alike] of airs) {
      const air = JSON.parse(text) as Air;
      if (air.kind !== 'closed') continue;
      alike.forEach((a, index) => {
        for (const b of alike.slice(index + 1)) {
          if (find(a.id) !== find(b.id) && ((a.isOfSite && b.isOfSite) || fitsIn(model, a, b, air)))
            join(a, b);
        }
      });
    }
    const spaces = new Map<string, string[]>();
    for (const { id } of all) {
      const known = spaces.get(find(id));
      if (known === undefined) spaces.set(find(id), [id]);
      else known.push(id);
    }
    return spaces;
  },
  airInputs,
  isSameList,
);

const spaceOfFace = fact(
  (model: Model): ReadonlyMap<string, string> =>
    new Map(
      facesOfSpaces
        .keys(model)
        .flatMap((first) => (facesOfSpaces.of(model, first) ?? []).map((face) => [face, first] as const)),
    ),
  airInputs,
);

function airInputs(model: Model): readonly unknown[] {
  const faces = model.faces.list.flatMap(({ side, conditions }) => [side, conditions.air]);
  return [...placingInputs(model), model.plan.site.conditions.air, ...faces];
}

/** A space as it was measured and as it was drawn may differ by this much (practice). */
const DRAWN_RATIO = 1.1;

/** Whether two faces together are no larger than a closed space, whichever way it lies. */
function fitsIn(model: Model, a: Aired, b: Aired, { widthMm, heightMm, depthMm }: ClosedAir): boolean {
  const [frameA, frameB] = [model.site.frames.get(a.id), model.site.frames.get(b.id)];
  if (frameA === undefined || frameB === undefined) return false;
  const points = [
    ...a.outline.map((point) => siteFromFace(frameA, point)),
    ...b.outline.map((point) => siteFromFace(frameB, point)),
  ];
  const along = (axis: 0 | 1 | 2) => {
    const places = points.map((point: Vec3) => point[axis]);
    return Math.max(...places) - Math.min(...places);
  };
  const together = [along(0), along(1), along(2)].sort((x, y) => x - y);
  const room = [widthMm, heightMm, depthMm].sort((x, y) => x - y);
  return together.every((size, index) => size <= (room[index] ?? 0) * DRAWN_RATIO);
}
