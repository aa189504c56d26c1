import type { Prepared } from '../check/prepared.ts';
import { byIdentity } from '../derive/by-identity.ts';
import { isSameList } from '../derive/entities.ts';
import { query, single } from '../derive/query.ts';
import type { CircuitKind } from '../plan/circuit.ts';
import type { Run } from '../plan/run.ts';
import { SEPARATION, type Separation, type SeparationClass } from '../reference/separation.ts';
import type { Band } from './grid.ts';
import {
  isSameOutcome,
  plainRouteOf,
  routeBeside,
  type Leg,
  type RoutedRun,
  type RouteOutcome,
} from './way.ts';

/** Room for the cables themselves, beside what two runs keep apart: from the middle of one to that of the other, mm. */
const CABLES_MM = 30;
/** So near to its ends a run may come to others: they enter their gear side by side (practice), mm. */
export const NEAR_END_MM = 250;
/** What agrees within this is on one line, mm. */
const TOUCH_MM = 0.01;

const CLASS_OF: Readonly<Record<CircuitKind, SeparationClass | null>> = {
  unsaid: null,
  array: 'array',
  battery: 'power',
  'dc-load': 'power',
  'ac-in': 'power',
  'ac-out': 'power',
  bond: null,
  data: 'data',
};

/** The classes of the circuits a run carries, each once. */
export function classesOf(
  prepared: Prepared,
  { circuits }: { readonly circuits: readonly string[] },
): SeparationClass[] {
  const classes = circuits.flatMap((id) => CLASS_OF[prepared.circuits.get(id)?.carries ?? 'unsaid'] ?? []);
  return [...new Set(classes)].sort();
}

const classesOfRun = query((prepared: Prepared, id: string): readonly SeparationClass[] => {
  const run = prepared.runs.get(id);
  return run === undefined ? [] : classesOf(prepared, run);
}, isSameList);

/** What two classes keep apart by; null where they need not. */
export function separationOf(
  codeBasis: 'us' | 'iec',
  a: SeparationClass,
  b: SeparationClass,
): Separation | null {
  if (a === b) return null;
  const { signal, array } = SEPARATION[codeBasis];
  return a === 'data' || b === 'data' ? signal : array;
}

/** What two runs keep apart by: the most that any of their circuits asks. None of one in conduit, which is its own partition. */
export function runSeparation(prepared: Prepared, a: Run, b: Run): Separation | null {
  if (a.laid.as === 'conduit' || b.laid.as === 'conduit') return null;
  const asked = classesOfRun(prepared, a.id).flatMap((one) =>
    classesOfRun(prepared, b.id).flatMap((other) => separationOf(prepared.plan.codeBasis, one, other) ?? []),
  );
  return asked.reduce<Separation | null>(
    (most, each) => (most === null || each.mm > most.mm ? each : most),
    null,
  );
}

/** A part of a run’s way away from its ends. */
type Part = {
  readonly axis: 0 | 1;
  readonly fixedMm: number;
  readonly fromMm: number;
  readonly toMm: number;
};

/** Straight parts of legs, by face, without what is nearer to an end of the run than the rest may be. */
export const awayFromEnds = byIdentity((legs: readonly Leg[]): ReadonlyMap<string, readonly Part[]> => {
  const lengths = legs.map(({ from, to }) => Math.hypot(to[0] - from[0], to[1] - from[1]));
  const wholeMm = lengths.reduce((sum, mm) => sum + mm, 0);
  const parts = new Map<string, Part[]>();
  let beforeMm = 0;
  legs.forEach(({ face, from, to }, index) => {
    const lengthMm = lengths[index] ?? 0;
    const [low, high] = [
      Math.max(0, NEAR_END_MM - beforeMm),
      Math.min(lengthMm, wholeMm - NEAR_END_MM - beforeMm),
    ];
    beforeMm += lengthMm;
    if (high <= low || lengthMm === 0) return;
    const axis = Math.abs(to[0] - from[0]) >= Math.abs(to[1] - from[1]) ? 0 : 1;
    const sign = Math.sign(to[axis] - from[axis]);
    const [a, b] = [from[axis] + sign * low, from[axis] + sign * high];
    const part = {
      axis,
      fixedMm: from[1 - axis] ?? 0,
      fromMm: Math.min(a, b),
      toMm: Math.max(a, b),
    } as const;
    parts.set(face, [...(parts.get(face) ?? []), part]);
  });
  return parts;
});

/** How near two runs come where they lie beside each other, and for how long nearer than so far; null where they do not. */
export type Beside = {
  readonly apartMm: number;
  readonly lengthMm: number;
  readonly face: string;
  readonly at: readonly [number, number];
};

/** Where two ways lie nearer beside each other than so far, middle to middle; the nearest place of theirs speaks. */
export function besideWithin(a: readonly Leg[], b: readonly Leg[], withinMm: number): Beside | null {
  const others = awayFromEnds(b);
  let nearest: Beside | null = null;
  let lengthMm = 0;
  for (const [face, parts] of awayFromEnds(a))
    for (const one of parts)
      for (const other of others.get(face) ?? []) {
        if (one.axis !== other.axis) continue;
        const apartMm = Math.abs(one.fixedMm - other.fixedMm);
        const [fromMm, toMm] = [Math.max(one.fromMm, other.fromMm), Math.min(one.toMm, other.toMm)];
        if (toMm - fromMm <= TOUCH_MM || apartMm >= withinMm - TOUCH_MM) continue;
        lengthMm += toMm - fromMm;
        if (nearest !== null && nearest.apartMm <= apartMm) continue;
        const [along, across] = [(fromMm + toMm) / 2, (one.fixedMm + other.fixedMm) / 2];
        nearest = { apartMm, lengthMm: 0, face, at: one.axis === 0 ? [along, across] : [across, along] };
      }
  return nearest === null ? null : { ...nearest, lengthMm };
}

const NONE: ReadonlyMap<string, RouteOutcome> = new Map();

/**
 * The ways of runs that keep apart from others, where each for itself would not: those that come too near are taken up and laid
 * one after another, each beside those that lie already, in the order that leaves fewest too near and then counts for least.
 * Method: rip-up and re-route (Dees and Karger 1982); every order of up to four, else those that failed first go first.
 */
export const apartRoutes = single(
  (prepared: Prepared): ReadonlyMap<string, RouteOutcome> => {
    const all = prepared.runs.list.filter(
      (run) => run.laid.as !== 'conduit' && classesOf(prepared, run).length > 0,
    );
    const isMixed = new Set(all.flatMap((run) => classesOf(prepared, run))).size > 1;
    if (!isMixed) return NONE;
    const routed = all.flatMap(({ id }) => {
      const outcome = plainRouteOf(prepared, id);
      return outcome?.kind === 'routed' ? [outcome.routed] : [];
    });
    const laid = new Map(routed.map((each) => [each.run.id, each]));
    const changed = new Map<string, RouteOutcome>();
    for (const group of tooNear(prepared, routed)) {
      const inGroup = new Set(group.map(({ run }) => run.id));
      const others = [...laid.values()].filter(({ run }) => !inGroup.has(run.id));
      for (const each of layApart(prepared, group, others)) {
        laid.set(each.run.id, each);
        changed.set(each.run.id, { kind: 'routed', routed: each });
      }
    }
    return changed;
  },
  (a, b) => a.size === b.size && [...a].every(([id, outcome]) => isSameOutcome(outcome, b.get(id) ?? null)),
);

function asksMm(prepared: Prepared, a: Run, b: Run): number {
  const separation = runSeparation(prepared, a, b);
  return separation === null ? 0 : separation.mm + CABLES_MM;
}

function isTooNear(prepared: Prepared, a: RoutedRun, b: RoutedRun): boolean {
  const mm = asksMm(prepared, a.run, b.run);
  return mm > 0 && besideWithin(a.legs, b.legs, mm) !== null;
}

/** Runs that come too near to one another, directly or by others. */
function tooNear(prepared: Prepared, routed: readonly RoutedRun[]): RoutedRun[][] {
  const groups: RoutedRun[][] = [];
  for (const each of routed) {
    const near = groups.filter((group) => group.some((other) => isTooNear(prepared, each, other)));
    const rest = groups.filter((group) => !near.includes(group));
    groups.splice(0, groups.length, ...rest, [...near.flat(), each]);
  }
  return groups.filter((group) => group.length > 1);
}

const MOST_ORDERED = 4;

type Laying = {
  readonly laid: readonly RoutedRun[];
  readonly nearCount: number;
  readonly costMm: number;
  readonly failed: readonly string[];
};

function layApart(
  prepared: Prepared,
  group: readonly RoutedRun[],
  others: readonly RoutedRun[],
): readonly RoutedRun[] {
  const sorted = [...group].sort((a, b) => (a.run.id < b.run.id ? -1 : 1));
  let best = inOrder(prepared, sorted, others);
  const take = (laying: Laying) => {
    const isBetter =
      laying.nearCount < best.nearCount ||
      (laying.nearCount === best.nearCount && laying.costMm < best.costMm - TOUCH_MM);
    if (isBetter) best = laying;
  };
  if (sorted.length <= MOST_ORDERED)
    for (const order of orders(sorted)) take(inOrder(prepared, order, others));
  else {
    let order = sorted;
    for (let round = 0; round < sorted.length; round++) {
      const laying = inOrder(prepared, order, others);
      take(laying);
      if (laying.failed.length === 0) break;
      // What found no way beside the rest is laid before them.
      const isFailed = ({ run }: RoutedRun) => laying.failed.includes(run.id);
      order = [...order.filter(isFailed), ...order.filter((each) => !isFailed(each))];
    }
  }
  return best.laid;
}

/** Lays runs one after another, each beside those before it and others; one that finds no way so keeps its own. */
function inOrder(prepared: Prepared, order: readonly RoutedRun[], others: readonly RoutedRun[]): Laying {
  const laid: RoutedRun[] = [];
  const failed: string[] = [];
  for (const each of order) {
    const before = [...others, ...laid];
    const found = routeBeside(prepared, each, bandsBeside(prepared, each.run, before));
    if (found === null) failed.push(each.run.id);
    laid.push(found ?? each);
  }
  const nearCount = laid.reduce(
    (sum, one, index) =>
      sum + [...others, ...laid.slice(0, index)].filter((other) => isTooNear(prepared, one, other)).length,
    0,
  );
  return { laid, nearCount, costMm: laid.reduce((sum, { costMm }) => sum + costMm, 0), failed };
}

/** Where a run may not lie along: beside the ways of those that it keeps apart from. */
function bandsBeside(
  prepared: Prepared,
  run: Run,
  laid: readonly RoutedRun[],
): ReadonlyMap<string, readonly Band[]> {
  const bands = new Map<string, Band[]>();
  for (const other of laid) {
    const mm = asksMm(prepared, run, other.run);
    if (mm === 0) continue;
    for (const [face, parts] of awayFromEnds(other.legs)) {
      const made = parts.map(({ axis, fixedMm, fromMm, toMm }): Band => ({
        axis: axis === 0 ? 'horizontal' : 'vertical',
        minMm: fixedMm - mm,
        maxMm: fixedMm + mm,
        fromMm,
        toMm,
        isBored: false,
      }));
      bands.set(face, [...(bands.get(face) ?? []), ...made]);
    }
  }
  return bands;
}

/** Every order of a few. */
function orders<Item>(items: readonly Item[]): Item[][] {
  if (items.length <= 1) return [[...items]];
  return items.flatMap((item, index) =>
    orders([...items.slice(0, index), ...items.slice(index + 1)]).map((rest) => [item, ...rest]),
  );
}
