import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Severity } from '@zarnel/core/checks';
import { gravest, marksAt, placeMarks, type Found } from './marks.ts';

const finding = (id: string, severity: Severity, xMm: number, yMm: number): Found => ({
  id,
  severity,
  at: { face: 'wall', xMm, yMm },
});

describe('marks of what is found', () => {
  test('those at one place are one mark, of the gravest', () => {
    const marks = marksAt(
      [finding('a', 'ask', 100, 100), finding('b', 'stop', 104, 98), finding('c', 'note', 400, 100)],
      (_, at) => at,
    );
    expect(marks.map(({ findings }) => findings.map(({ id }) => id))).toEqual([['b', 'a'], ['c']]);
    expect(gravest(marks[0]?.findings ?? [])).toBe('stop');
  });

  test('each finding is counted once, whatever is in the way', () => {
    const anyFinding = fc.tuple(
      fc.constantFrom<Severity>('stop', 'fix', 'ask', 'note'),
      fc.integer({ min: 0, max: 300 }),
      fc.integer({ min: 0, max: 200 }),
    );
    fc.assert(
      fc.property(fc.array(anyFinding, { minLength: 1, maxLength: 60 }), (drawn) => {
        const found = drawn.map(([severity, x, y], index) => finding(String(index), severity, x, y));
        const placed = placeMarks(
          marksAt(found, (_, at) => at),
          [{ box: { minX: 50, maxX: 150, minY: 50, maxY: 150 }, kind: 'gear', owner: 'g' }],
        );
        const told = placed.flatMap(({ drawn: { findings } }) => findings.map(({ id }) => id));
        expect(told.sort()).toEqual(found.map(({ id }) => id).sort());
      }),
      { seed: 3, numRuns: 100 },
    );
  });
});
