import { describe, expect, test } from '@jest/globals';
import { evaluatePlan } from '@zarnel/core/figures';
import { honeyHouse } from '@zarnel/core/files';
import { applyEdit, applyPlanPatches, type AppliedEdit, type Plan } from '@zarnel/core/plan';
import { currentEvaluation, isTold, planSlice } from './plan-slice.ts';

const { actions, reducer } = planSlice;

function renamed(plan: Plan, name: string): AppliedEdit {
  const applied = applyEdit(plan, { kind: 'rename-plan', name });
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value;
}

function opened() {
  return reducer(undefined, actions.opened({ jobId: 'j', plan: honeyHouse() }));
}

describe('planSlice', () => {
  test('keeps the history of edits and drops what could be redone once a new edit is made', () => {
    let state = opened();
    const first = renamed(honeyHouse(), 'A');
    state = reducer(state, actions.edited(first));
    const second = renamed(first.plan, 'B');
    state = reducer(state, actions.edited(second));
    expect(state.undo).toHaveLength(2);

    const last = state.undo.at(-1);
    if (last === undefined) throw new Error('no history');
    state = reducer(state, actions.undone(applyPlanPatches(second.plan, last.inverse)));
    expect([state.plan?.name, state.undo.length, state.redo.length]).toEqual(['A', 1, 1]);

    const again = state.redo.at(-1);
    if (again === undefined) throw new Error('nothing to redo');
    state = reducer(state, actions.redone(applyPlanPatches(first.plan, again.patches)));
    expect([state.plan?.name, state.undo.length, state.redo.length]).toEqual(['B', 2, 0]);

    state = reducer(state, actions.undone(first.plan));
    state = reducer(state, actions.edited(renamed(first.plan, 'C')));
    expect([state.plan?.name, state.undo.length, state.redo.length]).toEqual(['C', 2, 0]);
  });

  test('forgets the last refusal at the next edit that is made', () => {
    let state = reducer(opened(), actions.refused('There is no gear “x”.'));
    expect(state.refusal).toBe('There is no gear “x”.');
    state = reducer(state, actions.edited(renamed(honeyHouse(), 'A')));
    expect(state.refusal).toBeNull();
  });

  test('has no figures of any plan but the one on the screen, whenever the answers come', () => {
    const first = honeyHouse();
    let state = reducer(undefined, actions.opened({ jobId: 'j', plan: first }));
    expect(currentEvaluation(state)).toBeNull();
    const evaluation = evaluatePlan(first);
    state = reducer(state, actions.evaluated({ plan: first, evaluation }));
    expect(currentEvaluation(state)).toBe(evaluation);
    const edit = renamed(first, 'A');
    state = reducer(state, actions.edited(edit));
    expect(currentEvaluation(state)).toBeNull();
    // An answer to the plan before comes late.
    state = reducer(state, actions.evaluated({ plan: first, evaluation }));
    expect([currentEvaluation(state), state.evaluation]).toEqual([null, evaluation]);
    state = reducer(state, actions.evaluated({ plan: edit.plan, evaluation }));
    expect(currentEvaluation(state)).toBe(evaluation);
    state = reducer(state, actions.undone(applyPlanPatches(edit.plan, edit.inverse)));
    expect(currentEvaluation(state)).toBeNull();
  });

  test('while something is dragged, only what is told of where it is just now is told of it', () => {
    const plan = honeyHouse();
    const evaluation = evaluatePlan(plan);
    let state = reducer(undefined, actions.opened({ jobId: 'j', plan }));
    state = reducer(state, actions.evaluated({ plan, evaluation }));
    expect(isTold(state)).toBe(true);
    const trial = renamed(plan, 'Being moved').plan;
    state = reducer(state, actions.tried(trial));
    expect(isTold(state)).toBe(false);
    state = reducer(state, actions.evaluated({ plan: trial, evaluation }));
    expect(isTold(state)).toBe(true);
    expect(currentEvaluation(state)).toBeNull();
    // What follows it stands where it was followed to, until it is let go.
    state = reducer(state, actions.followed(trial));
    state = reducer(state, actions.tried(renamed(plan, 'Moved on').plan));
    expect(state.followed).toBe(trial);
    expect(reducer(state, actions.edited(renamed(plan, 'Let go'))).followed).toBeNull();
    // Let go without a move: it is the plan as it was that counts.
    state = reducer(state, actions.tried(null));
    expect(isTold(state)).toBe(false);
  });

  test('starts clean for another job', () => {
    const state = reducer(opened(), actions.edited(renamed(honeyHouse(), 'A')));
    expect(reducer(state, actions.opened({ jobId: 'k', plan: honeyHouse() }))).toMatchObject({
      jobId: 'k',
      undo: [],
      redo: [],
    });
    expect(reducer(state, actions.closed()).plan).toBeNull();
    expect(
      reducer(state, actions.loadFailed({ message: 'Gone.', hasRevisions: false, unsent: null })),
    ).toMatchObject({
      plan: null,
      loadFault: { message: 'Gone.', hasRevisions: false, unsent: null },
    });
  });
});
