import { NEW_PENETRATION } from '../plan/penetration.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { setbackCheck } from './setback.ts';
import { isClear } from './clear-moves.ts';
import { arrangePlan, evaluatePlan } from '../evaluate.ts';
import { foldOf, reverseOf } from '../demo/parts.ts';
import type { Setback } from '../plan/face.ts';
import type { Plan } from '../plan/plan.ts';
import { knockoutAt } from '../gear/new-gear.ts';
import { USUAL_WEIGHTS } from '../arrange/request.ts';
import { routeAll } from '../route/route.ts';
import { routeCheck } from '../route/route-check.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import { cables, boxObstacle, gear, getHung, hang, plan, rectangle, wall } from '../test/plans.ts';

const keep = (edge: number, distanceMm: number): Setback => ({
  edge,
  distanceMm,
  why: 'a way for the fire service',
});

function roof(
  setbacks: Setback[],
  points: readonly (readonly [number, number])[],
  more: Partial<Plan> = {},
): Plan {
  return plan({
    faces: [wall('w', points, { setbacks })],
    gearTypes: [gear('t', { widthMm: 400, heightMm: 600, dropMm: 600 })],
    placements: [hang('a', 't', 'w', 2000, 1500)],
    ...more,
  });
}

describe('a setback', () => {
  test('is kept by gear to the millimetre, along upright, level and slanting edges', () => {
    const found = (of: Plan) =>
      findingsOf(setbackCheck, prepare(of)).map(({ measured }) => measured?.value ?? NaN);
    // The body stands from 1800 to 2200 and 900 to 1500, on a face 4000 by 2500.
    expect(
      found(roof([keep(3, 1800), keep(0, 900), keep(1, 1800), keep(2, 1000)], rectangle(4000, 2500))),
    ).toEqual([]);
    expect(found(roof([keep(3, 1800.1)], rectangle(4000, 2500)))).toEqual([1800]);
    expect(found(roof([keep(2, 1000.1)], rectangle(4000, 2500)))).toEqual([1000]);
    // A hip from (4000, 0) to (0, 4000): the corner (2200, 1500) is 300/√2 from it.
    const hip = [[0, 0], [4000, 0], [0, 4000]] as const; // prettier-ignore
    expect(found(roof([keep(1, 213)], hip))[0]).toBeCloseTo(300 / Math.SQRT2, 9);
    expect(found(roof([keep(1, 212)], hip))).toEqual([]);
  });

  test('is kept by moves, by fixes and by layouts', () => {
    const of = roof([keep(3, 1900)], rectangle(4000, 2500));
    const prepared = prepare(of);
    expect(isClear(prepared, getHung(prepared, 'a'))).toBe(false);
    const [finding] = findingsOf(setbackCheck, prepared);
    const fixed = applyEdits(of, finding?.fixes[0]?.edits ?? []);
    if (!fixed.ok) throw new Error(JSON.stringify(fixed.fault.message));
    expect(findingsOf(setbackCheck, prepare(fixed.value.plan))).toEqual([]);
    const answer = arrangePlan(of, { face: 'w', pieces: ['a'], wireway: null, connections: [], weights: USUAL_WEIGHTS, stepMm: 10, seed: 1 }); // prettier-ignore
    if (!answer.ok) throw new Error(answer.fault);
    for (const { places } of answer.value.proposals)
      expect(places[0]?.xMm).toBeGreaterThanOrEqual(1900 + 200);
  });

  test('is kept by cables where a way keeps it, and said where none does', () => {
    const unit = gear('u', {
      kind: 'other',
      widthMm: 200,
      heightMm: 200,
      dropMm: 200,
      knockouts: [knockoutAt('k', 'top', 100, 50, 'M20')],
    });
    const between = (wallTop: number): Plan =>
      plan({
        faces: [
          wall('w', rectangle(4000, 2500), {
            setbacks: [keep(2, 500)],
            obstacles: [boxObstacle('o', 'Post', 'other', [1900, 0, 200, wallTop], { standsOutMm: 100 })],
          }),
        ],
        gearTypes: [unit],
        placements: [hang('a', 'u', 'w', 1000, 1000), hang('b', 'u', 'w', 3000, 1000)],
        ...cables([
          {
            id: 'r',
            name: 'Run',
            from: { placement: 'a', knockout: 'k' },
            to: { placement: 'b', knockout: 'k' },
            cableDiameterMm: 6,
            slackEachEndMm: 0,
          },
        ]),
      });
    // Over the post at 1900 the way keeps below 2000; over one of 2200 it cannot.
    const [low] = routeAll(prepare(between(1900))).routed;
    expect(low?.isInSetback).toBe(false);
    expect(Math.max(...(low?.legs.flatMap(({ from, to }) => [from[1], to[1]]) ?? []))).toBeLessThanOrEqual(
      2000,
    );
    const high = prepare(between(2200));
    expect(routeAll(high).routed[0]?.isInSetback).toBe(true);
    expect(findingsOf(routeCheck, high).map(({ message, severity }) => [message, severity])).toEqual([
      ['setback', 'ask'],
    ]);
  });

  test('is kept by sealed holes', () => {
    const front = wall('w', rectangle(4000, 2500), { setbacks: [keep(3, 300)] });
    const of = plan({
      faces: [front, reverseOf(front, 'back', 'Back')],
      penetrations: [{ id: 'p', name: 'Hole', face: 'w', xMm: 250, yMm: 1000, ...NEW_PENETRATION }],
    });
    expect(evaluatePlan(of).findings.map(({ message }) => message)).toContain('setback');
    expect(
      evaluatePlan({
        ...of,
        penetrations: of.penetrations.map((penetration) => ({ ...penetration, xMm: 400 })),
      }).findings.map(({ message }) => message),
    ).not.toContain('setback');
  });
});

describe('a run between faces', () => {
  const unit = gear('u', {
    kind: 'other',
    widthMm: 200,
    heightMm: 200,
    dropMm: 200,
    knockouts: [knockoutAt('k', 'top', 100, 50, 'M20')],
  });
  const run = { id: 'r', name: 'Run', from: { placement: 'a', knockout: 'k' }, to: { placement: 'b', knockout: 'k' }, cableDiameterMm: 6, slackEachEndMm: 0 }; // prettier-ignore
  const codes = (of: Plan) => routeAll(prepare(of)).faults.map(({ code }) => code);

  test('goes over a hip, with no hole', () => {
    // Two slopes of a hipped roof meet along a slanting edge.
    const of = plan({
      faces: [wall('w', [[0, 0], [4000, 0], [2000, 2000], [0, 2000]]), wall('v', [[0, 0], [4000, 0], [4000, 2000], [2000, 2000]])], // prettier-ignore
      folds: [foldOf('hip', ['w', 1], ['v', 3], 30)],
      gearTypes: [unit],
      placements: [hang('a', 'u', 'w', 1000, 1000), hang('b', 'u', 'v', 3300, 1000)],
      ...cables([run]),
    });
    expect(codes(of)).toEqual([]);
    const [routed] = routeAll(prepare(of)).routed;
    expect(routed?.penetrations).toEqual([]);
    expect(new Set(routed?.legs.map(({ face }) => face))).toEqual(new Set(['w', 'v']));
  });

  test('to its other side wants a hole, and to what nothing joins wants a fold', () => {
    const front = wall('w', rectangle(4000, 2500));
    const of = plan({
      faces: [front, reverseOf(front, 'back', 'Back'), wall('far', rectangle(1000, 1000))],
      gearTypes: [unit],
      placements: [hang('a', 'u', 'w', 1000, 1000), hang('b', 'u', 'back', 3000, 1000)],
      ...cables([run]),
    });
    expect(codes(of)).toEqual(['no-penetration']);
    const apart = of.placements.map((each) => (each.id === 'b' ? hang('b', 'u', 'far', 500, 500) : each));
    expect(codes({ ...of, placements: apart })).toEqual(['apart']);
  });
});
