import { gearOn, type Hung, type Prepared } from '../check/prepared.ts';
import { holeFixings, type HoleFixing } from './hole-fixing.ts';
import { fixingLoadOf, loadOnHole, type FixingLoad } from './loads.ts';

/** How a piece is fixed: the load on its holes, and the fixing of each. */
export type FixingPlan = { readonly load: FixingLoad; readonly holes: readonly HoleFixing[] };

/** Null for gear without bracket holes. `item` may be a moved copy; `carried` is all that hangs on its holes. */
export function fixingPlanOf(
  prepared: Prepared,
  item: Hung,
  carried: readonly Hung[] = carriedBy(prepared, item),
): FixingPlan | null {
  const load = fixingLoadOf(prepared, item, carried);
  if (load === null) return null;
  return { load, holes: holeFixings(prepared, item, (id) => loadOnHole(load, id)) };
}

/** A board’s own fixings carry everything on it, each as far out as it stands. */
function carriedBy(prepared: Prepared, item: Hung): Hung[] {
  return item.type.kind === 'board' ? [item, ...gearOn(prepared, item.id)] : [item];
}
