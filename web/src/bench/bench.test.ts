import { describe, expect, test } from '@jest/globals';
import { CHECKS, stepOfFinding } from '@zarnel/core/checks';
import { evaluatePlan } from '@zarnel/core/figures';
import { honeyHouse } from '@zarnel/core/files';
import { INCH_READER } from '@zarnel/core/words';
import { requiredFigures } from './mount/required-figures.ts';
import { isStep, STEPS } from './steps.ts';

describe('steps', () => {
  test('every check’s findings belong to a step where they can be cleared', () => {
    const [finding] = evaluatePlan(honeyHouse()).findings;
    if (finding === undefined) throw new Error('the demo has findings');
    for (const { meta } of CHECKS) {
      expect(['site', 'mount', 'array', 'route']).toContain(
        stepOfFinding({ subjects: finding.subjects, check: meta.id }),
      );
    }
    // Brackets that hold nothing keep Mount from saying that nothing is left there.
    expect(stepOfFinding({ subjects: finding.subjects, check: 'fixing.holes' })).toBe('mount');
    expect(stepOfFinding({ check: 'survey.contradictions', subjects: [{ kind: 'nipple', id: 'x' }] })).toBe(
      'mount',
    );
    expect(stepOfFinding({ check: 'survey.contradictions', subjects: [{ kind: 'run', id: 'x' }] })).toBe(
      'route',
    );
    expect(() => stepOfFinding({ subjects: finding.subjects, check: 'unheard-of.check' })).toThrow(
      /No step/u,
    );
  });

  test('are known by name, in the order of the tape', () => {
    expect(isStep('mount')).toBe(true);
    expect(isStep('log')).toBe(false);
    expect(isStep(undefined)).toBe(false);
    const places = STEPS.map(({ place }) => place);
    expect(places).toEqual([...places].sort((a, b) => a - b));
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
