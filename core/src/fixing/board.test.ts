import { gearName } from '../plan/names.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { frontMm, prepare } from '../check/prepared.ts';
import { faceEdgeCheck } from '../clearance/face-edge.ts';
import { overlapCheck } from '../clearance/overlap.ts';
import { fourHoles } from '../gear/new-gear.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { Board } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { gear, getHung, hang, plan, refusalText } from '../test/plans.ts';
import { boardCheck } from './board-check.ts';
import { boardFigures } from './board.ts';
import { fixingPlanOf } from './fixing-plan.ts';

const made: Board = {
  material: 'Plastic sheet',
  fireClass: 'non-combustible',
  holding: 'wood-screw',
  cornerRadiusMm: 50,
  hasTrim: true,
  cables: 'behind',
  railsUpMm: [],
};

/** A board of 1200 × 900, 12 thick, 20 off the wall, with a unit on it. */
function withBoard(board: Board | null = made, lossW = 100): Plan {
  return plan({
    gearTypes: [
      gear('board', {
        kind: 'board',
        widthMm: 1200,
        heightMm: 900,
        depthMm: 12,
        standoffMm: 20,
        dropMm: 900,
        massKg: 8,
        bracketHoles: fourHoles(1000, 800, 5),
        board,
      }),
      gear('unit', {
        massKg: 20,
        heat: { lossW, sheds: 'front' },
        bracketHoles: fourHoles(300, 400, 5),
        standoffMm: 5,
      }),
    ],
    placements: [hang('b', 'board', 'w', 2000, 1600), { ...hang('u', 'unit', 'w', 2000, 1400), on: 'b' }],
  });
}
function after(of: Plan, ...edits: PlanEdit[]): Plan {
  const applied = applyEdits(of, edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

describe('a board', () => {
  test('carries gear: it does not cover it, and stands further out by all of the board', () => {
    const prepared = prepare(withBoard());
    expect(findingsOf(overlapCheck, prepared)).toEqual([]);
    expect(frontMm(getHung(prepared, 'u'))).toBe(20 + 12 + 5 + 200);
    const loose = prepare(after(withBoard(), { kind: 'mount-on', placement: 'u', board: null }));
    expect(findingsOf(overlapCheck, loose).map(({ message }) => message)).toEqual(['covers']);
    expect(frontMm(getHung(loose, 'u'))).toBe(5 + 200);
  });

  test('holds the whole back of what is fixed to it', () => {
    const at = (xMm: number) =>
      findingsOf(
        faceEdgeCheck,
        prepare(after(withBoard(), { kind: 'move-placement', placement: 'u', xMm, yMm: 1400 })),
      );
    // The board reaches from 1400 to 2600; the unit is 400 wide.
    expect(at(2400)).toEqual([]);
    expect(at(2400.1).map(({ data }) => data.face)).toEqual([gearName('b')]);
  });

  test('takes what is on it along, and leaves it hanging on the face when it is taken down', () => {
    const moved = after(withBoard(), { kind: 'move-placement', placement: 'b', xMm: 2100, yMm: 1650 });
    expect(moved.placements.find(({ id }) => id === 'u')).toMatchObject({ xMm: 2100, yMm: 1450 });
    const gone = after(withBoard(), { kind: 'remove-placement', placement: 'b' });
    expect(gone.placements).toEqual([hang('u', 'unit', 'w', 2000, 1400)]);
  });

  test('is only what is a board on the same face', () => {
    const refuse = (edit: PlanEdit) => {
      const applied = applyEdits(withBoard(), [edit]);
      return applied.ok ? null : refusalText(applied.fault.message, withBoard());
    };
    expect(refuse({ kind: 'mount-on', placement: 'b', board: 'u' })).toContain('is no board');
    expect(refuse({ kind: 'mount-on', placement: 'u', board: 'gone' })).toContain('no board “gone”');
  });

  test('weighs what it carries, and its own fixings hold all of it', () => {
    const prepared = prepare(withBoard());
    const board = getHung(prepared, 'b');
    expect(boardFigures(prepared, board).massKg).toBe(28);
    const load = fixingPlanOf(prepared, board)?.load;
    expect(load?.shearN).toBeCloseTo((28 * 9.80665 * 1.5) / 4, 9);
    // The unit’s screws go into the board, 12 mm of it, and into no stud behind.
    expect(fixingPlanOf(prepared, getHung(prepared, 'u'))?.holes.map(({ kind }) => kind)).toEqual(
      Array(4).fill('screw-in-board'),
    );
  });

  test('is trimmed once round its edge, corners included', () => {
    const prepared = prepare(withBoard());
    // 2·(1200 + 900) less four corners: each takes 2·50 off and gives a quarter circle back.
    expect(boardFigures(prepared, getHung(prepared, 'b')).trimMm).toBeCloseTo(
      4200 - 4 * (100 - (Math.PI / 2) * 50),
      9,
    );
    const plain = prepare(withBoard({ ...made, hasTrim: false }));
    expect(boardFigures(plain, getHung(plain, 'b')).trimMm).toBeNull();
  });

  test('needs a slide-in nut for each hole on a rail, and names those off it', () => {
    // The unit’s holes are 1400 and 1000 up; the board’s bottom is at 700.
    const rails = (...railsUpMm: number[]) => {
      const prepared = prepare(withBoard({ ...made, railsUpMm }));
      const { nutCount, offRailCount } = boardFigures(prepared, getHung(prepared, 'b'));
      return [nutCount, offRailCount, findingsOf(boardCheck, prepared).map(({ message }) => message)];
    };
    expect(rails(700, 300)).toEqual([4, 0, []]);
    expect(rails(700, 310)).toEqual([2, 2, ['off-rail']]);
    expect(rails()).toEqual([0, 0, []]);
  });

  test.each<[string, Board | null, number, string[]]>([
    ['one that does not burn', made, 100, []],
    ['one that burns, next to heat', { ...made, fireClass: 'combustible' }, 100, ['burns']],
    ['one that burns, with nothing warm on it', { ...made, fireClass: 'combustible' }, 0, []],
    ['plastic of a class nobody knows', { ...made, fireClass: 'unknown' }, 100, ['unknown']],
    ['one nobody described', null, 100, ['not-described']],
  ])('of fire class: %s', (_, board, lossW, messages) => {
    expect(findingsOf(boardCheck, prepare(withBoard(board, lossW))).map(({ message }) => message)).toEqual(
      messages,
    );
  });
});
