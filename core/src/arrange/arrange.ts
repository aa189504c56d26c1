import { prepare, type Hung, type Prepared } from '../check/prepared.ts';
import type { Check, Finding } from '../check/finding.ts';
import { FindingBook } from '../check/finding-book.ts';
import type { Model } from '../model/model.ts';
import type { Plan } from '../plan/plan.ts';
import { spaceBesideMm } from '../clearance/working-space.ts';
import { WORKING_SPACE_CHECK } from '../clearance/working-space-check.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import { isAbove } from '../quantity/compare.ts';
import { explainImpossible, type Impossible } from './impossible.ts';
import { problemOfPlan, type Contradiction } from './problem-of-plan.ts';
import { isSoundLayout, layoutCost, type ArrangeProblem, type Layout } from './problem.ts';
import { refineLayout, type RefinedLayout } from './refine.ts';
import type { ArrangeRequest } from './request.ts';
import { gainsOn, scoreLayout, type LayoutGains, type LayoutTerms } from './score.ts';
import { seeded } from './seeded.ts';
import { orderKey, searchLayouts, type SearchState } from './search.ts';

/** A complete layout that violates nothing that stops or must be fixed. */
export type Proposal = {
  readonly edits: readonly PlanEdit[];
  readonly places: readonly { readonly id: string; readonly xMm: number; readonly yMm: number }[];
  readonly terms: LayoutTerms;
  /** On how the pieces hang now; null where that is not sound. */
  readonly gains: LayoutGains | null;
  /**
   * How much more it costs in conductor and span, as they are weighed, than any layout at all must cost that keeps the
   * rules: 0 where none costs less. Null where that was not proven.
   */
  readonly aboveLeastMm: number | null;
};

export type ArrangeAnswer = {
  /** Best first, at most `MOST_PROPOSALS`; each differs from the others by a piece moved a good way. */
  readonly proposals: readonly Proposal[];
  /** How the pieces hang now, scored the same way; null where that is not sound. */
  readonly now: LayoutTerms | null;
  readonly contradictions: readonly Contradiction[];
  /** Why there is no proposal, where there is none. */
  readonly impossible: Impossible | null;
  /** What the layouts found would still violate, where every one of them was turned down for it. */
  readonly turnedDown: readonly Finding[];
  readonly isCancelled: boolean;
};

export type ArrangeProgress = { readonly doneRatio: number; readonly bestCost: number | null };

export const MOST_PROPOSALS = 5;
/** Two layouts truly differ when some piece lies this far from where the other has it. */
const DIFFERENT_MM = 250;
/** Steps for the best layout, and for each look elsewhere: some seconds and some tenths of one. */
const MAIN_STEPS = 120_000;
const ELSEWHERE_STEPS = 2_500;
/** Steps to prove what no layout beats. */
const BOUND_STEPS = 60_000;
/** Problems tried that keep clear of what a check turned down, before it is said that every layout breaks something. */
const MOST_LEARNED = 40;
/** Layouts looked at before giving up on those the checks turn down. */
const MOST_TRIED = 40;

/**
 * Proposes complete layouts of the pieces on one face, ranked by conductor length, span, bracket holes on framing and
 * lines, with what each term comes to. `checks` are those no proposal may violate. Deterministic for its request; it
 * ends with the best so far when `onProgress` gives false.
 */
export function arrange(
  prepared: Prepared,
  request: ArrangeRequest,
  checks: readonly Check[],
  onProgress: (progress: ArrangeProgress) => boolean = () => true,
): ArrangeAnswer {
  const random = seeded(request.seed);
  const made = problemOfPlan(prepared, request);
  const { pieces, contradictions } = made;
  let { problem } = made;
  const told: { isCancelled: boolean } = { isCancelled: false };
  const tell = (doneRatio: number, best: Layout | null): boolean => {
    if (!onProgress({ doneRatio, bestCost: best?.cost ?? null })) told.isCancelled = true;
    return !told.isCancelled;
  };
  const search = (of: ArrangeProblem, mostSteps: number, from: number, share: number) =>
    searchLayouts(of, {
      mostSteps,
      random,
      onProgress: ({ steps, best }) => tell(from + (share * steps) / mostSteps, best),
    });
  let main = search(problem, MAIN_STEPS, 0, 0.5);
  if (main.best === null && main.isProven && !told.isCancelled) {
    // Room that no rule asks for is the first to go: a layout is said not to be only where none keeps the rules.
    problem = problemOfPlan(prepared, request, 'least').problem;
    main = search(problem, MAIN_STEPS, 0, 0.5);
  }
  const leastCost = told.isCancelled
    ? null
    : leastCostOf(prepared, request, main, (of) => search(of, BOUND_STEPS, 0.5, 0.1));
  const now = scoredNow(problem, pieces, request);
  const nothing = { proposals: [], now, contradictions, turnedDown: [], isCancelled: told.isCancelled };
  if (main.best === null) {
    return {
      ...nothing,
      impossible: told.isCancelled ? null : explainImpossible(problem, pieces, main.isProven, random),
    };
  }
  const refineIn = (of: ArrangeProblem, layout: Pick<Layout, 'x' | 'y'>) =>
    refineLayout(of, pieces, request.weights, request.stepMm, layout);
  const model = prepare(prepared.document);
  const trial: Trial = { plan: prepared.document, model, book: new FindingBook(model, checks) };
  let pool = ranked(main.found.map((layout) => refineIn(problem, layout)));
  const pickFrom = (from: readonly RefinedLayout[]) => pick(trial, problem, pieces, from, now, leastCost);
  let picked = pickFrom(pool);
  // Where every one of them was turned down by a check, learn from it, and go on with what that check leaves.
  let open = picked.reasons
    .slice(0, FROM_EACH_ROUND)
    .flatMap((each) => learned(prepared, problem, pieces, each));
  for (let round = 0; round < MOST_LEARNED && picked.proposals.length === 0 && !told.isCancelled; round++) {
    const [next, ...rest] = open;
    if (next === undefined) break;
    const { found } = searchLayouts(next, { mostSteps: ELSEWHERE_STEPS, random });
    tell(0.6 + (0.1 * round) / MOST_LEARNED, main.best);
    const pooled = ranked(found.map((layout) => refineIn(next, layout)));
    const tried = pickFrom(pooled);
    if (tried.proposals.length > 0) [problem, pool, picked] = [next, pooled, tried];
    const [first] = tried.reasons;
    open = [...(first === undefined ? [] : learned(prepared, next, pieces, first)), ...rest];
  }
  // Look elsewhere from the best, and from what came of that, until enough truly differ.
  const looked = new Set<string>();
  for (
    let round = 0;
    round < MOST_ROUNDS && picked.proposals.length < ENOUGH_PROPOSALS && !told.isCancelled;
    round++
  ) {
    const from = pool
      .filter((layout) => !looked.has(orderKey(problem, layout)))
      .slice(0, round === 0 ? 1 : FROM_EACH_ROUND);
    const looks = from.flatMap((layout) => {
      looked.add(orderKey(problem, layout));
      return elsewhere(problem, layout);
    });
    const fresh: RefinedLayout[] = [];
    looks.forEach((look, index) => {
      if (told.isCancelled) return;
      const found = searchLayouts(look, { mostSteps: ELSEWHERE_STEPS, random });
      fresh.push(...found.found.slice(0, FROM_EACH_LOOK).map((layout) => refineIn(look, layout)));
      tell(0.7 + (0.3 * (round + (index + 1) / looks.length)) / MOST_ROUNDS, main.best);
    });
    pool = ranked([...pool, ...fresh]);
    picked = pickFrom(pool);
  }
  const { proposals, turnedDown } = picked;
  return {
    proposals,
    now,
    contradictions,
    impossible: null,
    turnedDown: proposals.length > 0 ? [] : turnedDown,
    isCancelled: told.isCancelled,
  };
}

/** The least that conductor and span of any layout at all can cost; null where the search does not prove it. */
function leastCostOf(
  prepared: Prepared,
  request: ArrangeRequest,
  main: SearchState,
  search: (of: ArrangeProblem) => SearchState,
): number | null {
  const least = problemOfPlan(prepared, request, 'least');
  if (!main.isProven || main.best === null || !least.isExact) return null;
  const { best, isProven } = search(least.problem);
  return isProven && best !== null ? best.cost : null;
}

/** Why a layout was turned down: where it had its pieces, and what it would violate. */
type TurnedDown = { readonly layout: RefinedLayout; readonly findings: readonly Finding[] };

/** How far a piece that a check named is kept from where it was, in turn. */
const AWAY_MM = [60, 180] as const;

/** What is left of a problem where a check turned a layout of it down, likeliest first. */
function learned(
  prepared: Prepared,
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  turnedDown: TurnedDown,
): ArrangeProblem[] {
  return [...withSpaceBeside(prepared, problem, pieces, turnedDown), ...away(problem, pieces, turnedDown)];
}

const OTHER_SIDE = { left: 'right', right: 'left' } as const;

/**
 * The problem with all that stands further out kept from beside a piece whose working space it took: right of it by as much
 * as its space is wider than itself, or left.
 */
function withSpaceBeside(
  prepared: Prepared,
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  { findings }: TurnedDown,
): ArrangeProblem[] {
  const short = findings.filter(({ check }) => check === WORKING_SPACE_CHECK);
  const named = new Set(short.flatMap(({ subjects }) => subjects.map(({ id }) => id)));
  return pieces.flatMap((piece, index) => {
    if (!named.has(piece.id)) return [];
    const asked = pieces.map((other) => (other === piece ? null : spaceBesideMm(prepared, piece, other)));
    return (['right', 'left'] as const).flatMap((side) => {
      const gaps = problem.gaps.map((row, i) =>
        row.map((gap, j) => {
          const leastMm = (i === index ? asked[j] : j === index ? asked[i] : null) ?? 0;
          const towards = i === index ? side : OTHER_SIDE[side];
          return isAbove(leastMm, gap[towards], 'mm') ? { ...gap, [towards]: leastMm } : gap;
        }),
      );
      const isMore = gaps.some((row, i) => row.some((gap, j) => gap !== problem.gaps[i]?.[j]));
      return isMore ? [{ ...problem, gaps }] : [];
    });
  });
}

/** The problem with each piece that a check named kept away from where it was, to each side, nearest first. */
function away(
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  { layout, findings }: TurnedDown,
): ArrangeProblem[] {
  const named = new Set(findings.flatMap(({ subjects }) => subjects.map(({ id }) => id)));
  return AWAY_MM.flatMap((farMm) =>
    pieces.flatMap(({ id }, index) => {
      const piece = problem.pieces[index];
      return named.has(id) && piece !== undefined ? sidesOf(problem, index, layout, farMm) : [];
    }),
  );
}

function ranked(layouts: readonly RefinedLayout[]): RefinedLayout[] {
  return [...layouts].sort((a, b) => a.terms.total - b.terms.total);
}

const ENOUGH_PROPOSALS = 3;
const MOST_ROUNDS = 3;
const FROM_EACH_ROUND = 4;
const FROM_EACH_LOOK = 3;

/** How the pieces hang now; null where they overlap or are too close, which no score makes good. */
function scoredNow(
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  { weights }: ArrangeRequest,
): LayoutTerms | null {
  const x = pieces.map(({ body }) => body.minX);
  const y = pieces.map(({ body }) => body.minY);
  return isSoundLayout(problem, x, y) ? scoreLayout(problem, pieces, weights, x, y) : null;
}

/** The same problem with one piece kept well away from where the best layout has it, on each side of there. */
function elsewhere(problem: ArrangeProblem, layout: Pick<Layout, 'x' | 'y'>): ArrangeProblem[] {
  return problem.pieces.flatMap((_, index) => sidesOf(problem, index, layout, DIFFERENT_MM));
}

/** The same problem with a piece left, right, under or over of where a layout has it, by so much at least. */
function sidesOf(
  problem: ArrangeProblem,
  index: number,
  { x, y }: Pick<Layout, 'x' | 'y'>,
  farMm: number,
): ArrangeProblem[] {
  const piece = problem.pieces[index];
  if (piece === undefined) return [];
  const [px, py] = [x[index] ?? 0, y[index] ?? 0];
  const sides = [
    { x: [piece.x[0], px - farMm] as const, y: piece.y },
    { x: [px + farMm, piece.x[1]] as const, y: piece.y },
    { x: piece.x, y: [piece.y[0], py - farMm] as const },
    { x: piece.x, y: [py + farMm, piece.y[1]] as const },
  ];
  return sides
    .filter((side) => side.x[0] <= side.x[1] && side.y[0] <= side.y[1])
    .map((side) => ({
      ...problem,
      pieces: problem.pieces.map((each, at) => (at === index ? { ...each, ...side } : each)),
    }));
}

/**
 * The best that truly differ and that no check turns down: those whose pieces lie in another order first, then those
 * that lie elsewhere in one order.
 */
function pick(
  trial: Trial,
  problem: ArrangeProblem,
  pieces: readonly Hung[],
  pool: readonly RefinedLayout[],
  now: LayoutTerms | null,
  leastCost: number | null,
): {
  readonly proposals: Proposal[];
  readonly turnedDown: readonly Finding[];
  readonly reasons: TurnedDown[];
} {
  const moved = new Set(pieces.map(({ id }) => id));
  const taken: RefinedLayout[] = [];
  const reasons: TurnedDown[] = [];
  let tried = 0;
  const orders = new Set<string>();
  const fill = (isOtherOrder: boolean) => {
    for (const layout of pool) {
      if (taken.length === MOST_PROPOSALS || tried === MOST_TRIED) return;
      if (taken.some((other) => !differ(pieces, layout, other))) continue;
      if (isOtherOrder && orders.has(orderKey(problem, layout))) continue;
      orders.add(orderKey(problem, layout));
      tried++;
      const violated = violations(trial, editsOf(pieces, layout), moved);
      if (violated.length === 0) taken.push(layout);
      else reasons.push({ layout, findings: violated });
    }
  };
  fill(true);
  fill(false);
  const best = ranked(taken);
  const proposals = best.map((layout): Proposal => {
    const edits = editsOf(pieces, layout);
    return {
      edits,
      places: edits.map(({ placement, xMm, yMm }) => ({ id: placement, xMm, yMm })),
      terms: layout.terms,
      gains: now === null ? null : gainsOn(now, layout.terms),
      aboveLeastMm:
        leastCost === null ? null : Math.max(0, layoutCost(problem, layout.x, layout.y) - leastCost),
    };
  });
  return { proposals, turnedDown: reasons[0]?.findings ?? [], reasons };
}

type Move = Extract<PlanEdit, { kind: 'move-placement' }>;

function editsOf(pieces: readonly Hung[], { x, y }: RefinedLayout): Move[] {
  return pieces.map(({ id, type }, index) => ({
    kind: 'move-placement',
    placement: id,
    xMm: (x[index] ?? 0) + type.widthMm / 2,
    yMm: (y[index] ?? 0) + type.dropMm,
  }));
}

/** Whether some piece lies well away from where the other has one of its type: like pieces that change places do not. */
function differ(pieces: readonly Hung[], a: RefinedLayout, b: RefinedLayout): boolean {
  const types = new Set(pieces.map(({ type }) => type.id));
  return [...types].some((type) => {
    const placesOf = ({ x, y }: RefinedLayout) =>
      pieces
        .flatMap((piece, index) => (piece.type.id === type ? [[x[index] ?? 0, y[index] ?? 0] as const] : []))
        .sort((p, q) => p[0] - q[0] || p[1] - q[1]);
    const others = placesOf(b);
    return placesOf(a).some(([x, y], index) => {
      const [ox, oy] = others[index] ?? [0, 0];
      return Math.hypot(x - ox, y - oy) >= DIFFERENT_MM;
    });
  });
}

/** What a layout would violate that concerns its pieces and stops the work or must be fixed. */
function violations(trial: Trial, edits: readonly PlanEdit[], moved: ReadonlySet<string>): Finding[] {
  const applied = applyEdits(trial.plan, edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  trial.model.update(applied.value.plan);
  return trial.book
    .findings()
    .filter(({ severity }) => severity === 'stop' || severity === 'fix')
    .filter(({ subjects }) => subjects.some(({ kind, id }) => isAbout(kind, id, moved, trial.plan)));
}

/** A copy of the plan on which layouts are tried, one after the other, with what the checks find there. */
type Trial = { readonly plan: Plan; readonly model: Model; readonly book: FindingBook };

function isAbout(kind: string, id: string, moved: ReadonlySet<string>, plan: Plan): boolean {
  if (kind === 'placement') return moved.has(id);
  if (kind !== 'nipple') return false;
  const nipple = plan.nipples.find((each) => each.id === id);
  return nipple !== undefined && moved.has(nipple.from.placement);
}
