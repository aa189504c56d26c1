import type { Finding } from './check/finding.ts';
import { prepare } from './check/prepared.ts';
import { runChecksAfter, type Checked } from './check/recheck.ts';
import { CHECKS } from './checks.ts';
import { affected } from './clearance/affected.ts';
import { drillSheets, type DrillSheet } from './pack/holes.ts';
import type { Plan } from './plan/plan.ts';
import { routeAll, type Routes } from './route/route.ts';

/** All that follows from a plan: what is wrong with it, where its cables run, what to drill. */
export type Evaluation = {
  readonly findings: readonly Finding[];
  readonly routes: Routes;
  readonly sheets: readonly DrillSheet[];
};

/** Everything at once, for a worker, the command line or a test. The plan’s references must hold. */
export function evaluatePlan(plan: Plan): Evaluation {
  return evaluateAfter(plan, null).evaluation;
}

/**
 * Everything of a plan, keeping of `before`, the same plan before an edit, what the edit left alone. Parts of the two
 * plans that are the same object count as unchanged. The answer is the same either way.
 */
export function evaluateAfter(
  plan: Plan,
  before: Checked | null,
): { readonly evaluation: Evaluation; readonly checked: Checked } {
  const prepared = prepare(plan, before?.prepared ?? null);
  const near = before === null ? null : affected(before.prepared, prepared);
  const checked = runChecksAfter(prepared, CHECKS, before, near);
  const evaluation = {
    findings: checked.findings,
    routes: routeAll(prepared),
    sheets: drillSheets(prepared),
  };
  return { evaluation, checked };
}
