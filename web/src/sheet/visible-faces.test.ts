import { describe, expect, test } from '@jest/globals';
import type { SheetPlace } from '@zarnel/core/figures';
import { steadyGroups, visibleFaces } from './visible-faces.ts';

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

  test('draws mere boxes where nothing could be read', () => {
    const seen = visibleFaces(places, { scale: 0.004, left: 0, top: 300 }, 900, 600);
    expect([...seen.values()]).toEqual(['far', 'far', 'far']);
  });
});

describe('steadyGroups', () => {
  test('keeps a group that holds the same', () => {
    const items = [{ on: ['x'] }, { on: ['x', 'y'] }, { on: ['z'] }];
    const before = steadyGroups(new Map(), items, ({ on }) => on);
    const after = steadyGroups(before, [...items, { on: ['z'] }], ({ on }) => on);
    expect(after.get('x')).toBe(before.get('x'));
    expect(after.get('y')).toBe(before.get('y'));
    expect(after.get('z')).toHaveLength(2);
  });
});
