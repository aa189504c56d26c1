import { describe, expect, test } from '@jest/globals';
import { prepare, type Prepared } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { tellingOf } from '../plan/names.ts';
import type { Plan } from '../plan/plan.ts';
import { INCH_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { plan, rectangle, spacedFraming, faceOf } from '../test/plans.ts';
import { drillSheets } from './holes.ts';
import { faceList, type WallLine } from './wall-list.ts';

function listOf(of: Plan, faceId: string): WallLine[] {
  const prepared: Prepared = prepare(of);
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) throw new Error(faceId);
  return faceList(prepared, face);
}

describe('what to have in hand at a wall', () => {
  const house = honeyHouse();
  const words = ({ what }: WallLine) => toldText(what, tellingOf(INCH_READER, house));
  const list = listOf(house, 'plant-wall');

  test('has a nipple for each knockout joined, cut a quarter inch shorter than its gap', () => {
    // Inverters hang 3 in above the wireway: six nipples of 2 3/4 in. Load centre and disconnect have their own gaps.
    const nipples = list.filter((line) => words(line).includes('nipple'));
    expect(nipples.reduce((sum, { count }) => sum + count, 0)).toBe(8);
    expect(
      nipples
        .filter(({ lengthMm }) => Math.abs((lengthMm ?? 0) - 2.75 * 25.4) < 0.01)
        .reduce((sum, { count }) => sum + count, 0),
    ).toBe(6);
  });

  test('has a fixing for each bracket hole that is drilled in it', () => {
    const brackets = drillSheets(prepare(house))
      .find(({ id }) => id === 'plant-wall')
      ?.holes.filter(({ tool }) => tool === 'Pilot drill');
    const screws = list.filter((line) => /lag|screw/u.test(words(line)));
    expect(screws.reduce((sum, { count }) => sum + count, 0)).toBe(brackets?.length);
    for (const { lengthMm } of screws) {
      const halfInches = (lengthMm ?? 0) / 12.7;
      expect(halfInches).toBeCloseTo(Math.round(halfInches), 6);
    }
  });

  test('has the run that begins there, as it is routed with its slack', () => {
    expect(list.filter((line) => words(line).startsWith('Array run'))).toHaveLength(1);
    expect(listOf(house, 'north-wall').filter((line) => words(line).startsWith('Array run'))).toEqual([]);
  });

  test('cuts noggins to the room between studs', () => {
    // Studs of 45 from 100 every 400: from 500 to 1300 there are two rooms of 355. From the middle of a room, what is left of it.
    const studs = spacedFraming('studs', 'studs', 'stud', 45, [100, 400]);
    const nogginsFrom = (fromMm: number, toMm: number) => {
      const noggins = {
        ...spacedFraming('n', 'noggins', 'noggin', 90, [0, 0], { axis: 'horizontal' }),
        at: { kind: 'listed' as const, centresMm: [1200] },
        extent: { fromMm, toMm },
      };
      const face = faceOf({
        id: 'w',
        name: 'W',
        points: rectangle(3000, 2400),
        thicknessMm: 20,
        framing: [studs, noggins],
      });
      return listOf(plan({ faces: [face] }), 'w').map(({ count, lengthMm }) => [count, lengthMm]);
    };
    expect(nogginsFrom(500, 1300)).toEqual([[2, 355]]);
    expect(nogginsFrom(700, 1300)).toEqual([
      [1, 177.5],
      [1, 355],
    ]);
  });
});
