import type { Finding, Found } from './check/finding.ts';
import { prepare } from './check/prepared.ts';
import { runChecks } from './check/run-checks.ts';
import { CHECKS } from './checks.ts';
import { arrange, type ArrangeAnswer, type ArrangeProgress } from './arrange/arrange.ts';
import type { ArrangeRequest } from './arrange/request.ts';
import { drillSheets, type DrillSheet } from './pack/holes.ts';
import type { Plan } from './plan/plan.ts';
import { fail, ok, type Result } from './result.ts';
import { routeAll, type Routes } from './route/route.ts';

/** All that follows from a plan: what is wrong with it, where its cables run, what to drill. */
export type Evaluation<Any extends Finding = Finding> = {
  readonly findings: readonly Any[];
  readonly routes: Routes;
  readonly sheets: readonly DrillSheet[];
};

/** What no proposal may violate: all that where gear hangs decides. */
const OF_PLACES = /^(?:clearance|fixing|wireway|pack)\./u;

/** More pieces than this are not laid out as one. */
export const MOST_ARRANGED = 24;

/**
 * Proposes layouts for gear of a plan. Says why not where the request names what is not there, nothing, or too much.
 * The plan’s references must hold.
 */
export function arrangePlan(
  plan: Plan,
  request: ArrangeRequest,
  onProgress?: (progress: ArrangeProgress) => boolean,
): Result<ArrangeAnswer, string> {
  const prepared = prepare(plan);
  const face = prepared.site.faces.get(request.face);
  if (face === undefined) return fail(`There is no face “${request.face}” in this plan.`);
  if (request.pieces.length === 0) return fail('Choose at least one piece that may be moved.');
  if (request.pieces.length > MOST_ARRANGED) {
    return fail(
      `${request.pieces.length} pieces are too many to lay out at once: at most ${MOST_ARRANGED}. Let some stay.`,
    );
  }
  const stray = request.pieces.find((id) => prepared.hung.get(id)?.face.id !== face.id);
  if (stray !== undefined) return fail(`“${stray}” does not hang on ${face.name}.`);
  const wireway = request.wireway?.placement;
  if (
    wireway !== undefined &&
    (request.pieces.includes(wireway) || prepared.hung.get(wireway)?.face.id !== face.id)
  ) {
    return fail('The wireway must hang on the same face and stay where it is.');
  }
  return ok(
    arrange(
      prepared,
      request,
      CHECKS.filter(({ meta }) => OF_PLACES.test(meta.id)),
      onProgress,
    ),
  );
}

/** Everything at once, for the command line or a test. The plan’s references must hold. */
export function evaluatePlan(plan: Plan): Evaluation<Found> {
  const prepared = prepare(plan);
  return {
    findings: runChecks(prepared, CHECKS),
    routes: routeAll(prepared),
    sheets: drillSheets(prepared),
  };
}
