import { describe, expect, test } from '@jest/globals';
import { fitted, panned, screenFromSheet, sheetFromScreen, zoomedAt } from './viewport.ts';

const box = { minX: 0, minY: 0, maxX: 4000, maxY: 2000 };

describe('viewport', () => {
  test('fits a box in the middle with its margin', () => {
    const view = fitted(box, 900, 700, 50);
    expect(view.scale).toBe(0.2);
    expect(screenFromSheet(view, [0, 2000])).toEqual([50, 150]);
    expect(screenFromSheet(view, [4000, 0])).toEqual([850, 550]);
  });

  test('keeps the point under the pointer while zooming', () => {
    const view = fitted(box, 900, 700, 50);
    const under = sheetFromScreen(view, [300, 200]);
    const zoomed = zoomedAt(view, [300, 200], 3);
    const [x, y] = screenFromSheet(zoomed, under);
    expect([x, y]).toEqual([expect.closeTo(300, 9), expect.closeTo(200, 9)]);
  });

  test('goes there and back after panning', () => {
    const view = panned(fitted(box, 900, 700, 50), 12, -7);
    const [x, y] = sheetFromScreen(view, screenFromSheet(view, [123, 456]));
    expect([x, y]).toEqual([expect.closeTo(123, 9), expect.closeTo(456, 9)]);
  });
});
