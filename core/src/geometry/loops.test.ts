import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { signedAreaMm2 } from '../geometry/segments.ts';
import { rectangleOutline } from '../site/outline-take.ts';
import { findLoops, type Segment } from './loops.ts';

function edges(points: readonly (readonly [number, number])[]): Segment[] {
  return points.map((point, index) => [point, points[(index + 1) % points.length] ?? point]);
}

describe('findLoops', () => {
  test('finds closed outlines whatever the order and direction of their lines', () => {
    const segments = [...edges(rectangleOutline(300, 200)), ...edges([[500, 0], [600, 0], [550, 80]])]; // prettier-ignore
    fc.assert(
      fc.property(
        fc.shuffledSubarray(segments, { minLength: segments.length }),
        fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }),
        (shuffled, flips) => {
          const turned = shuffled.map(([a, b], index): Segment => (flips[index] === true ? [b, a] : [a, b]));
          const areas = findLoops(turned)
            .map((loop) => Math.abs(signedAreaMm2(loop)))
            .sort((a, b) => a - b);
          expect(areas).toEqual([4000, 60_000]);
        },
      ),
      { seed: 61, numRuns: 60 },
    );
  });

  test('joins ends that a drawing left a hair apart, and gives up on loose ends and crossings', () => {
    const nearly = edges([[0, 0], [100, 0.003], [100, 50]]).map(([a, b]): Segment => [[a[0] + 0.002, a[1]], b]); // prettier-ignore
    expect(findLoops(nearly)).toHaveLength(1);
    expect(findLoops(edges(rectangleOutline(100, 50)).slice(1))).toEqual([]);
    const spur: Segment = [[100, 50], [160, 90]]; // prettier-ignore
    expect(findLoops([...edges(rectangleOutline(100, 50)), spur])).toEqual([]);
    expect(findLoops([])).toEqual([]);
  });

  /** A square with its corners a little apart, in any unit and any place. */
  const square = (size: number, at: number, off: number): Segment[] => [
    [
      [at, at],
      [at + size, at],
    ],
    [
      [at + size + off, at],
      [at + size, at + size],
    ],
    [
      [at + size, at + size - off],
      [at, at + size],
    ],
    [
      [at, at + size],
      [at, at + off],
    ],
  ];

  test.each([
    ['millimetres', 3000, 0, 0.005],
    ['metres, far from the origin', 3, 5_000_000, 0.000_005],
    ['inches on a cell’s border', 100, 12.345, 1e-9],
  ])('closes ends that nearly meet, in %s', (_, size, at, off) => {
    expect(findLoops(square(size, at, off)).map((loop) => loop.length)).toEqual([4]);
  });

  test('keeps the small steps of a drawing in metres, and leaves a real gap open', () => {
    const step = 0.008;
    const notched: Segment[] = [
      [
        [0, 0],
        [3, 0],
      ],
      [
        [3, 0],
        [3, 2],
      ],
      [
        [3, 2],
        [step, 2],
      ],
      [
        [step, 2],
        [step, 1],
      ],
      [
        [step, 1],
        [0, 1],
      ],
      [
        [0, 1],
        [0, 0],
      ],
    ];
    expect(findLoops(notched).map((loop) => loop.length)).toEqual([6]);
    expect(findLoops(square(3000, 0, 2))).toEqual([]);
  });
});
