import type { Hung, Prepared } from '../check/prepared.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { WORKING_SPACE } from '../reference/working-space.ts';
import { farthestRuleMm } from './required-gap.ts';
import { thingsNear } from './space.ts';
import { LOOK_MM } from './working-space.ts';

/**
 * The gear whose clearances may have changed when what hangs changed from one prepared plan to another: all that moved,
 * came or went, and all that is near where it was or is, as far as any clearance looks. Null where more than gear on
 * the walls changed, and everything must be looked at again.
 */
export function affected(before: Prepared, after: Prepared): ReadonlySet<string> | null {
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
  const found = new Set<string>();
  const note = (prepared: Prepared, item: Hung) => {
    found.add(item.id);
    for (const { hung } of thingsNear(prepared, item, reachMm)) if (hung !== null) found.add(hung.id);
  };
  for (const item of after.hung.values()) if (before.hung.get(item.id) !== item) note(after, item);
  for (const item of before.hung.values()) if (after.hung.get(item.id) !== item) note(before, item);
  return found;
}
