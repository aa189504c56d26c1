import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { PoleMark } from '@zarnel/core/figures';
import { inTwoRows, spreadMarks } from './pole-layout.ts';

const mark = (atMm: number, kind: PoleMark['kind']): PoleMark => ({ atMm, kind, names: [String(atMm)] });

describe('inTwoRows', () => {
  test('no figure covers another of its row, nor the line that leads to one below it', () => {
    const SIZE = 60;
    const marksOf = fc.array(
      fc.tuple(fc.integer({ min: 0, max: 900 }), fc.constantFrom('hole' as const, 'framing' as const)),
      { minLength: 2, maxLength: 30 },
    );
    fc.assert(
      fc.property(marksOf, (drawn) => {
        const marks = drawn.map(([at, kind]) => mark(at, kind));
        const shown = inTwoRows(marks, (mm) => mm, SIZE).flatMap(({ labelPx, row }) =>
          labelPx === null || row === null ? [] : [{ labelPx, row }],
        );
        const covered = shown.flatMap((one) =>
          shown.filter(
            (other) =>
              one !== other &&
              Math.abs(one.labelPx - other.labelPx) < (one.row === other.row ? SIZE : SIZE / 2) - 1e-6,
          ),
        );
        expect(covered).toEqual([]);
      }),
      { seed: 12, numRuns: 200 },
    );
  });

  test('a lone mark has its figure under it', () => {
    expect(inTwoRows([mark(300, 'edge')], (mm) => mm, 60)).toMatchObject([{ labelPx: 300, row: 0 }]);
  });
});

describe('spreadMarks', () => {
  test('moves crowded figures apart as little as possible and keeps their order', () => {
    const marks = [mark(100, 'hook-line'), mark(104, 'hook-line'), mark(300, 'hole')];
    // The two pull apart evenly about their middle; the third has room.
    expect(spreadMarks(marks, (mm) => mm, 20).map(({ labelPx }) => labelPx)).toEqual([92, 112, 300]);
  });

  test('no figure is cut by an end of the pole, and what is beyond it is left out', () => {
    const pole = { lengthPx: 200, marginPx: 30 };
    const marks = [-50, 0, 4, 8, 100, 199, 200, 260].map((at) => mark(at, 'hole'));
    const spread = spreadMarks(marks, (mm) => mm, 25, pole);
    expect(spread.map(({ px }) => px)).toEqual([0, 4, 8, 100, 199, 200]);
    const positions = spread.flatMap(({ labelPx }) => labelPx ?? []);
    expect(Math.min(...positions)).toBeGreaterThanOrEqual(30);
    expect(Math.max(...positions)).toBeLessThanOrEqual(170);
  });

  test('however many marks there are, none of their figures hangs over an end', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 800 }), { minLength: 1, maxLength: 120 }),
        fc.integer({ min: 20, max: 90 }),
        (drawn, size) => {
          const pole = { lengthPx: 800, marginPx: size / 2 };
          const marks = drawn.map((at, index) => mark(at, index % 5 === 0 ? 'edge' : 'framing'));
          for (const { labelPx } of spreadMarks(marks, (mm) => mm, size, pole)) {
            if (labelPx === null) continue;
            expect(labelPx).toBeGreaterThanOrEqual(size / 2 - 1e-6);
            expect(labelPx).toBeLessThanOrEqual(800 - size / 2 + 1e-6);
          }
        },
      ),
      { seed: 6, numRuns: 200 },
    );
  });

  test('the edges of the face keep their figures however many holes crowd between them', () => {
    const holes = Array.from({ length: 40 }, (_, index) => mark(102 + index * 2, 'hole'));
    const spread = spreadMarks([mark(100, 'edge'), ...holes, mark(184, 'edge')], (mm) => mm, 30);
    const edges = spread.filter((each) => each.mark.kind === 'edge');
    expect(edges.every(({ labelPx }) => labelPx !== null)).toBe(true);
  });

  test('leaves out framing before hook lines where too many crowd together', () => {
    const marks = Array.from({ length: 12 }, (_, index) =>
      mark(100 + index, index < 3 ? 'hook-line' : 'framing'),
    );
    const spread = spreadMarks(marks, (mm) => mm, 20);
    const shown = spread.filter(({ labelPx }) => labelPx !== null);
    expect(shown.filter((each) => each.mark.kind === 'hook-line')).toHaveLength(3);
    const positions = shown.map(({ labelPx }) => labelPx ?? 0);
    positions.forEach(
      (px, index) => index > 0 && expect(px - (positions[index - 1] ?? 0)).toBeGreaterThanOrEqual(20 - 1e-9),
    );
    for (const { px, labelPx } of shown) expect(Math.abs((labelPx ?? 0) - px)).toBeLessThanOrEqual(50);
  });
});
