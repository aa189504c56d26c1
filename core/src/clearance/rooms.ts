import type { Hung, Prepared } from '../check/prepared.ts';
import { siteFromFace } from '../site/frame.ts';
import type { Site, SiteFace } from '../site/site.ts';
import type { Vec3 } from '../site/vec3.ts';
import type { ClosedAir } from './compartment-rise.ts';

/** Gear that shares one air: a closed space with its own, or the room that folds hold together. */
export type AirSpace = {
  /** Null for an open room. */
  readonly air: ClosedAir | null;
  readonly gear: readonly Hung[];
};

/**
 * The gear inside, by the air it shares, in the plan’s order. Faces are of one closed space when they say the same of its
 * air and either are folded together or stand within its size of each other: two lockers of one size are two spaces. Faces
 * that have the site’s closed air are all in it. Open rooms are what folds hold together. The outside of anything is in the open.
 */
export function airSpacesOf(prepared: Prepared): AirSpace[] {
  const { site } = prepared;
  const rooms = roomOfFaces(site);
  const spaces = new Map<string, { air: ClosedAir | null; gear: Hung[] }>();
  for (const item of prepared.hung.values()) {
    if (item.face.face.side === 'outside') continue;
    const { air } = item.face.conditions;
    const key = rooms.get(item.face.id) ?? item.face.id;
    const space = spaces.get(key);
    if (space === undefined)
      spaces.set(key, { air: air.value.kind === 'closed' ? air.value : null, gear: [item] });
    else space.gear.push(item);
  }
  return [...spaces.values()];
}

const known = new WeakMap<Site, ReadonlyMap<string, string>>();

/** For each inside face the first face of its room; worked out once while the site stays as it is. */
function roomOfFaces(site: Site): ReadonlyMap<string, string> {
  const before = known.get(site);
  if (before !== undefined) return before;
  const inside = [...site.faces.values()].filter(({ face }) => face.side === 'inside');
  const roomOf = new Map(inside.map(({ id }) => [id, id]));
  const find = (id: string): string => {
    const of = roomOf.get(id) ?? id;
    return of === id ? id : find(of);
  };
  const airs = new Map<string, SiteFace[]>();
  for (const face of inside) {
    const air = JSON.stringify(face.conditions.air.value);
    airs.set(air, [...(airs.get(air) ?? []), face]);
  }
  for (const alike of airs.values()) {
    alike.forEach((a, index) => {
      for (const b of alike.slice(index + 1)) {
        if (find(a.id) !== find(b.id) && isOneRoom(site, a, b)) roomOf.set(find(b.id), find(a.id));
      }
    });
  }
  const rooms = new Map(inside.map(({ id }) => [id, find(id)]));
  known.set(site, rooms);
  return rooms;
}

/** Whether two faces that say the same of their air share it. */
function isOneRoom(site: Site, a: SiteFace, b: SiteFace): boolean {
  const [airA, airB] = [a.conditions.air, b.conditions.air];
  const isFolded = site.folds.some(
    (fold) =>
      (fold.a.face === a.id && fold.b.face === b.id) || (fold.a.face === b.id && fold.b.face === a.id),
  );
  if (isFolded || airA.value.kind !== 'closed') return isFolded;
  return (airA.from === 'site' && airB.from === 'site') || fitsIn(site, a, b, airA.value);
}

/** A space as it was measured and as it was drawn may differ by this much (practice). */
const DRAWN_RATIO = 1.1;

/** Whether two faces together are no larger than a closed space, whichever way it lies. */
function fitsIn(site: Site, a: SiteFace, b: SiteFace, { widthMm, heightMm, depthMm }: ClosedAir): boolean {
  const [frameA, frameB] = [site.frames.get(a.id), site.frames.get(b.id)];
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
