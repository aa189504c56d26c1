import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { foldOf } from '../demo/parts.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { ClearanceRule } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { beside, boxObstacle, gear, getHung, hang, plan, rectangle, wall } from '../test/plans.ts';
import { aroundCheck } from './around.ts';
import { gapsAround } from './gaps-around.ts';
import { thingsAround } from './surroundings.ts';

/** A corner: the second wall folds towards the viewer at the right end of the first, 4 m wide. */
function corner(rules: ClearanceRule[], more: Partial<Plan> = {}, angle = 90): Plan {
  return plan({
    faces: [wall('w', rectangle(4000, 2500)), wall('v', rectangle(3000, 2500))],
    folds: [foldOf('f', ['w', 1], ['v', 3], angle)],
    gearTypes: [gear('t', { rules }), gear('bare', { kind: 'other' })],
    ...more,
  });
}

const found = (of: Plan) =>
  findingsOf(aroundCheck, prepare(of)).map(({ measured, required }) => [
    measured === null ? null : Math.round(measured.value * 1000) / 1000,
    required?.value,
  ]);
const any = (mm: number, more: Partial<ClearanceRule> = {}) =>
  beside(`any${mm}`, { side: 'any', counterpart: 'any-gear', distance: { value: mm, unit: 'mm' }, ...more });

describe('aroundCheck', () => {
  test('measures square out from the side to gear around an inside corner', () => {
    // a ends 300 from the corner; b, 200 deep, stands on the other wall across a’s heights: 300 − 200 is left.
    const rule = beside('r', { counterpart: 'any-gear', distance: { value: 150, unit: 'mm' } });
    const placements = [hang('a', 't', 'w', 3500, 1500), hang('b', 'bare', 'v', 200, 1500)];
    expect(found(corner([rule], { placements }))).toEqual([[100, 150]]);
    // Out of its depth from the first wall, b no longer stands before a’s side.
    const further = [hang('a', 't', 'w', 3500, 1500), hang('b', 'bare', 'v', 401, 1500)];
    expect(found(corner([rule], { placements: further }))).toEqual([]);
  });

  test('measures the nearest line in space for rules that look every way', () => {
    // From a’s front right edge (3700, 200 out) to b’s edge (3800, 500 out): 100 along, 300 out.
    const placements = [hang('a', 't', 'w', 3500, 1500), hang('b', 'bare', 'v', 700, 1500)];
    expect(found(corner([any(400)], { placements }))).toEqual([
      [Math.round(Math.hypot(100, 300) * 1000) / 1000, 400],
    ]);
    expect(found(corner([any(316)], { placements }))).toEqual([]);
  });

  test('a changed rule measures nothing anew, and is what is found by; what moves is measured', () => {
    const placements = [hang('a', 't', 'w', 3500, 1500), hang('b', 'bare', 'v', 700, 1500)];
    // A longer one of the same type: how far rules reach stays.
    const rules = (mm: number) => [any(mm), any(900, { when: { side: 'outside' } })];
    const before = corner(rules(300), { placements });
    const model = prepare(before);
    const around = () => thingsAround(model, getHung(model, 'a'));
    const measured = around();
    expect(findingsOf(aroundCheck, model)).toEqual([]);
    const gearTypes = before.gearTypes.map((type) =>
      type.id === 't' ? { ...type, rules: rules(400) } : type,
    );
    model.update({ ...before, gearTypes });
    expect(around()).toBe(measured);
    expect(findingsOf(aroundCheck, model).map(({ required }) => required?.value)).toEqual([400]);
    model.update({
      ...before,
      placements: [hang('a', 't', 'w', 3499, 1500), hang('b', 'bare', 'v', 700, 1500)],
    });
    expect(around()).not.toBe(measured);
  });

  test('looks diagonally on one face, which rules beside and above do not', () => {
    const placements = [hang('a', 't', 'w', 1000, 1000), hang('b', 'bare', 'w', 1430, 1640)];
    expect(found(corner([any(60)], { placements }))).toEqual([[50, 60]]);
    expect(found(corner([beside('r', { counterpart: 'any-gear' })], { placements }))).toEqual([]);
  });

  test('says that two bodies, or a body and a wall, stand in the same place', () => {
    const both = [hang('a', 't', 'w', 3700, 1500), hang('b', 'bare', 'v', 300, 1500)];
    const [finding] = findingsOf(aroundCheck, prepare(corner([], { placements: both })));
    expect([finding?.message, finding?.severity]).toEqual(['stands-in', 'stop']);
    // Folded away by more than a right angle the other wall leans over the first and meets the body.
    const leaning = corner([], { placements: [hang('a', 't', 'w', 3790, 1500)] }, 120);
    expect(findingsOf(aroundCheck, prepare(leaning)).map(({ message }) => message)).toEqual(['stands-in']);
    expect(
      findingsOf(aroundCheck, prepare(corner([], { placements: [hang('a', 't', 'w', 3800, 1500)] }))),
    ).toEqual([]);
  });

  test.each<[string, Partial<ClearanceRule>, number]>([
    ['another face', { counterpart: 'surface', distance: { value: 301, unit: 'mm' } }, 300],
    ['the edge of its face', { counterpart: 'edge', distance: { value: 310, unit: 'mm' } }, 300],
    ['an obstacle', { counterpart: 'obstacle', distance: { value: 600, unit: 'mm' } }, 500],
    ['a window', { counterpart: 'opening', side: 'any', distance: { value: 600, unit: 'mm' } }, 500],
  ])('keeps its distance from %s', (_, more, measured) => {
    const placements = [hang('a', 't', 'w', 3500, 1500)];
    const window = boxObstacle('o', 'Window', 'window', [2400, 1200, 400, 400], { standsOutMm: 0 });
    const faces = [
      wall('w', rectangle(4000, 2500), { obstacles: [window] }),
      wall('v', rectangle(3000, 2500)),
    ];
    const rule = beside('r', more);
    expect(found(corner([rule], { faces, placements }))).toEqual([[measured, rule.distance.value]]);
  });

  test('takes the code’s three feet between batteries, unless the listing says less', () => {
    const units = (rules: ClearanceRule[]) => ({
      ...corner([], {
        codeBasis: 'us' as const,
        gearTypes: [gear('t', { kind: 'battery', rules })],
        placements: [hang('a', 't', 'w', 3500, 1500), hang('b', 't', 'v', 700, 1500)],
      }),
    });
    expect(found(units([]))).toEqual([[Math.round(Math.hypot(100, 300) * 1000) / 1000, 914.4]]);
    expect(found(units([any(150, { counterpart: 'same-kind' })]))).toEqual([]);
    expect(found({ ...units([]), codeBasis: 'iec' })).toEqual([]);
  });

  test('offers moves that leave the gear clear, shortest first', () => {
    const placements = [hang('a', 't', 'w', 3500, 1500), hang('b', 'bare', 'v', 200, 1500)];
    const tight = corner([beside('r', { counterpart: 'any-gear' })], { placements });
    const [finding] = findingsOf(aroundCheck, prepare(tight));
    expect(finding?.fixes.length).toBeGreaterThan(0);
    for (const { edits } of finding?.fixes ?? []) {
      const moved = applyEdits(tight, edits);
      if (!moved.ok) throw new Error(JSON.stringify(moved.fault.message));
      expect(found(moved.value.plan)).toEqual([]);
    }
    expect(finding?.fixes[0]?.data).toMatchObject({ side: 'left' });
  });

  test('keeps the floor and the ceiling apart from other faces', () => {
    const faces = [wall('w', rectangle(4000, 2500)), wall('g', rectangle(4000, 3000), { kind: 'floor' })];
    const low = {
      faces,
      folds: [foldOf('f', ['w', 0], ['g', 2], 90)],
      placements: [hang('a', 't', 'w', 2000, 600)],
    };
    const rule = (counterpart: ClearanceRule['counterpart']) => beside('r', { side: 'below', counterpart });
    expect(found(corner([rule('floor')], low))).toEqual([[100, 150]]);
    expect(found(corner([rule('ceiling')], low))).toEqual([]);
    const item = prepare(corner([rule('floor')], low));
    const [gap] = gapsAround(item, getHung(item, 'a'));
    expect(gap).toMatchObject({ way: 'below' });
  });
});
