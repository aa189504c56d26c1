import { faceName } from '../plan/names.ts';
import { told, type Told } from '../quantity/told.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Stand } from '../plan/face.ts';
import { cleanMm } from '../plan/outline.ts';
import type { Plan } from '../plan/plan.ts';
import { fail, ok, type Result } from '../result.ts';
import type { Frame } from '../geometry/frame.ts';
import { foldsAt } from './folds.ts';
import type { Site } from './site.ts';
import { dot, sub, type Vec3 } from '../geometry/vec3.ts';

/** Directions that differ by less, as a sine, are the same: what turning by degrees loses. */
const SAME_SINE = 1e-9;

/**
 * The edit that makes another face the root and leaves every face where it stands to the others: what has a place of its
 * own, and the old root where no fold leads to it, is told anew from the new root. Says why for a face that does not
 * stand upright: the site would fall over.
 */
export function rootEdit(plan: Plan, site: Site, faceId: string): Result<PlanEdit, string | Told> {
  const face = site.faces.get(faceId);
  const root = site.frames.get(faceId);
  if (face === undefined) return fail('That face is no longer in the plan.');
  if (root === undefined)
    return fail(
      told('{face} stands nowhere yet: fold it to another face, or give it a place, first.', {
        face: faceName(faceId),
      }),
    );
  if (Math.abs(root.toViewer[2]) > SAME_SINE || Math.abs(root.right[2]) > SAME_SINE || root.up[2] < 0)
    return fail(
      told('{face} does not stand upright: everything else is placed from a face that does.', {
        face: faceName(faceId),
      }),
    );
  const reached = islandOf(site, faceId);
  const stands: { face: string; stands: Stand | null }[] = [];
  for (const each of plan.faces) {
    if (each.shape.kind !== 'outline') continue;
    const frame = site.frames.get(each.id);
    const isAnchor = isAnchorOf(site, each.id) && !reached.has(each.id);
    if (each.shape.stands === null && !isAnchor) continue;
    // One that nothing places has no place to keep.
    if (frame === undefined) stands.push({ face: each.id, stands: each.shape.stands });
    else stands.push({ face: each.id, stands: standFrom(root, frame) });
  }
  const unsaid = stands.find((each) => each.stands === null);
  if (unsaid !== undefined) {
    return fail(
      told('{leaning} leans so that its place cannot be told from {face}: fold it to its neighbour first.', {
        leaning: faceName(unsaid.face),
        face: faceName(faceId),
      }),
    );
  }
  return ok({ kind: 'set-root', face: faceId, stands });
}

/** Whether a face is what its island is placed by: the root, or one with a place of its own, or its front. */
function isAnchorOf({ placedBy, faces }: Site, id: string): boolean {
  const own = placedBy.get(id)?.kind;
  if (own === 'root' || own === 'stand') return true;
  const other = faces.get(id)?.otherSide;
  const by = other == null ? undefined : placedBy.get(other)?.kind;
  return faces.get(id)?.face.shape.kind === 'outline' && (by === 'root' || by === 'stand');
}

/** All that folds and reverses join to a face. */
function islandOf({ faces, folds }: Site, start: string): Set<string> {
  const reached = new Set([start]);
  for (const id of reached) {
    for (const { there } of foldsAt(folds, id)) reached.add(there.face);
    const other = faces.get(id)?.otherSide;
    if (other != null) reached.add(other);
  }
  return reached;
}

/** A frame as the stand that gives it once `root` is the root; null where turn and tilt cannot say it. */
function standFrom(root: Frame, frame: Frame): Stand | null {
  // The root’s own axes become the site’s x, −y and z.
  const seen = (v: Vec3): Vec3 => [dot(v, root.right), -dot(v, root.toViewer), dot(v, root.up)];
  const [origin, right, up] = [seen(sub(frame.origin, root.origin)), seen(frame.right), seen(frame.up)];
  if (Math.abs(right[2]) > SAME_SINE) return null;
  const turnDeg = (Math.atan2(right[1], right[0]) * 180) / Math.PI;
  const toViewer = seen(frame.toViewer);
  const tiltDeg = (Math.atan2(toViewer[2], up[2]) * 180) / Math.PI;
  return {
    originMm: [cleanMm(origin[0]), cleanMm(origin[1]), cleanMm(origin[2])],
    turnDeg: cleanDeg(turnDeg),
    tiltDeg: cleanDeg(tiltDeg),
  };
}

/** A turn to a billionth of a degree, so that a quarter turn is 90. */
function cleanDeg(angleDeg: number): number {
  return Math.round(angleDeg * 1e9) / 1e9;
}
