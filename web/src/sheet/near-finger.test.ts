import { expect, test } from '@jest/globals';
import { unsureUnder, type Pressable } from './near-finger.ts';

const thing = (id: string, minX: number, minY: number, size: number): Pressable => ({
  ref: { kind: 'placement', id },
  name: id,
  faceId: 'wall',
  box: { minX, minY, maxX: minX + size, maxY: minY + size },
});

test('a finger that covers several things, some of them small, is asked which it means, nearest first', () => {
  const things = [thing('large', 0, 0, 200), thing('far', 400, 400, 10), thing('small', 20, 20, 16)];
  expect(unsureUnder([28, 28], things, null).map(({ name }) => name)).toEqual(['small', 'large']);
  expect(unsureUnder([60, 28], things, null)).toEqual([]);
  // Large ones side by side can be told apart; one small thing alone is what is meant.
  expect(unsureUnder([100, 100], [thing('a', 0, 0, 99), thing('b', 101, 0, 99)], null)).toEqual([]);
  expect(unsureUnder([405, 405], things, null)).toEqual([]);
});

test('what is selected and pressed again is what is meant', () => {
  const things = [thing('a', 0, 0, 16), thing('b', 18, 0, 16)];
  expect(unsureUnder([8, 8], things, null)).toHaveLength(2);
  expect(unsureUnder([8, 8], things, { kind: 'placement', id: 'a' })).toEqual([]);
  expect(unsureUnder([8, 8], things, { kind: 'placement', id: 'b' })).toHaveLength(2);
});
