import { describe, expect, test } from '@jest/globals';
import { dragged, hasLeft, type DragStart } from './drag-tool.ts';

const start: DragStart = {
  atMm: [1000, 1500],
  pointerMm: [1100, 1400],
  pointerPx: [50, 60],
  snaps: {
    across: [
      { atMm: 1203.2, why: 'required-gap', lineMm: 1203.2 },
      { atMm: 1210, why: 'framing', lineMm: 1210 },
    ],
    up: [{ atMm: 1500, why: 'in-line', lineMm: 1500 }],
  },
  stepMm: 1,
};
const to = (x: number, y: number, isFree = false) =>
  dragged(start, { pointerMm: [x, y], pointerPx: [0, 0], isFree, reachMm: 8 });

describe('dragged', () => {
  test('keeps the grip where the pointer took hold and rounds to a mark', () => {
    expect(to(1150.4, 1450.6)).toEqual({ atMm: [1050, 1551], near: { across: [], up: [] } });
  });

  test('sticks to the exact required gap, and to the nearer of two', () => {
    const held = to(1300, 1404);
    expect(held.atMm).toEqual([1203.2, 1500]);
    // The one that holds it comes first; the other is near enough to be shown.
    expect(held.near.across.map(({ why }) => why)).toEqual(['required-gap', 'framing']);
    expect(held.near.up.map(({ why }) => why)).toEqual(['in-line']);
    expect(to(1309, 1404).atMm[0]).toBe(1210);
  });

  test('shows places that are near without being held by them', () => {
    const loose = to(1290, 1420);
    expect(loose.atMm).toEqual([1190, 1520]);
    expect(loose.near.across.map(({ why }) => why)).toEqual(['required-gap', 'framing']);
    expect(loose.near.up.map(({ why }) => why)).toEqual(['in-line']);
  });

  test('goes free with Alt', () => {
    expect(to(1300.37, 1404, true)).toEqual({
      atMm: [expect.closeTo(1200.37, 9), 1504],
      near: { across: [], up: [] },
    });
  });
});

describe('hasLeft', () => {
  test('tells a click from a drag', () => {
    expect(hasLeft(start, [52, 61])).toBe(false);
    expect(hasLeft(start, [55, 60])).toBe(true);
  });
});
