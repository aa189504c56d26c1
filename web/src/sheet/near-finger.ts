import { boxOfPoints, plateEndsAt, type Prepared } from '@zarnel/core/figures';
import type { Ref } from '@zarnel/core/checks';
import type { BoxPx } from './labels/place-labels.ts';
import type { Project } from './project.ts';
import type { PointPx } from './viewport.ts';
import type { Detail } from './visible-faces.ts';

// What a finger may mean: it covers more than it points at.

/** A thing that can be pressed, as it is drawn. */
export type Pressable = {
  readonly ref: Ref;
  readonly name: string;
  readonly faceId: string;
  readonly box: BoxPx;
};

/** What is pressed with a finger is at least so large (WCAG 2.2, 2.5.5). */
const FINGER_PX = 44;
/** The circle of a hole, px. */
const HOLE_PX = 12;

function holeBox([x, y]: PointPx): BoxPx {
  return { minX: x - HOLE_PX, maxX: x + HOLE_PX, minY: y - HOLE_PX, maxY: y + HOLE_PX };
}

/** Gear and holes that can be pressed just now. */
export function pressables(
  prepared: Prepared,
  seen: ReadonlyMap<string, Detail>,
  project: Project,
): Pressable[] {
  return [...seen].flatMap(([faceId, detail]): Pressable[] => {
    if (detail === 'far') return [];
    const gear = (prepared.onFace.get(faceId) ?? []).map(({ id, placement, body }): Pressable => ({
      ref: { kind: 'placement', id },
      name: placement.name,
      faceId,
      box: boxOfPoints([project(faceId, [body.minX, body.minY]), project(faceId, [body.maxX, body.maxY])]),
    }));
    const holes = prepared.penetrationsOnFace.get(faceId).map(({ id, name, xMm, yMm }): Pressable => ({
      ref: { kind: 'penetration', id },
      name,
      faceId,
      box: holeBox(project(faceId, [xMm, yMm])),
    }));
    const bored = plateEndsAt(prepared, faceId).map(({ hole: { id, name }, at }): Pressable => ({
      ref: { kind: 'plate-hole', id },
      name,
      faceId,
      box: holeBox(project(faceId, at)),
    }));
    return [...gear, ...holes, ...bored];
  });
}

/**
 * What is under a finger that cannot be sure to hit it: nearest first; none where a finger cannot miss, which is where all it
 * covers is large enough, or is one thing.
 *
 * @param selected What is selected already is what is meant where it is pressed.
 */
export function unsureUnder(
  at: PointPx,
  things: readonly Pressable[],
  selected: Ref | null,
): readonly Pressable[] {
  const near = things
    .map((thing) => ({ thing, distance: distancePx(at, thing.box) }))
    .filter(({ distance }) => distance <= FINGER_PX / 2)
    .sort((a, b) => a.distance - b.distance || areaPx2(a.thing.box) - areaPx2(b.thing.box));
  const isHeld = near.some(
    ({ thing, distance }) =>
      distance === 0 && thing.ref.kind === selected?.kind && thing.ref.id === selected.id,
  );
  const isSure = !near.some(({ thing }) => isSmall(thing.box)) || near.length < 2;
  return isHeld || isSure ? [] : near.map(({ thing }) => thing);
}

function isSmall({ minX, maxX, minY, maxY }: BoxPx): boolean {
  return maxX - minX < FINGER_PX || maxY - minY < FINGER_PX;
}

function areaPx2({ minX, maxX, minY, maxY }: BoxPx): number {
  return (maxX - minX) * (maxY - minY);
}

function distancePx([x, y]: PointPx, { minX, maxX, minY, maxY }: BoxPx): number {
  return Math.hypot(Math.max(minX - x, 0, x - maxX), Math.max(minY - y, 0, y - maxY));
}
