import { describe, expect, test } from '@jest/globals';
import { DEMOS } from '../demo/demos.ts';
import { applyEdits } from './edits/apply-edit.ts';
import { sharePlan } from './share-plan.ts';

describe('sharePlan', () => {
  test.each(DEMOS.map(({ id, plan }) => [id, plan] as const))(
    'of an unchanged copy gives %s itself',
    (_, make) => {
      const before = make();
      expect(sharePlan(before, structuredClone(before))).toBe(before);
    },
  );

  test('keeps what an edit left alone and takes what it changed', () => {
    const before = DEMOS[0]?.plan();
    if (before === undefined) throw new Error('no demo');
    const [first] = before.placements;
    if (first === undefined) throw new Error('nothing hangs');
    const edits = [{ kind: 'move-placement', placement: first.id, xMm: 123, yMm: 456 } as const];
    const applied = applyEdits(before, edits);
    if (!applied.ok) throw new Error(applied.fault.message);
    const copy = structuredClone(applied.value.plan);
    const shared = sharePlan(before, copy);
    expect(shared).toEqual(copy);
    expect(shared.faces).toBe(before.faces);
    expect(shared.placements.filter((each) => before.placements.includes(each))).toHaveLength(
      before.placements.length - 1,
    );
    // What was taken out moves the rest up; they are found by their ids.
    const fewer = sharePlan(before, structuredClone({ ...before, placements: before.placements.slice(1) }));
    expect(fewer.placements.every((each) => before.placements.includes(each))).toBe(true);
  });
});
