import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import type { Affected } from '../check/recheck.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { WORKING_SPACE } from '../reference/working-space.ts';
import { farthestRuleMm } from './required-gap.ts';
import { isInHeap, thingsNear } from './space.ts';
import { LOOK_MM } from './working-space.ts';

/**
 * The gear whose findings may have changed when what hangs changed from one prepared plan to another: all that moved,
 * came or went, the boards and what is fixed to them, and all that is near where it was or is, as far as any check
 * looks; with the faces near by, on which the fixes of a finding may lead. Null where everything must be looked at
 * again: more than gear on the walls changed, or something moved in a heap.
 */
export function affected(before: Prepared, after: Prepared): Affected | null {
  const [was, is] = [before.plan, after.plan];
  if (
    before.site !== after.site ||
    was.rules !== is.rules ||
    was.gearTypes !== is.gearTypes ||
    was.codeBasis !== is.codeBasis ||
    was.materials !== is.materials
  ) {
    return null;
  }
  const reachMm = Math.max(farthestRuleMm(is), LOOK_MM, mmFromInch(WORKING_SPACE.dedicatedAboveFt * 12));
  const moved = [...movedFrom(after, before), ...movedFrom(before, after)];
  if (moved.some(({ prepared, item }) => isInHeap(prepared, item))) return null;
  const items = new Set<string>();
  const faces = new Set<string>();
  for (const { prepared, item } of moved) {
    items.add(item.id);
    faces.add(item.face.id);
    if (item.placement.on !== undefined) items.add(item.placement.on);
    if (item.type.kind === 'board') for (const { id } of gearOn(prepared, item.id)) items.add(id);
    for (const { hung, face } of thingsNear(prepared, item, reachMm)) {
      faces.add(face.id);
      if (hung !== null) items.add(hung.id);
    }
  }
  return { items, faces };
}

/** What hangs in a prepared plan and hangs otherwise, or not at all, in another. */
function movedFrom(prepared: Prepared, other: Prepared): { prepared: Prepared; item: Hung }[] {
  return [...prepared.hung.values()]
    .filter((item) => other.hung.get(item.id) !== item)
    .map((item) => ({ prepared, item }));
}
