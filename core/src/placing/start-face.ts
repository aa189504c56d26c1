import { groupBy } from '../group-by.ts';
import type { Plan } from '../plan/plan.ts';

/** The face to begin at: the root, or where most gear hangs while nothing hangs on the root. */
export function faceToStart({ rootFace, placements }: Pick<Plan, 'rootFace' | 'placements'>): string {
  const onFace = groupBy(placements, ({ face }) => face);
  if (onFace.size === 0 || onFace.has(rootFace)) return rootFace;
  return [...onFace].reduce((most, each) => (each[1].length > most[1].length ? each : most))[0];
}
