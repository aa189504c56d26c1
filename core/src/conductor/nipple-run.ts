import type { Prepared } from '../check/prepared.ts';
import type { Run } from '../plan/run.ts';
import { routeOf } from '../route/route.ts';
import { isNippleLength } from '../wireway/conduit-count.ts';

/**
 * Whether the conduit of a run is so short that it is a nipple: it may be fuller, and nothing is taken off for those beside it
 * (NEC Chapter 9, Note 4; 310.15(C)(1)(b)).
 */
export function isNippleRun(prepared: Prepared, { id, laid }: Pick<Run, 'id' | 'laid'>): boolean {
  if (laid.as !== 'conduit' || prepared.plan.codeBasis !== 'us') return false;
  const outcome = routeOf(prepared, id);
  return outcome?.kind === 'routed' && isNippleLength(outcome.routed.pathMm);
}
