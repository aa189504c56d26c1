import { expose } from 'comlink';
import {
  clearanceMatrix,
  LiveEvaluation,
  type ClearanceLine,
  type EvaluationChanges,
  type Remedies,
} from '@zarnel/core/figures';
import { withPlanChanges, type Plan, type PlanChanges } from '@zarnel/core/plan';

/** The plan that the page is shown figures of, with all that follows from it. */
let live: { plan: Plan; readonly evaluation: LiveEvaluation } | null = null;

const compute = {
  /** Takes a whole plan: the first, and that of another job. */
  open: (plan: Plan): EvaluationChanges => {
    live?.evaluation.close();
    live = { plan, evaluation: new LiveEvaluation(plan) };
    return live.evaluation.takeChanges();
  },
  /** Takes what is not as it was in the plan; gives what is not as it was in what follows from it. */
  change: (changes: PlanChanges): EvaluationChanges => {
    const { plan, evaluation } = opened();
    const next = withPlanChanges(plan, changes);
    evaluation.update(next);
    live = { plan: next, evaluation };
    return evaluation.takeChanges();
  },
  remedies: (finding: string): Remedies | null => opened().evaluation.remediesOf(finding),
  clearances: (): ClearanceLine[] => clearanceMatrix(opened().evaluation.model),
};
export type Compute = typeof compute;

function opened() {
  if (live === null) throw new Error('No plan was given yet.');
  return live;
}

expose(compute);
