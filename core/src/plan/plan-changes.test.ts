import { describe, expect, test } from '@jest/globals';
import { seeded } from '../arrange/seeded.ts';
import { DEMOS } from '../demo/demos.ts';
import { anyEdit, EDIT_KINDS } from '../test/any-edit.ts';
import { largePlan } from '../test/large-plan.ts';
import { applyEdits } from './edits/apply-edit.ts';
import { planChanges, withPlanChanges } from './plan-changes.ts';
import type { Plan } from './plan.ts';
import { expectSamePlan } from '../test/same.ts';

describe('changes from one plan to another', () => {
  test('lead there and back over a copy, whatever the edit', () => {
    for (const start of [...DEMOS.map(({ plan }) => plan()), largePlan(1)]) {
      const random = seeded(31);
      let plan = start;
      let copy: Plan = structuredClone(start);
      for (const kind of EDIT_KINDS) {
        const edit = anyEdit(kind, plan, random);
        const applied = edit === null ? null : applyEdits(plan, [edit]);
        if (applied?.ok !== true) continue;
        const sent = structuredClone(planChanges(plan, applied.value.plan));
        const next = withPlanChanges(copy, sent);
        expectSamePlan(next, applied.value.plan);
        expectSamePlan(withPlanChanges(next, structuredClone(planChanges(applied.value.plan, plan))), plan);
        [plan, copy] = [applied.value.plan, next];
      }
    }
  });

  test('are small, and leave the rest the same object', () => {
    const plan = largePlan(4);
    const [first] = plan.placements;
    if (first === undefined) throw new Error('nothing hangs');
    const applied = applyEdits(plan, [{ kind: 'move-placement', placement: first.id, xMm: 123, yMm: 456 }]);
    if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
    const changes = planChanges(plan, applied.value.plan);
    expect(JSON.stringify(changes).length).toBeLessThan(300);
    const next = withPlanChanges(plan, changes);
    expect(next.faces).toBe(plan.faces);
    expect(next.placements.filter((each, index) => each !== plan.placements[index])).toHaveLength(1);
    expect(planChanges(plan, plan)).toEqual({ parts: {}, lists: {} });
  });
});
