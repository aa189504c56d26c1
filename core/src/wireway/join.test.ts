import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { reverseOf } from '../demo/parts.ts';
import { knockoutAt } from '../gear/new-gear.ts';
import { drillSheets } from '../pack/holes.ts';
import { noDrillCheck } from '../pack/no-drill-check.ts';
import { applyEdit, applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import { openPlanText, writePlan } from '../plan/open-plan.ts';
import { NO_RATINGS, type GearType } from '../plan/gear-type.ts';
import type { Join } from '../plan/placement.ts';
import type { Plan } from '../plan/plan.ts';
import { boxObstacle, gear, getHung, hang, plan, rectangle, wall, refusalText } from '../test/plans.ts';
import { findJoin, adjoiningOf, joinEnds, joinOf } from './joined.ts';
import { joinCheck } from './join-check.ts';

const SIDE: Join = {
  id: 'join',
  kind: 'side-by-side',
  a: { placement: 'a', knockout: 'out' },
  b: { placement: 'b', knockout: 'in' },
};

/** A unit and a panel, touching, their knockouts level; both on one wall of 20 mm with its reverse. */
function beside(upMm = 0, gapMm = 0, panel: Partial<GearType> = {}, joins: Join[] = [SIDE]): Plan {
  const front = wall('w', rectangle(5000, 2500));
  return plan({
    faces: [front, reverseOf(front, 'back', 'Back')],
    gearTypes: [
      gear('unit', {
        knockouts: [knockoutAt('out', 'right', 300, 60, '1')],
        ratings: { ...NO_RATINGS, maxCurrentA: 32 },
      }),
      gear('panel', {
        kind: 'load-centre',
        knockouts: [knockoutAt('in', 'left', 300, 60, '1')],
        ratings: { ...NO_RATINGS, maxCurrentA: 200 },
        ...panel,
      }),
    ],
    placements: [hang('a', 'unit', 'w', 1000, 1500), hang('b', 'panel', 'w', 1400 + gapMm, 1500 + upMm)],
    joins,
  });
}

function through(at: readonly [number, number], join: Partial<Join> = {}): Plan {
  const of = beside(0, 0, {}, []);
  const hole = { id: 'join', kind: 'back-to-back', a: { placement: 'a' }, b: { placement: 'b' } } as const;
  return {
    ...of,
    // The wall is 5000 wide: 1000 from one side is 4000 from the other.
    placements: [hang('a', 'unit', 'w', 1000, 1500), hang('b', 'panel', 'back', 4100, 1500)],
    joins: [{ ...hole, xMm: at[0], yMm: at[1], tradeSize: '2', ...join } as Join],
  };
}

function found(of: Plan) {
  return findingsOf(joinCheck, prepare(of)).map(({ message, severity }) => [message, severity]);
}

describe('a kept join side by side', () => {
  test('is nothing to find while its knockouts meet', () => {
    expect(found(beside())).toEqual([]);
    expect(found(beside(1.4))).toEqual([]);
  });

  test('is found when one was moved, with the move that brings them together again', () => {
    const of = beside(12);
    const [finding] = findingsOf(joinCheck, prepare(of));
    expect(finding).toMatchObject({ message: 'misses', measured: { value: 12, unit: 'mm' } });
    for (const { edits } of finding?.fixes ?? []) {
      const fixed = applyEdits(of, edits);
      if (!fixed.ok) throw new Error(JSON.stringify(fixed.fault.message));
      expect(found(fixed.value.plan)).toEqual([]);
    }
    expect(finding?.fixes.map(({ message }) => message)).toEqual(['meet', 'take-apart']);
    expect(found(beside(0, 900))).toEqual([['apart', 'fix']]);
    expect(found(beside(0, 40))).toEqual([['too-near', 'fix']]);
  });

  test('asks of the panel what the unit’s ratings need', () => {
    // 32 A at 125 % is 40 A; beside the supply of a 100 A panel that makes 140 of 120.
    expect(found(beside(0, 0, { ratings: { ...NO_RATINGS, maxCurrentA: 30 } }))).toEqual([['rating', 'fix']]);
    const [busbar] = findingsOf(
      joinCheck,
      prepare(beside(0, 0, { ratings: { ...NO_RATINGS, maxCurrentA: 100 } })),
    );
    expect(busbar).toMatchObject({ message: 'busbar', severity: 'ask', measured: { value: 140 } });
    expect(busbar?.required?.value).toBeCloseTo(120, 9);
    expect(found(beside(0, 0, { ratings: NO_RATINGS }))).toEqual([['rating-unknown', 'ask']]);
    expect(found(beside(0, 0, { kind: 'junction-box', ratings: NO_RATINGS }))).toEqual([]);
  });

  test('is seen from knockout to knockout', () => {
    expect(joinEnds(prepare(beside(0, 100)), SIDE)).toEqual([
      { key: 'join', face: 'w', from: [1200, 1300], to: [1300, 1300] },
    ]);
  });
});

describe('a kept join through the wall', () => {
  test('is drilled on both sides, mirrored, and checked once against what must stay undrilled', () => {
    const of = through([950, 1300]);
    const prepared = prepare(of);
    const holes = drillSheets(prepared).map(({ id, holes: all }) => [
      id,
      ...all.map(({ xMm, yMm }) => [xMm, yMm]),
    ]);
    expect(holes).toEqual([
      ['w', [950, 1300]],
      ['back', [4050, 1300]],
    ]);
    const cable = boxObstacle('cable', 'Cable', 'cable', [940, 0, 10, 2500], {
      noDrillMm: 40,
      isHidden: true,
    });
    const [front] = of.faces;
    if (front === undefined) throw new Error('no wall');
    const wired = { ...of, faces: [{ ...front, obstacles: [cable] }, ...of.faces.slice(1)] };
    expect(findingsOf(noDrillCheck, prepare(wired)).map(({ message }) => message)).toEqual(['into']);
  });

  test('lies behind both backs with its locknuts, or is brought to their middle', () => {
    // The backs share 800 to 1100: a 2 in hole and its locknut need some 38 mm from either side.
    expect(found(through([950, 1300]))).toEqual([]);
    const of = through([1085, 1300]);
    const [finding] = findingsOf(joinCheck, prepare(of));
    expect(finding).toMatchObject({ message: 'beside-hole', measured: { value: 15, unit: 'mm' } });
    const fixed = applyEdits(of, finding?.fixes[0]?.edits ?? []);
    if (!fixed.ok) throw new Error(JSON.stringify(fixed.fault.message));
    expect(fixed.value.plan.joins[0]).toMatchObject({ xMm: 950, yMm: 1300 });
    expect(found(fixed.value.plan)).toEqual([]);
  });

  test('is seen at its hole from both sides', () => {
    const prepared = prepare(through([950, 1300]));
    expect(joinEnds(prepared, prepared.plan.joins[0] ?? SIDE).map(({ face, from }) => [face, from])).toEqual([
      ['w', [950, 1300]],
      ['back', [4050, 1300]],
    ]);
  });
});

describe('joins in the plan', () => {
  test('are made of what meets, found from either end, and gone with either enclosure', () => {
    const of = beside(0, 0, {}, []);
    const prepared = prepare(of);
    const [a, b] = [getHung(prepared, 'a'), getHung(prepared, 'b')];
    const adjoining = adjoiningOf(b, a);
    const join = adjoining === null ? null : joinOf(adjoining, 'join', '1');
    expect(join).toEqual({ ...SIDE, a: SIDE.b, b: SIDE.a });
    const kept = join === null ? null : applyEdit(of, { kind: 'set-join', join });
    if (kept === null || !kept.ok) throw new Error('not kept');
    const after = prepare(kept.value.plan);
    expect(findJoin(after, a, b)?.id).toBe('join');
    expect(findJoin(after, b, a)?.id).toBe('join');
    const gone = applyEdit(kept.value.plan, { kind: 'remove-placement', placement: 'a' });
    expect(gone.ok && gone.value.plan.joins).toEqual([]);
  });

  test('are refused where they lead to nothing, or to the same enclosure', () => {
    const refused = (join: Join) => {
      const made = applyEdit(beside(), { kind: 'set-join', join });
      return made.ok ? '' : refusalText(made.fault.message, beside());
    };
    expect(refused({ ...SIDE, b: { placement: 'b', knockout: 'gone' } })).toContain('“gone”');
    expect(refused({ ...SIDE, b: SIDE.a })).toContain('joined to itself');
  });

  test('are refused where a knockout is taken, by a nipple or by another join; and take it themselves', () => {
    const refused = (of: Plan, edit: PlanEdit) => {
      const made = applyEdit(of, edit);
      return made.ok ? '' : refusalText(made.fault.message, of);
    };
    const of = beside();
    const nipple = { id: 'j', from: { placement: 'a', knockout: 'out' }, wireway: 'ww', playMm: 6 };
    expect(refused(of, { kind: 'add-nipple', nipple })).toContain('already joins another enclosure');
    expect(refused(of, { kind: 'set-join', join: { ...SIDE, id: 'again' } })).toContain('already joins');
    const nippled = { ...beside(0, 0, {}, []), nipples: [nipple] };
    expect(refused(nippled, { kind: 'set-join', join: SIDE })).toContain('already has a nipple');
    // Setting the same join again changes it; it is not in its own way.
    expect(refused(of, { kind: 'set-join', join: SIDE })).toBe('');
  });

  test('come back from the file as they were written', () => {
    const opened = openPlanText(writePlan(through([950, 1300])));
    expect(opened.ok && opened.value.joins).toEqual(through([950, 1300]).joins);
  });
});
