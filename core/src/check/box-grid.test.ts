import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { BoxGrid } from './box-grid.ts';

const box = fc
  .record({
    x: fc.integer({ min: -3000, max: 3000 }),
    y: fc.integer({ min: -3000, max: 3000 }),
    width: fc.integer({ min: 1, max: 1500 }),
    height: fc.integer({ min: 1, max: 1500 }),
  })
  .map(({ x, y, width, height }) => ({ minX: x, minY: y, maxX: x + width, maxY: y + height }));

describe('BoxGrid', () => {
  test('finds exactly the boxes that touch or overlap, whatever the cell', () => {
    fc.assert(
      fc.property(
        fc.array(box, { maxLength: 90 }),
        box,
        fc.constantFrom(1, 37, 500, 10_000),
        (bodies, asked, cellMm) => {
          fc.pre(cellMm > 1 || bodies.every(({ minX, maxX }) => maxX - minX < 200));
          const items = bodies.map((body, id) => ({ id, body }));
          const found = new BoxGrid(items, Math.max(cellMm, 20)).near(asked).map(({ id }) => id);
          const expected = items
            .filter(
              ({ body }) =>
                body.minX <= asked.maxX &&
                body.maxX >= asked.minX &&
                body.minY <= asked.maxY &&
                body.maxY >= asked.minY,
            )
            .map(({ id }) => id);
          expect([...found].sort((a, b) => a - b)).toEqual(expected);
        },
      ),
      { seed: 3, numRuns: 120 },
    );
  });

  test('lists a large box once though it lies in many cells', () => {
    const item = { body: { minX: 0, minY: 0, maxX: 5000, maxY: 5000 } };
    expect(new BoxGrid([item], 100).near({ minX: 10, minY: 10, maxX: 4000, maxY: 4000 })).toEqual([item]);
  });

  test('counts a shared edge as near and a hair’s breadth as not', () => {
    const grid = new BoxGrid([{ body: { minX: 0, minY: 0, maxX: 300, maxY: 300 } }], 100);
    expect(grid.near({ minX: 300, minY: 0, maxX: 400, maxY: 100 })).toHaveLength(1);
    expect(grid.near({ minX: 300.001, minY: 0, maxX: 400, maxY: 100 })).toHaveLength(0);
  });
});
