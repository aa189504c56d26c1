import { describe, expect, test } from '@jest/globals';
import type { SheetPlace } from '@zarnel/core/figures';
import { visibleFaces } from './visible-faces.ts';

function at(face: string, minX: number): [string, SheetPlace] {
  const bounds = { minX, minY: 0, maxX: minX + 4000, maxY: 2500 };
  return [face, { face, originX: minX, originY: 0, cos: 1, sin: 0, island: 0, bounds, via: null }];
}

describe('visibleFaces', () => {
  const places = new Map([at('a', 0), at('b', 5000), at('c', 200_000)]);

  test('leaves out what is off the screen', () => {
    const seen = visibleFaces(places, { scale: 0.1, left: 0, top: 300 }, 900, 600);
    expect([...seen]).toEqual([
      ['a', 'near'],
      ['b', 'near'],
    ]);
  });

  test('shows more the nearer one looks', () => {
    const at = (scale: number) => visibleFaces(places, { scale, left: 0, top: 300 }, 900, 600).get('a');
    expect([0.004, 0.017, 0.05, 0.2].map(at)).toEqual(['far', 'plain', 'names', 'near']);
  });

  test('draws mere boxes where nothing could be read', () => {
    const seen = visibleFaces(places, { scale: 0.004, left: 0, top: 300 }, 900, 600);
    expect([...seen.values()]).toEqual(['far', 'far', 'far']);
  });
});
