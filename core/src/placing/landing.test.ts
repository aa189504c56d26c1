import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { applyPlanPatches } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { gear, hang, plan, wall } from '../test/plans.ts';
import { applyLanding } from './landing.ts';

const box = gear('box', { widthMm: 200, heightMm: 200, dropMm: 200 });
const board = gear('board', { kind: 'board', widthMm: 800, heightMm: 600, dropMm: 600 });
const small = gear('small', { kind: 'board', widthMm: 400, heightMm: 400, dropMm: 400 });

/** What a piece is fixed to after it was moved there; `asItWas` where nobody said anything of it. */
function landed(xMm: number, yMm: number, on?: string, from: readonly [number, number] = [3500, 2000]) {
  const made = plan({
    rootFace: 'wall',
    faces: [wall('wall', [[0, 0], [4000, 0], [4000, 2500], [0, 2500]])], // prettier-ignore
    gearTypes: [box, board, small],
    placements: [
      hang('panel', 'board', 'wall', 1000, 1500),
      hang('front', 'small', 'wall', 1000, 1400),
      { ...hang('a', 'box', 'wall', ...from), ...(on === undefined ? {} : { on }) },
    ],
  });
  const moved = { kind: 'move-placement', placement: 'a', xMm, yMm } as const;
  const applied = applyLanding(made, [moved], prepare);
  if (!applied.ok) throw new Error('It lands where it may not.');
  const onNow = (of: Plan) => of.placements.find(({ id }) => id === 'a')?.on;
  // Moved nowhere it lands on nothing else.
  const again = applyLanding(applied.value.plan, [moved], prepare);
  expect(again.ok && onNow(again.value.plan)).toBe(onNow(applied.value.plan));
  // All of it is one step to undo.
  expect(applyPlanPatches(applied.value.plan, applied.value.inverse)).toEqual(made);
  return onNow(applied.value.plan) === on ? 'as it was' : (onNow(applied.value.plan) ?? null);
}

describe('where gear lands', () => {
  test('over a board it is fixed to the board; of two, to the one in front', () => {
    expect(landed(700, 1300)).toBe('panel');
    expect(landed(1000, 1300)).toBe('front');
    expect(landed(1000, 1300, 'panel')).toBe('as it was');
    expect(landed(1000, 1300, 'panel', [700, 1300])).toBe('as it was');
  });

  test('off its board it is fixed to the face; over its edge it stays what it was', () => {
    expect(landed(2500, 1300, 'panel')).toBeNull();
    expect(landed(600, 1300, 'panel')).toBe('as it was');
    expect(landed(600, 1300)).toBe('as it was');
    expect(landed(2500, 1300)).toBe('as it was');
  });

  test('before a board that a person did not fix it to, it is nudged and stays as they said', () => {
    expect(landed(710, 1300, undefined, [700, 1300])).toBe('as it was');
    expect(landed(710, 1300, undefined, [3500, 1300])).toBe('panel');
  });

  test('flush with the board’s edges it is on it', () => {
    expect(landed(700, 1500)).toBe('panel');
    expect(landed(1300, 1100)).toBe('panel');
  });
});
