import { describe, expect, test } from '@jest/globals';
import { CHECKS, evaluatePlan, honeyHouse, INCH_READER } from '@zarnel/core';
import { fileStem } from '../ui/download.ts';
import { freshId } from './fresh-id.ts';
import { requiredFigures } from './mount/required-figures.ts';
import { isStep, stepOf, STEPS } from './steps.ts';

describe('steps', () => {
  test('every check’s findings belong to a step where they can be cleared', () => {
    const [finding] = evaluatePlan(honeyHouse()).findings;
    if (finding === undefined) throw new Error('the demo has findings');
    for (const { meta } of CHECKS) {
      expect(['site', 'mount', 'route']).toContain(stepOf({ ...finding, check: meta.id }));
    }
  });

  test('are known by name, in the order of the tape', () => {
    expect(isStep('mount')).toBe(true);
    expect(isStep('array')).toBe(false);
    expect(isStep(undefined)).toBe(false);
    const places = STEPS.map(({ place }) => place);
    expect(places).toEqual([...places].sort((a, b) => a - b));
  });
});

describe('freshId', () => {
  test('takes the next number that nothing in the plan uses', () => {
    const plan = honeyHouse();
    expect(freshId(plan, 'run')).toBe('run-1');
    const [run] = plan.runs;
    if (run === undefined) throw new Error('no run');
    expect(freshId({ ...plan, runs: [{ ...run, id: 'run-1' }] }, 'run')).toBe('run-2');
  });

  test('stays within the length an id may have', () => {
    expect(freshId(honeyHouse(), 'x'.repeat(60)).length).toBeLessThanOrEqual(40);
  });
});

describe('requiredFigures', () => {
  test('never shows a failing gap as the required one', () => {
    expect(requiredFigures(152.3, 152.4, INCH_READER)).toEqual({
      measuredText: '5.996″',
      requiredText: '6″',
    });
  });
});

describe('fileStem', () => {
  test.each([
    ['Hollowmere honey house', 'hollowmere-honey-house'],
    ['Café / Nord: 2', 'cafe-nord-2'],
    ['…', 'job'],
    ['../../etc', 'etc'],
  ])('makes %p a name every file system takes', (name, stem) => {
    expect(fileStem(name)).toBe(stem);
  });
});
