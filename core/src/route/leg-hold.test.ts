import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { openHoneyHouse } from '../test/open-honey-house.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { editOfHold, holdOfLeg, type LegHold } from './leg-hold.ts';
import { routeOf, type RoutedRun, type RouteOutcome } from './route.ts';
import { cases } from '../test/cases.ts';

const outcomes = new WeakMap<Plan, RouteOutcome | null>();
function outcomeOf(plan: Plan): RouteOutcome | null {
  const known = outcomes.get(plan) ?? routeOf(prepare(plan), 'array-run');
  outcomes.set(plan, known);
  return known;
}

function routed(plan: Plan): RoutedRun {
  const outcome = outcomeOf(plan);
  if (outcome?.kind !== 'routed') throw new Error(JSON.stringify(outcome?.fault.code));
  return outcome.routed;
}

function holdAt(plan: Plan, leg: number, share: number): LegHold {
  const way = routed(plan);
  const taken = way.legs[leg];
  if (taken === undefined) throw new Error('There is such a leg.');
  const at = [0, 1].map(
    (axis) => (taken.from[axis] ?? 0) + share * ((taken.to[axis] ?? 0) - (taken.from[axis] ?? 0)),
  ) as [number, number];
  const hold = holdOfLeg(way, taken.face, at, 30);
  if (hold === null) throw new Error('A leg is there.');
  return hold;
}

function moved(plan: Plan, hold: LegHold, to: readonly [number, number]): Plan {
  const applied = applyEdits(plan, [editOfHold(hold, to)]);
  if (!applied.ok) throw new Error('It may be made.');
  return applied.value.plan;
}

describe('a leg that is dragged', () => {
  test('locks its run sideways of where it was taken, and the run goes by there', () => {
    const plan = openHoneyHouse();
    const before = routed(plan);
    before.legs.forEach((leg, index) => {
      const hold = holdAt(plan, index, 0.5);
      const along = Math.abs(leg.to[0] - leg.from[0]) > Math.abs(leg.to[1] - leg.from[1]) ? 0 : 1;
      expect(hold.along).toBe(along);
      const to = [hold.atMm[0] + 210, hold.atMm[1] + 210] as const;
      const after = moved(plan, hold, to);
      const [via] = after.runs.find(({ id }) => id === 'array-run')?.via ?? [];
      // Along the leg it stays where it was taken hold of.
      expect(via).toEqual({
        at: 'point',
        face: leg.face,
        xMm: along === 0 ? hold.atMm[0] : to[0],
        yMm: along === 0 ? to[1] : hold.atMm[1],
      });
    });
  });

  test('puts each new lock in its place among the others, so that the run goes by all of them in order', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            leg: fc.nat(20),
            share: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
            by: fc.integer({ min: -90, max: 90 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        (drags) => {
          let plan = openHoneyHouse();
          for (const { leg, share, by } of drags) {
            const way = routed(plan);
            const hold = holdAt(plan, leg % way.legs.length, share);
            const next = moved(plan, hold, [hold.atMm[0] + by, hold.atMm[1] + by]);
            const outcome = outcomeOf(next);
            // Into what stands in the way it has none: then the hand lets go elsewhere.
            if (outcome?.kind !== 'routed') continue;
            // No lock in a wrong order, which would send it back and forth: it grows by twice the drag and its turns at most.
            expect(outcome.routed.pathMm).toBeLessThanOrEqual(way.pathMm + 2 * Math.abs(by) + 0.1);
            plan = next;
          }
        },
      ),
      { seed: 9, numRuns: cases(60, 30) },
    );
  });

  test('takes the lock that is there, and moves it freely', () => {
    const plan = openHoneyHouse();
    const first = holdAt(plan, 1, 0.5);
    const locked = moved(plan, first, [first.atMm[0] + 150, first.atMm[1] + 150]);
    const [via] = locked.runs.find(({ id }) => id === 'array-run')?.via ?? [];
    if (via?.at !== 'point') throw new Error('It is locked to a point.');
    const way = routed(locked);
    const again = holdOfLeg(way, via.face, [via.xMm + 5, via.yMm - 5], 30); // prettier-ignore
    expect([again?.isNew, again?.index, again?.atMm]).toEqual([false, 0, [via.xMm, via.yMm]]);
    if (again === null) return;
    const after = moved(locked, again, [via.xMm + 40, via.yMm + 70]);
    expect(after.runs.find(({ id }) => id === 'array-run')?.via).toEqual([
      { ...via, xMm: via.xMm + 40, yMm: via.yMm + 70 },
    ]);
  });

  test('is not found where the run has no leg on that face', () => {
    const plan = openHoneyHouse();
    expect(holdOfLeg(routed(plan), 'north-wall', [100, 100], 30)).toBeNull();
  });
});
