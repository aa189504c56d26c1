import type { Prepared } from '../check/prepared.ts';
import { isSameList } from '../derive/entities.ts';
import { query, single } from '../derive/query.ts';
import type { Run } from '../plan/run.ts';
import { apartRoutes } from './apart.ts';
import { isSameOutcome, plainRouteOf, type RoutedRun, type RouteFault, type RouteOutcome } from './way.ts';

export { leastCostMm, type Leg, type RoutedRun, type RouteFault, type RouteOutcome } from './way.ts';

export type Routes = { readonly routed: readonly RoutedRun[]; readonly faults: readonly RouteFault[] };

/**
 * The way of a run: for itself, or beside those that it has to keep apart from, where both found one so. Null for a run from a
 * knockout to itself.
 */
export const routeOf = query(
  (prepared: Prepared, id: string): RouteOutcome | null =>
    apartRoutes(prepared).get(id) ?? plainRouteOf(prepared, id),
  isSameOutcome,
);

/** Every run of a plan, in the plan’s order. */
export function routeAll(prepared: Prepared): Routes {
  return routesOf(prepared.runs.ids.flatMap((id) => routeOf(prepared, id) ?? []));
}

export function routesOf(outcomes: readonly RouteOutcome[]): Routes {
  return {
    routed: outcomes.flatMap((each) => (each.kind === 'routed' ? [each.routed] : [])),
    faults: outcomes.flatMap((each) => (each.kind === 'fault' ? [each.fault] : [])),
  };
}

/** How many runs have no way. */
export const unroutedCount = single(
  (prepared: Prepared) => prepared.runs.ids.filter((id) => routeOf(prepared, id)?.kind === 'fault').length,
);

/** The runs that go through each hole of a kind. */
const usesOf = query((prepared: Prepared, kind: string): ReadonlyMap<string, readonly Run[]> => {
  const uses = new Map<string, Run[]>();
  for (const id of prepared.runs.ids) {
    const outcome = routeOf(prepared, id);
    if (outcome?.kind !== 'routed') continue;
    const holes = outcome.routed.passes.flatMap(({ through }) => (through.kind === kind ? [through.id] : []));
    for (const hole of new Set(holes)) uses.set(hole, [...(uses.get(hole) ?? []), outcome.routed.run]);
  }
  return uses;
});

/** The runs that go through a penetration. */
export const runsThrough = query(
  (prepared: Prepared, penetration: string): readonly Run[] =>
    usesOf(prepared, 'penetration').get(penetration) ?? [],
  isSameList,
);

/** The runs that go through a hole in a plate. */
export const runsThroughPlate = query(
  (prepared: Prepared, hole: string): readonly Run[] => usesOf(prepared, 'plate-hole').get(hole) ?? [],
  isSameList,
);
