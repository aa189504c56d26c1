import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '@zarnel/core/files';
import type { PointMm } from '@zarnel/core/plan';
import { layoutOf } from '../state/derived.ts';
import { boxPath, pathOf, projector } from './project.ts';
import { fitted } from './viewport.ts';

const plan = honeyHouse();
const { places, bounds } = layoutOf(plan, null);
const project = projector(places, fitted(bounds, 900, 700, 20));

describe('projector', () => {
  test('puts a point of the shared edge in one place from both faces', () => {
    const [wallX, wallY] = project('plant-wall', [1000, 2590.8]);
    const [overX, overY] = project('plant-ceiling', [1000, 0]);
    expect(wallX).toBeCloseTo(overX, 9);
    expect(wallY).toBeCloseTo(overY, 9);
  });

  test('draws up as up on the screen', () => {
    expect(project('plant-wall', [0, 1000])[1]).toBeLessThan(project('plant-wall', [0, 0])[1]);
  });

  test('keeps one scale for every face', () => {
    const length = (face: string, a: PointMm, b: PointMm) => {
      const [[ax, ay], [bx, by]] = [project(face, a), project(face, b)];
      return Math.hypot(bx - ax, by - ay);
    };
    expect(length('roof-top', [0, 0], [1000, 500])).toBeCloseTo(length('plant-wall', [0, 0], [1000, 500]), 9);
  });
});

describe('paths', () => {
  test('are closed where they bound something', () => {
    expect(
      pathOf(
        [
          [0, 0],
          [10, 0],
          [10, 5],
        ],
        true,
      ),
    ).toBe('M0.00 0.00 L10.00 0.00 L10.00 5.00 Z');
    expect(boxPath(project, 'plant-wall', { minX: 0, minY: 0, maxX: 10, maxY: 10 })).toMatch(/^M.* Z$/u);
  });

  test('derived facts are computed once for each plan', () => {
    expect(layoutOf(plan, null)).toBe(layoutOf(plan, null));
  });
});
