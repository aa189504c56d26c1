import type { Hung, Prepared } from '../check/prepared.ts';
import { boardFigures } from './board.ts';
import { holeFixings, type HoleFixing } from './hole-fixing.ts';
import { fixingLoadOf, type FixingLoad } from './loads.ts';

/** How a piece is fixed: the load on its holes, and the fixing of each. */
export type FixingPlan = { readonly load: FixingLoad; readonly holes: readonly HoleFixing[] };

/** Null for gear without bracket holes. `item` may be a moved copy. */
export function fixingPlanOf(prepared: Prepared, item: Hung): FixingPlan | null {
  // A board’s own fixings carry everything on it.
  const carriedKg = item.type.kind === 'board' ? boardFigures(prepared, item).massKg : item.type.massKg;
  const load = fixingLoadOf(item, prepared.plan.site, carriedKg);
  if (load === null) return null;
  const holes = holeFixings(prepared, item, (id) => ({
    pullN: load.topIds.has(id) ? load.topPullN : load.otherPullN,
    shearN: load.shearN,
  }));
  return { load, holes };
}
