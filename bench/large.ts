import { LiveEvaluation } from '../core/src/evaluate.ts';
import { prepare } from '../core/src/check/prepared.ts';
import { sizedCircuit } from '../core/src/conductor/circuit-sizing.ts';
import { circuitSpans } from '../core/src/wireway/stretches.ts';
import { applyEdits, type PlanEdit } from '../core/src/plan/edits/apply-edit.ts';
import type { Plan } from '../core/src/plan/plan.ts';
import { largePlan, penetrationId, unitId } from '../core/src/test/large-plan.ts';
import { asFormer, FORMER_COMMIT, formerCore } from './former.ts';
import { median } from './measure.ts';

/** Rooms of five faces and 50 pieces: 200 faces and 2,000 units, and twice that. */
const ROOMS = [40, 80] as const;
const FULL_ROUNDS = 3;
const EDIT_ROUNDS = 30;

type Edit = { readonly name: string; readonly make: (plan: Plan, round: number) => PlanEdit };

const EDITS: readonly Edit[] = [
  {
    name: 'one moved unit',
    make: ({ placements }, round) => {
      const unit = placements.find(({ id }) => id === unitId(3, 1, 2));
      if (unit === undefined) throw new Error('no unit');
      const xMm = unit.xMm + (round % 2 === 0 ? 7 : -7);
      return { kind: 'move-placement', placement: unit.id, xMm, yMm: unit.yMm };
    },
  },
  {
    name: 'one dragged hole',
    make: ({ penetrations }, round) => {
      const penetration = penetrations.find(({ id }) => id === penetrationId(3, 0));
      if (penetration === undefined) throw new Error('no hole');
      return {
        kind: 'move-penetration',
        penetration: penetration.id,
        xMm: penetration.xMm + (round % 2 === 0 ? 3 : -3),
        yMm: penetration.yMm,
      };
    },
  },
  {
    name: 'one renamed piece of gear',
    make: (_, round) => ({
      kind: 'rename-placement',
      placement: unitId(3, 1, 2),
      name: `Unit, round ${round}`,
    }),
  },
  {
    name: 'one changed rule of a gear type',
    make: ({ gearTypes }, round) => {
      const type = gearTypes.find(({ id }) => id === 'type-5');
      if (type === undefined) throw new Error('no type');
      const rules = type.rules.map((rule) =>
        rule.id === 'beside'
          ? { ...rule, distance: { value: 110 + (round % 2), unit: 'mm' as const } }
          : rule,
      );
      return { kind: 'set-gear-type', gearType: { ...type, rules } };
    },
  },
  {
    name: 'one changed rule for all gear of the job',
    make: ({ rules }, round) => ({
      kind: 'set-rules',
      rules: rules.map((rule) => ({ ...rule, distance: { value: 41 + (round % 2), unit: 'mm' as const } })),
    }),
  },
  {
    name: 'one circuit that carries more',
    make: ({ circuits }, round) => {
      const circuit = circuits.find(({ stretches, currentA }) => stretches.length > 0 && currentA !== null);
      if (circuit === undefined) throw new Error('no circuit');
      return { kind: 'set-circuit', circuit: { ...circuit, currentA: 30 + (round % 2) * 25 } };
    },
  },
  {
    name: 'one dragged obstacle',
    make: (_, round) => ({
      kind: 'set-obstacle',
      face: 'wall-3-1',
      obstacle: windowAt(6420 + (round % 2) * 5),
    }),
  },
];

/** Of so many circuits the sizes, with nothing of them known but where gear and nipples are. */
const SIZED = 500;
const SIZING_ROUNDS = 31;

function benchSizing(plan: Plan, print: (line: string) => void): void {
  const ids = plan.circuits
    .filter(({ stretches }) => stretches.length > 0)
    .slice(0, SIZED)
    .map(({ id }) => id);
  const times = Array.from({ length: SIZING_ROUNDS }, () => {
    const prepared = prepare(plan);
    for (const id of prepared.placements.ids) circuitSpans(prepared, id);
    // What preparing left behind is not sizing’s to clear away.
    globalThis.gc?.({ type: 'minor' });
    const start = performance.now();
    for (const id of ids) sizedCircuit(prepared, id);
    return performance.now() - start;
  });
  print(`  ${ids.length} circuits sized: ${median(times).toFixed(1)} ms\n`);
}

function windowAt(xMm: number) {
  const [window] = largePlan(1).faces.flatMap(({ obstacles }) =>
    obstacles.filter(({ id }) => id === 'window-1'),
  );
  if (window?.shape.kind !== 'box') throw new Error('no window');
  return { ...window, shape: { ...window.shape, xMm } };
}

/** A job as rich as a real one: what an edit costs beside a full evaluation, whether that grows, and the core as it was. */
export async function benchLarge(print: (line: string) => void): Promise<void> {
  for (const rooms of ROOMS) {
    const plan = largePlan(rooms);
    const size = `${plan.faces.length} faces, ${plan.placements.length} pieces, ${plan.circuits.length} circuits, ${plan.runs.length} runs`;
    const fulls = Array.from({ length: FULL_ROUNDS }, () => {
      const start = performance.now();
      const live = new LiveEvaluation(plan);
      live.takeChanges();
      const ms = performance.now() - start;
      live.close();
      return ms;
    });
    const fullMs = median(fulls);
    print(`${size}\n  full evaluation ${fullMs.toFixed(0)} ms\n`);
    if (rooms === ROOMS[0]) await againstFormer(plan, fullMs, print);
    benchSizing(plan, print);
    const live = new LiveEvaluation(plan);
    live.takeChanges();
    for (const { name, make } of EDITS) {
      let now = plan;
      const times = Array.from({ length: EDIT_ROUNDS }, (_, round) => {
        const applied = applyEdits(now, [make(now, round)]);
        if (!applied.ok) throw new Error(`${name}: ${JSON.stringify(applied.fault.message)}`);
        now = applied.value.plan;
        const start = performance.now();
        live.update(now);
        live.takeChanges();
        return performance.now() - start;
      });
      live.update(plan);
      live.takeChanges();
      const editMs = median(times);
      print(
        `  ${name}: ${editMs.toFixed(2)} ms, ratio ${(fullMs / editMs).toFixed(0)} (full evaluation by edit)\n`,
      );
    }
    live.close();
  }
}

async function againstFormer(plan: Plan, fullMs: number, print: (line: string) => void): Promise<void> {
  const former = await formerCore();
  if (former === null) {
    print('  the core as it was is not in the history here: not compared\n');
    return;
  }
  const start = performance.now();
  former.evaluatePlan(asFormer(plan));
  const formerMs = performance.now() - start;
  print(
    `  full evaluation by the core as of ${FORMER_COMMIT.slice(0, 7)}: ${formerMs.toFixed(0)} ms, ratio ${(formerMs / fullMs).toFixed(1)}\n`,
  );
}
