import {
  NO_EVALUATION,
  withEvaluationChanges,
  type ClearanceLine,
  type KeptEvaluation,
  type CircuitDetail,
  type OneLine,
  type RunDetail,
  type PenetrationDetail,
  type PlateDetail,
  type Spot,
  type Remedies,
  type WiringProposal,
  type FilledField,
  type FillWish,
  type SchoolFigures,
  type SunAsk,
  type SunNow,
} from '@zarnel/core/figures';
import { planChanges, type ModuleField, type Plan, type Result } from '@zarnel/core/plan';
import type { Told } from '@zarnel/core/words';
import { InTurn } from '../in-turn.ts';
import { Answering, WorkerLost, type Mortal } from './answering.ts';
import type { Checking } from './checking.ts';
import { handOf } from './hand.ts';

/** The largest job is checked in a few seconds; a slow machine takes longer. */
const ANSWER_MS = 60_000;

/** What the worker offers, as it is asked from another thread. */
export type Computing = {
  readonly [Name in keyof Checking]: (
    ...asked: Parameters<Checking[Name]>
  ) => Promise<ReturnType<Checking[Name]>>;
};

/**
 * All that follows from a plan, worked out off the main thread. The worker keeps the plan: only what is not as it was goes
 * to it, and only what then is not as it was comes back. A worker that died is given the whole plan anew.
 */
export class Evaluator<Worker extends Mortal> {
  private readonly computer: Answering<Worker, Computing>;
  /** What is asked while an answer is under way is asked after it, and so of the newest plan. */
  private readonly line = new InTurn();
  /** What a worker was last told, and what had followed from it by then; null while none was told anything. */
  private known: {
    readonly remote: Computing;
    readonly plan: Plan;
    readonly evaluation: KeptEvaluation;
  } | null = null;

  constructor(make: () => { readonly worker: Worker; readonly remote: Computing }) {
    this.computer = new Answering(make, ANSWER_MS);
  }

  /** Everything that follows from a plan. */
  async evaluate(plan: Plan): Promise<KeptEvaluation> {
    return this.ask(async (remote) => {
      const { known } = this;
      this.known = null;
      const isKnown = known !== null && known.remote === remote;
      const before = isKnown ? known.evaluation : NO_EVALUATION;
      const changes = isKnown ? await remote.change(planChanges(known.plan, plan)) : await remote.open(plan);
      const evaluation = withEvaluationChanges(before, changes, plan);
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
    return this.askOfLast((remote) => remote.remedies(finding));
  }

  /** Every clearance that a rule asks for, of the plan that was last evaluated; null where none was. */
  async clearances(): Promise<ClearanceLine[] | null> {
    return this.askOfLast((remote) => remote.clearances());
  }

  /** What is shown of a circuit that is looked at, of the plan that was last evaluated; null where none was. */
  async circuitDetail(circuit: string): Promise<CircuitDetail | null> {
    return this.askOfLast((remote) => remote.circuitDetail(circuit));
  }

  /** The one-line diagram of the plan that was last evaluated; null where none was. */
  async oneLine(): Promise<OneLine | null> {
    return this.askOfLast((remote) => remote.oneLine());
  }

  /** What is shown of a run that is looked at, of the plan that was last evaluated; null where none was. */
  async runDetail(run: string): Promise<RunDetail | null> {
    return this.askOfLast((remote) => remote.runDetail(run));
  }

  /** What is shown of a hole through a plate that is looked at, of the plan that was last evaluated; null where none was. */
  async plateDetail(hole: string): Promise<PlateDetail | null> {
    return this.askOfLast((remote) => remote.plateDetail(hole));
  }

  /** What is shown of a penetration that is looked at, of the plan that was last evaluated; null where none was. */
  async penetrationDetail(penetration: string): Promise<PenetrationDetail | null> {
    return this.askOfLast((remote) => remote.penetrationDetail(penetration));
  }

  /** Where a penetration is best, ranked; null where no plan was evaluated. */
  async spots(penetration: string): Promise<Spot[] | null> {
    return this.askOfLast((remote) => remote.spots(penetration));
  }

  /** Circuits that the plan that was last evaluated lacks; null where none was. */
  async wiring(): Promise<WiringProposal | null> {
    return this.askOfLast((remote) => remote.wiring());
  }

  /** A face filled with modules, or why it is not; null where no plan was evaluated. */
  async fill(field: ModuleField, wish: FillWish): Promise<Result<FilledField, Told> | null> {
    return this.askOfLast((remote) => remote.fill(field, wish));
  }

  /** Every school of holding modules on one field; null where no plan was evaluated. */
  async schools(field: ModuleField): Promise<SchoolFigures[] | null> {
    return this.askOfLast((remote) => remote.schools(field));
  }

  /** The array at one moment; null where no plan was evaluated, or nobody said where the job stands. */
  async sun(ask: SunAsk): Promise<SunNow | null> {
    return this.askOfLast((remote) => remote.sun(ask));
  }

  private ask<Answer>(question: (remote: Computing) => Promise<Answer>): Promise<Answer> {
    return this.line.do(() => this.computer.ask(question));
  }

  /** Asks of the plan that was last evaluated. A fresh worker is told it first; one that is lost over it gets one successor. */
  private async askOfLast<Answer>(question: (remote: Computing) => Promise<Answer>): Promise<Answer | null> {
    const asked = async (remote: Computing) => {
      const { known } = this;
      if (known === null) return null;
      if (known.remote !== remote) {
        await remote.open(known.plan);
        this.known = { ...known, remote };
      }
      return question(remote);
    };
    return this.ask(asked).catch((error: unknown) => {
      if (error instanceof WorkerLost) return this.ask(asked);
      throw error;
    });
  }
}

export const evaluator = new Evaluator(() =>
  handOf<Checking>(
    () => new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' }),
    async () => new (await import('./checking.ts')).Checking(),
  ),
);
