import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { DEMOS } from './demo/demos.ts';
import { evaluateAfter, evaluatePlan } from './evaluate.ts';
import { applyEdits } from './plan/edits/apply-edit.ts';
import type { Plan } from './plan/plan.ts';
import type { Checked } from './check/recheck.ts';

describe('evaluating after an edit', () => {
  test('finds what a full evaluation finds, whatever moved, came or went', () => {
    const moves = fc.array(
      fc.record({
        demo: fc.nat({ max: DEMOS.length - 1 }),
        which: fc.nat({ max: 50 }),
        dx: fc.double({ min: -900, max: 900, noNaN: true }),
        dy: fc.double({ min: -400, max: 400, noNaN: true }),
        what: fc.constantFrom('move', 'move', 'move', 'remove', 'copy'),
      }),
      { minLength: 3, maxLength: 5 },
    );
    fc.assert(
      fc.property(moves, (steps) => {
        const states = DEMOS.map(({ plan }): { plan: Plan; checked: Checked | null } => ({ plan: plan(), checked: null }));
        for (const { demo, which, dx, dy, what } of steps) {
          const state = states[demo];
          const placement = state?.plan.placements[which % Math.max(1, state.plan.placements.length)];
          if (state === undefined || placement === undefined) continue;
          const [xMm, yMm] = [placement.xMm + dx, placement.yMm + dy];
          const edit = {
            move: { kind: 'move-placement', placement: placement.id, xMm, yMm },
            remove: { kind: 'remove-placement', placement: placement.id },
            copy: { kind: 'place-gear', placement: { ...placement, id: `copy-${state.plan.placements.length}`, xMm, yMm } },
          } as const;
          state.checked ??= evaluateAfter(state.plan, null).checked;
          const applied = applyEdits(state.plan, [edit[what]]);
          if (!applied.ok) continue;
          const after = evaluateAfter(applied.value.plan, state.checked);
          expect(after.evaluation.findings).toEqual(evaluatePlan(applied.value.plan).findings);
          state.plan = applied.value.plan;
          state.checked = after.checked;
        }
      }),
      { seed: 11, numRuns: 8 },
    );
  });
}); // prettier-ignore
