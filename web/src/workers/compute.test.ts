import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Finding } from '@zarnel/core/checks';
import { clearanceMatrix, evaluatePlan, prepare } from '@zarnel/core/figures';
import { honeyHouse } from '@zarnel/core/files';
import { applyEdits, type Plan, type PlanEdit } from '@zarnel/core/plan';
import { Checking } from './checking.ts';
import { Evaluator, type Computing } from './compute.ts';

/** What is told of a finding: no more crosses to the page. */
const toldOf = ({ id, severity, message, data, subjects, at, measured, required }: Finding) => ({
  id,
  severity,
  message,
  data,
  subjects,
  at,
  measured,
  required,
});

/** Workers that answer as one on another thread does: what crosses is copied, and a dead one answers nothing. */
function workers() {
  const made: { isBroken: boolean }[] = [];
  const make = () => {
    const checking = new Checking();
    const listeners: ((event: unknown) => void)[] = [];
    const state = { isBroken: false };
    made.push(state);
    const asked =
      <Asked extends unknown[], Answer>(answer: (...asked: Asked) => Answer) =>
      async (...question: Asked): Promise<Answer> => {
        await Promise.resolve();
        if (state.isBroken) {
          for (const listen of listeners) listen({ message: 'out of memory' });
          return new Promise<never>(() => {});
        }
        return structuredClone(answer(...structuredClone(question)));
      };
    const remote: Computing = {
      open: asked((plan) => checking.open(plan)),
      change: asked((changes) => checking.change(changes)),
      remedies: asked((finding) => checking.remedies(finding)),
      clearances: asked(() => checking.clearances()),
      wiring: asked(() => checking.wiring()),
      penetrationDetail: asked((penetration) => checking.penetrationDetail(penetration)),
      plateDetail: asked((hole) => checking.plateDetail(hole)),
      runDetail: asked((run) => checking.runDetail(run)),
      oneLine: asked(() => checking.oneLine()),
      spots: asked((penetration) => checking.spots(penetration)),
      fill: asked((field, wish) => checking.fill(field, wish)),
      schools: asked((field) => checking.schools(field)),
      sun: asked((ask) => checking.sun(ask)),
      circuitDetail: asked((circuit) => checking.circuitDetail(circuit)),
    };
    const worker = {
      terminate: () => undefined,
      addEventListener: (_: string, listener: (event: unknown) => void) => void listeners.push(listener),
    };
    return { worker, remote };
  };
  /** The newest dies over the next question. */
  const killLast = () => {
    const last = made.at(-1);
    if (last !== undefined) last.isBroken = true;
  };
  return { make, killLast };
}

const START = honeyHouse();
const placement = fc.constantFrom(...START.placements.map(({ id }) => id));
const byMm = fc.integer({ min: 0, max: 3000 });
const edit: fc.Arbitrary<PlanEdit> = fc.oneof(
  fc.record({ kind: fc.constant('move-placement'), placement, xMm: byMm, yMm: byMm }),
  fc.record({ kind: fc.constant('rename-placement'), placement, name: fc.string({ minLength: 1 }) }),
  fc.record({ kind: fc.constant('remove-placement'), placement }),
);
/** An edit of a plan there was before, and which worker dies when: over the checks, or over what is asked then. */
const step = fc.record({
  from: fc.nat(),
  edit,
  dies: fc.constantFrom('over the checks', 'over a question', null, null),
  asked: fc.nat(),
});

describe('the evaluation that workers keep up', () => {
  test('is after any edits as from scratch, and every question is answered, whichever workers die meanwhile', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 3, maxLength: 8 }), async (steps) => {
        const { make, killLast } = workers();
        const evaluator = new Evaluator(make);
        await evaluator.evaluate(START);
        const plans: Plan[] = [START];
        for (const { from, edit, dies, asked } of steps) {
          const before = plans[from % plans.length] ?? START;
          const applied = applyEdits(before, [edit]);
          const plan = applied.ok ? applied.value.plan : before;
          plans.push(plan);
          if (dies === 'over the checks') killLast();
          // Whoever waited is told, and asks again.
          const checked = await evaluator.evaluate(plan).catch(() => evaluator.evaluate(plan));
          const whole = evaluatePlan(plan);
          const [kept, fresh] = [checked, whole].map(({ findings, sheets, routes }) =>
            JSON.stringify([findings.map(toldOf), sheets, routes]),
          );
          expect(kept).toBe(fresh);
          if (dies === 'over a question') killLast();
          const finding = whole.findings[asked % whole.findings.length];
          const [remedies, clearances] = await Promise.all([
            evaluator.remedies(finding?.id ?? 'none'),
            evaluator.clearances(),
          ]);
          const { fixes, working } = finding ?? {};
          expect(remedies).toEqual(finding === undefined ? null : { fixes, working });
          expect(JSON.stringify(clearances)).toBe(JSON.stringify(clearanceMatrix(prepare(plan))));
        }
      }),
      { numRuns: process.env.ZARNEL_CASES === 'all' ? 12 : 8 },
    );
  });

  test('a question asked while another plan is checked is answered of that plan', async () => {
    const evaluator = new Evaluator(workers().make);
    const plan = honeyHouse();
    expect(await evaluator.clearances()).toBeNull();
    await evaluator.evaluate(plan);
    const bare = { ...plan, placements: [], nipples: [], joins: [], circuits: [], runs: [] };
    const [, clearances] = await Promise.all([evaluator.evaluate(bare), evaluator.clearances()]);
    expect(clearances).toEqual([]);
  });
});
