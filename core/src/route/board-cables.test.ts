import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { knockoutAt } from '../gear/new-gear.ts';
import type { Board } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { drillSheets } from '../pack/holes.ts';
import { cables, gear, getHung, hang, plan } from '../test/plans.ts';
import { boardCableHoles, boardTies } from './board-cables.ts';
import { routeAll } from './route.ts';

const made: Board = {
  material: 'Plastic sheet',
  fireClass: 'non-combustible',
  holding: 'wood-screw',
  cornerRadiusMm: 0,
  hasTrim: false,
  cables: 'behind',
  railsUpMm: [],
};

/** A board of 2000 × 1200 from (500, 400), with two units on it, their facing sides joined by a cable. */
function withCable(where: Board['cables'], cableDiameterMm = 10): Plan {
  return plan({
    gearTypes: [
      gear('board', {
        kind: 'board',
        widthMm: 2000,
        heightMm: 1200,
        depthMm: 12,
        dropMm: 1200,
        board: { ...made, cables: where },
      }),
      gear('unit', {
        knockouts: [knockoutAt('out', 'right', 300, 50, 'M20'), knockoutAt('in', 'left', 300, 50, 'M20')],
      }),
    ],
    placements: [
      hang('b', 'board', 'w', 1500, 1600),
      { ...hang('left', 'unit', 'w', 900, 1400), on: 'b' },
      { ...hang('right', 'unit', 'w', 2100, 1400), on: 'b' },
    ],
    ...cables([
      {
        id: 'run',
        name: 'Link',
        from: { placement: 'left', knockout: 'out' },
        to: { placement: 'right', knockout: 'in' },
        cableDiameterMm,
        slackEachEndMm: 0,
      },
    ]),
  });
}

describe('the cables of a board', () => {
  test('behind it go through a hole beside each knockout, for the cable’s grommet', () => {
    const prepared = prepare(withCable('behind'));
    const board = getHung(prepared, 'b');
    const holes = boardCableHoles(prepared, board);
    expect(boardTies(prepared, board, routeAll(prepared))).toBeNull();
    // The units’ sides are at 1100 and 1900, 300 above their bottoms at 900; the board’s corner is (500, 400).
    expect(holes.map(({ rightMm, upMm }) => [rightMm, upMm])).toEqual([
      [640, 800],
      [1360, 800],
    ]);
    const hole = holes[0]?.hole;
    expect(hole?.diameterMm).toBe(16);
    expect(hole?.saw?.diameterMm ?? 0).toBeGreaterThanOrEqual(16);
    // Both are drilled on the board’s own sheet.
    const sheet = drillSheets(prepared).find(({ id }) => id === 'b');
    expect(sheet?.holes.map(({ xMm, yMm }) => [xMm, yMm])).toEqual([
      [640, 800],
      [1360, 800],
    ]);
  });

  test('on its face are tied at both ends and every 250 mm between', () => {
    const prepared = prepare(withCable('on-face'));
    // 1100 to 1900 straight across: 800 mm, four stretches, five bases.
    const board = getHung(prepared, 'b');
    expect(boardCableHoles(prepared, board)).toEqual([]);
    expect(boardTies(prepared, board, routeAll(prepared))).toEqual({
      lengthMm: 800,
      baseCount: 5,
      unroutedCount: 0,
    });
    expect(drillSheets(prepared).some(({ id }) => id === 'b')).toBe(false);
  });

  test('of what is no described board are nothing', () => {
    const prepared = prepare(withCable('on-face'));
    const unit = getHung(prepared, 'left');
    expect(boardCableHoles(prepared, unit)).toEqual([]);
    expect(boardTies(prepared, unit, routeAll(prepared))).toBeNull();
  });
});
