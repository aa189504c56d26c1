import { wrap, type Remote } from 'comlink';
import {
  NO_EVALUATION,
  withEvaluationChanges,
  type ClearanceLine,
  type KeptEvaluation,
  type Remedies,
} from '@zarnel/core/figures';
import { planChanges, type Plan } from '@zarnel/core/plan';
import { Answering, type Mortal } from './answering.ts';
import type { Compute } from './compute.worker.ts';

/** The largest job is checked in a few seconds; a slow machine takes longer. */
const ANSWER_MS = 60_000;

/** What the worker offers, as far as it matters here. */
export type Computing = {
  readonly open: (plan: Plan) => Promise<Awaited<ReturnType<Compute['open']>>>;
  readonly change: (
    ...changes: Parameters<Compute['change']>
  ) => Promise<Awaited<ReturnType<Compute['change']>>>;
  readonly remedies: (finding: string) => Promise<Remedies | null>;
  readonly clearances: () => Promise<ClearanceLine[]>;
};

/**
 * All that follows from a plan, worked out off the main thread. The worker keeps the plan: only what is not as it was goes
 * to it, and only what then is not as it was comes back. A worker that died is given the whole plan anew.
 */
export class Evaluator<Worker extends Mortal> {
  private readonly computer: Answering<Worker, Computing>;
  /** What the worker was last told, and what it had answered by then; null while it was told nothing. */
  private known: {
    readonly remote: Computing;
    readonly plan: Plan;
    readonly evaluation: KeptEvaluation;
  } | null = null;

  constructor(make: () => { readonly worker: Worker; readonly remote: Computing }) {
    this.computer = new Answering(make, ANSWER_MS);
  }

  /** Everything that follows from a plan. One at a time: the next is asked for when this one is answered. */
  async evaluate(plan: Plan): Promise<KeptEvaluation> {
    return this.computer.ask(async (remote) => {
      const { known } = this;
      this.known = null;
      const isKnown = known !== null && known.remote === remote;
      const before = isKnown ? known.evaluation : NO_EVALUATION;
      const changes = isKnown ? await remote.change(planChanges(known.plan, plan)) : await remote.open(plan);
      const evaluation = withEvaluationChanges(before, changes, plan.runs);
      this.known = { remote, plan, evaluation };
      return evaluation;
    });
  }

  /** The next plan is another job’s: nothing of this one is kept for it. */
  forget(): void {
    this.known = null;
  }

  /** What clears a finding of the plan that was last evaluated, and how it was worked out; null where it is gone. */
  async remedies(finding: string): Promise<Remedies | null> {
    return this.computer.ask(async (remote) =>
      this.known?.remote === remote ? remote.remedies(finding) : null,
    );
  }

  /** Every clearance that a rule asks for, of the plan that was last evaluated; null where that is under way. */
  async clearances(): Promise<ClearanceLine[] | null> {
    return this.computer.ask(async (remote) => (this.known?.remote === remote ? remote.clearances() : null));
  }
}

export const evaluator = new Evaluator(() => {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' });
  const remote: Remote<Compute> = wrap<Compute>(worker);
  return { worker, remote };
});
