import type { Told } from '@zarnel/core/words';
import {
  clearanceMatrix,
  LiveEvaluation,
  type ClearanceLine,
  type EvaluationChanges,
  proposeWiring,
  type CircuitDetail,
  type OneLine,
  type RunDetail,
  type PenetrationDetail,
  type PlateDetail,
  type Spot,
  spotsOf,
  type Remedies,
  type WiringProposal,
  fillField,
  type FilledField,
  type FillWish,
  schoolsBeside,
  type SchoolFigures,
  sunNow,
  type SunAsk,
  type SunNow,
} from '@zarnel/core/figures';
import {
  withPlanChanges,
  type ModuleField,
  type Result,
  type Plan,
  type PlanChanges,
} from '@zarnel/core/plan';

/** Keeps the plan that the page is shown figures of, with all that follows from it. Throws where no plan was given yet. */
export class Checking {
  private live: { readonly plan: Plan; readonly evaluation: LiveEvaluation } | null = null;

  /** Takes a whole plan: the first, and that of another job. */
  open(plan: Plan): EvaluationChanges {
    this.live?.evaluation.close();
    const evaluation = new LiveEvaluation(plan);
    this.live = { plan, evaluation };
    return evaluation.takeChanges();
  }

  /** Takes what is not as it was in the plan; gives what is not as it was in what follows from it. */
  change(changes: PlanChanges): EvaluationChanges {
    const { plan, evaluation } = this.opened();
    const next = withPlanChanges(plan, changes);
    evaluation.update(next);
    this.live = { plan: next, evaluation };
    return evaluation.takeChanges();
  }

  remedies(finding: string): Remedies | null {
    return this.opened().evaluation.remediesOf(finding);
  }

  circuitDetail(circuit: string): CircuitDetail {
    return this.opened().evaluation.detailOfCircuit(circuit);
  }

  oneLine(): OneLine {
    return this.opened().evaluation.oneLine();
  }

  runDetail(run: string): RunDetail {
    return this.opened().evaluation.detailOfRun(run);
  }

  plateDetail(hole: string): PlateDetail {
    return this.opened().evaluation.detailOfPlateHole(hole);
  }

  penetrationDetail(penetration: string): PenetrationDetail {
    return this.opened().evaluation.detailOfPenetration(penetration);
  }

  /** Where a penetration is best, ranked. */
  spots(penetration: string): Spot[] {
    return spotsOf(this.opened().evaluation.model, penetration);
  }

  /** Circuits that the plan lacks. */
  wiring(): WiringProposal {
    return proposeWiring(this.opened().plan);
  }

  /** A face filled with modules, or why it is not. */
  fill(field: ModuleField, wish: FillWish): Result<FilledField, Told> {
    return fillField(this.opened().evaluation.model, field, wish);
  }

  /** Every school of holding modules on one field. */
  schools(field: ModuleField): SchoolFigures[] {
    return schoolsBeside(this.opened().evaluation.model, field);
  }

  /** The array at one moment; null where nobody said where the job stands. */
  sun(ask: SunAsk): SunNow | null {
    return sunNow(this.opened().evaluation.model, ask);
  }

  clearances(): ClearanceLine[] {
    return clearanceMatrix(this.opened().evaluation.model);
  }

  private opened() {
    if (this.live === null) throw new Error('No plan was given yet.');
    return this.live;
  }
}
