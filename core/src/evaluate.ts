import type { Finding, Fix, Found } from './check/finding.ts';
import { prepare } from './check/prepared.ts';
import { runChecks, sortedFindings } from './check/run-checks.ts';
import { FindingBook } from './check/finding-book.ts';
import type { Model } from './model/model.ts';
import { ValueBook, type ValueChanges } from './model/value-book.ts';
import { circuitDetail, circuitLine, type CircuitDetail, type CircuitLine } from './conductor/schedule.ts';
import { penetrationDetail, type PenetrationDetail } from './seal/penetration-detail.ts';
import type { Working } from './working/working.ts';
import { CHECKS, CHECKS_OF_PLACES } from './checks.ts';
import { arrange, type ArrangeAnswer, type ArrangeProgress } from './arrange/arrange.ts';
import type { ArrangeRequest } from './arrange/request.ts';
import { drillSheets, sheetIds, sheetOf, type DrillSheet } from './pack/holes.ts';
import type { Plan } from './plan/plan.ts';
import { fail, ok, type Result } from './result.ts';
import { oneLineOf, type OneLine } from './one-line/graph.ts';
import { laidLegs } from './route/lanes.ts';
import { plateDetail, type PlateDetail } from './route/plate-detail.ts';
import { runDetail, type RunDetail } from './route/run-detail.ts';
import { routeAll, routeOf, routesOf, type Leg, type RouteOutcome, type Routes } from './route/route.ts';

/** All that follows from a plan: what is wrong with it, where its cables run, what to drill. */
export type Evaluation<Any extends Finding = Finding> = {
  readonly findings: readonly Any[];
  readonly routes: Routes;
  readonly sheets: readonly DrillSheet[];
  readonly circuits: readonly CircuitLine[];
  /** The legs of each run that has a way, as it lies beside the others. */
  readonly laid: ReadonlyMap<string, readonly Leg[]>;
};

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
  return ok(arrange(prepared, request, CHECKS_OF_PLACES, onProgress));
}

/** Everything at once, for the command line or a test. The plan’s references must hold. */
export function evaluatePlan(plan: Plan): Evaluation<Found> {
  const prepared = prepare(plan);
  return {
    findings: runChecks(prepared, CHECKS),
    routes: routeAll(prepared),
    sheets: drillSheets(prepared),
    circuits: prepared.circuits.ids.flatMap((id) => circuitLine(prepared, id) ?? []),
    laid: new Map(
      prepared.runs.ids.flatMap((id) => {
        const legs = laidLegs(prepared, id);
        return legs === null ? [] : [[id, legs] as const];
      }),
    ),
  };
}

/** What is not as it was when it was last told, by subject. */
export type EvaluationChanges = {
  readonly findings: { readonly set: readonly Finding[]; readonly gone: readonly string[] };
  readonly routes: ValueChanges<RouteOutcome>;
  readonly sheets: ValueChanges<DrillSheet>;
  readonly circuits: ValueChanges<CircuitLine>;
  readonly laid: ValueChanges<readonly Leg[]>;
  /** In which order sheets lie, where that changed. */
  readonly sheetOrder: readonly string[] | null;
};

/** What clears a finding, and how it was worked out, of the plan as it is. */
export type Remedies = { readonly fixes: readonly Fix[]; readonly working: Working | null };

/** All that follows from a plan, kept up while it is edited. */
export class LiveEvaluation {
  readonly model: Model;
  private readonly findings: FindingBook;
  private readonly routes: ValueBook<RouteOutcome>;
  private readonly sheets: ValueBook<DrillSheet>;
  private readonly circuits: ValueBook<CircuitLine>;
  private readonly laid: ValueBook<readonly Leg[]>;
  private toldOrder: readonly string[] = [];

  constructor(plan: Plan) {
    this.model = prepare(plan);
    this.findings = new FindingBook(this.model, CHECKS);
    this.routes = new ValueBook(this.model, ({ runs }) => runs.ids, routeOf);
    this.sheets = new ValueBook(this.model, sheetIds, sheetOf);
    this.circuits = new ValueBook(this.model, ({ circuits }) => circuits.ids, circuitLine);
    this.laid = new ValueBook(this.model, ({ runs }) => runs.ids, laidLegs);
  }

  /** Takes the plan as it is now; parts that are the same object as before are unchanged. */
  update(plan: Plan): void {
    this.model.update(plan);
  }

  /** What changed since this was last called; all there is at first. */
  takeChanges(): EvaluationChanges {
    const order = sheetIds(this.model);
    const isSameOrder = order === this.toldOrder;
    this.toldOrder = order;
    return {
      findings: this.findings.takeChanges(),
      routes: this.routes.takeChanges(),
      sheets: this.sheets.takeChanges(),
      circuits: this.circuits.takeChanges(),
      laid: this.laid.takeChanges(),
      sheetOrder: isSameOrder ? null : order,
    };
  }

  /** Null where there is no such finding any more. */
  remediesOf(finding: string): Remedies | null {
    const found = this.findings.get(finding);
    return found === undefined ? null : { fixes: found.fixes, working: found.working };
  }

  /** What is shown of a circuit that is looked at. */
  detailOfCircuit(id: string): CircuitDetail {
    return circuitDetail(this.model, id);
  }

  /** The one-line diagram, not laid out yet. */
  oneLine(): OneLine {
    return oneLineOf(this.model);
  }

  /** What is shown of a run that is looked at. */
  detailOfRun(id: string): RunDetail {
    return runDetail(this.model, id);
  }

  /** What is shown of a penetration that is looked at. */
  detailOfPenetration(id: string): PenetrationDetail {
    return penetrationDetail(this.model, id);
  }

  /** What is shown of a hole through a plate that is looked at. */
  detailOfPlateHole(id: string): PlateDetail {
    return plateDetail(this.model, id);
  }

  close(): void {
    this.findings.close();
    this.routes.close();
    this.sheets.close();
    this.circuits.close();
    this.laid.close();
  }
}

/** Nothing worked out yet. */
export const NO_EVALUATION: KeptEvaluation = {
  findings: [],
  routes: { routed: [], faults: [] },
  sheets: [],
  circuits: [],
  laid: new Map(),
  outcomes: new Map(),
  circuitsById: new Map(),
  sheetsById: new Map(),
  sheetOrder: [],
};

/** An evaluation with what is needed to keep it up. */
export type KeptEvaluation = Evaluation & {
  readonly outcomes: ReadonlyMap<string, RouteOutcome>;
  readonly sheetsById: ReadonlyMap<string, DrillSheet>;
  readonly circuitsById: ReadonlyMap<string, CircuitLine>;
  readonly sheetOrder: readonly string[];
};

/** An evaluation with its changes made; what they leave alone is the same object as before. The plan gives the order of routes and circuits. */
export function withEvaluationChanges(
  before: KeptEvaluation,
  { findings, routes, sheets, circuits, laid, sheetOrder }: EvaluationChanges,
  plan: { readonly [Key in 'runs' | 'circuits']: readonly Pick<Plan[Key][number], 'id'>[] },
): KeptEvaluation {
  const outcomes = changedMap(before.outcomes, routes);
  const sheetsById = changedMap(before.sheetsById, sheets);
  const circuitsById = changedMap(before.circuitsById, circuits);
  const order = sheetOrder ?? before.sheetOrder;
  const isSameSheets = sheetsById === before.sheetsById && order === before.sheetOrder;
  return {
    findings: changedFindings(before.findings, findings),
    routes:
      outcomes === before.outcomes
        ? before.routes
        : routesOf(plan.runs.flatMap(({ id }) => outcomes.get(id) ?? [])),
    sheets: isSameSheets ? before.sheets : order.flatMap((id) => sheetsById.get(id) ?? []),
    circuits:
      circuitsById === before.circuitsById
        ? before.circuits
        : plan.circuits.flatMap(({ id }) => circuitsById.get(id) ?? []),
    laid: changedMap(before.laid, laid),
    outcomes,
    circuitsById,
    sheetsById,
    sheetOrder: order,
  };
}

function changedMap<Value>(
  before: ReadonlyMap<string, Value>,
  { set, gone }: ValueChanges<Value>,
): ReadonlyMap<string, Value> {
  if (set.length === 0 && gone.length === 0) return before;
  const next = new Map(before);
  for (const id of gone) next.delete(id);
  for (const [id, value] of set) next.set(id, value);
  return next;
}

function changedFindings(
  before: readonly Finding[],
  { set, gone }: EvaluationChanges['findings'],
): readonly Finding[] {
  if (set.length === 0 && gone.length === 0) return before;
  const other = new Set([...gone, ...set.map(({ id }) => id)]);
  return sortedFindings([...before.filter(({ id }) => !other.has(id)), ...set]);
}
