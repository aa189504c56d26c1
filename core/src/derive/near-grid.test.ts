import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { NearGrid } from './near-grid.ts';

const box = fc
  .record({
    x: fc.integer({ min: -3000, max: 3000 }),
    y: fc.integer({ min: -3000, max: 3000 }),
    width: fc.integer({ min: 1, max: 1500 }),
    height: fc.integer({ min: 1, max: 1500 }),
  })
  .map(({ x, y, width, height }) => ({ minX: x, minY: y, maxX: x + width, maxY: y + height }));

describe('NearGrid', () => {
  test('finds exactly the boxes that touch or overlap, however many cells are asked', () => {
    fc.assert(
      fc.property(
        fc.array(box, { maxLength: 90 }),
        box,
        fc.constantFrom(1, 7, 60),
        (bodies, asked, times) => {
          // Far apart, one query covers many cells; near each other, few.
          const scaled = (box: (typeof bodies)[number]) => ({
            minX: box.minX * times,
            minY: box.minY * times,
            maxX: box.maxX * times,
            maxY: box.maxY * times,
          });
          const items = bodies.map((body, id) => ({ id, body: scaled(body) }));
          const at = scaled(asked);
          const found = new NearGrid(() => items).near(at).map(({ id }) => id);
          const expected = items
            .filter(
              ({ body }) =>
                body.minX <= at.maxX && body.maxX >= at.minX && body.minY <= at.maxY && body.maxY >= at.minY,
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
    expect(new NearGrid(() => [item]).near({ minX: 10, minY: 10, maxX: 1400, maxY: 1400 })).toEqual([item]);
  });

  test('counts a shared edge as near and a hair’s breadth as not', () => {
    const grid = new NearGrid(() => [{ body: { minX: 0, minY: 0, maxX: 300, maxY: 300 } }]);
    expect(grid.near({ minX: 300, minY: 0, maxX: 400, maxY: 100 })).toHaveLength(1);
    expect(grid.near({ minX: 300.001, minY: 0, maxX: 400, maxY: 100 })).toHaveLength(0);
  });
});
