import { describe, expect, test } from '@jest/globals';
import { withStep, type Step } from './undo-steps.ts';

function step(value: string): Step {
  return {
    patches: [{ op: 'replace', path: ['name'], value }],
    inverse: [{ op: 'replace', path: ['name'], value: 'before' }],
  };
}

describe('steps to undo', () => {
  test('are kept in order, the newest always, however many or large they are', () => {
    let steps: readonly Step[] = [];
    for (let number = 0; number < 1000; number++) steps = withStep(steps, step(`${number}`));
    expect(steps).toHaveLength(400);
    expect(steps.at(-1)).toEqual(step('999'));
    expect(steps[0]).toEqual(step('600'));
    const large = step('x'.repeat(900_000));
    for (let number = 0; number < 5; number++) steps = withStep(steps, large);
    expect(steps).toEqual([large, large]);
    expect(withStep(steps, step('y'.repeat(3_000_000)))).toEqual([step('y'.repeat(3_000_000))]);
  });
});
