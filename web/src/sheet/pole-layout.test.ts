import { describe, expect, test } from '@jest/globals';
import type { PoleMark } from '@zarnel/core/figures';
import { placeMarks, spreadMarks } from './pole-layout.ts';

const mark = (atMm: number, kind: PoleMark['kind']): PoleMark => ({ atMm, kind, names: [String(atMm)] });

describe('placeMarks', () => {
  test('gives the figure to what matters most where two are too close', () => {
    const placed = placeMarks([mark(100, 'framing'), mark(110, 'hook-line')], (mm) => mm, 40, 1);
    expect(placed.map(({ row }) => row)).toEqual([null, 0]);
  });

  test('uses the second row before it drops a figure, and never covers one with another', () => {
    const marks = Array.from({ length: 30 }, (_, index) =>
      mark(index * 13, index % 3 === 0 ? 'hole' : 'framing'),
    );
    const placed = placeMarks(marks, (mm) => mm, 40, 2);
    for (const row of [0, 1]) {
      const taken = placed.filter((each) => each.row === row).map(({ px }) => px);
      taken
        .sort((a, b) => a - b)
        .forEach((px, index) => index > 0 && expect(px - (taken[index - 1] ?? 0)).toBeGreaterThanOrEqual(40));
      expect(taken.length).toBeGreaterThan(3);
    }
  });
});

describe('spreadMarks', () => {
  test('moves crowded figures apart as little as possible and keeps their order', () => {
    const marks = [mark(100, 'hook-line'), mark(104, 'hook-line'), mark(300, 'hole')];
    // The two pull apart evenly about their middle; the third has room.
    expect(spreadMarks(marks, (mm) => mm, 20).map(({ labelPx }) => labelPx)).toEqual([92, 112, 300]);
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
