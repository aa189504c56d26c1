import type { Hung, Prepared } from '../check/prepared.ts';
import { boardFigures } from './board.ts';
import { holeFixings, type HoleFixing } from './hole-fixing.ts';
import { fixingLoadOf, loadOnHole, type FixingLoad } from './loads.ts';

/** How a piece is fixed: the load on its holes, and the fixing of each. */
export type FixingPlan = { readonly load: FixingLoad; readonly holes: readonly HoleFixing[] };

/** Null for gear without bracket holes. `item` may be a moved copy; `carriedKg` what hangs on its holes. */
export function fixingPlanOf(
  prepared: Prepared,
  item: Hung,
  carriedKg = carriedKgOf(prepared, item),
): FixingPlan | null {
  const load = fixingLoadOf(item, prepared.plan.site, carriedKg);
  if (load === null) return null;
  return { load, holes: holeFixings(prepared, item, (id) => loadOnHole(load, id)) };
}

/** A board’s own fixings carry everything on it. */
function carriedKgOf(prepared: Prepared, item: Hung): number {
  return item.type.kind === 'board' ? boardFigures(prepared, item).massKg : item.type.massKg;
}
