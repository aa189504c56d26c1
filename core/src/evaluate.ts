import type { Finding } from './check/finding.ts';
import { prepare } from './check/prepared.ts';
import { runChecks } from './check/run-checks.ts';
import { CHECKS } from './checks.ts';
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
  const prepared = prepare(plan);
  return {
    findings: runChecks(prepared, CHECKS),
    routes: routeAll(prepared),
    sheets: drillSheets(prepared),
  };
}
