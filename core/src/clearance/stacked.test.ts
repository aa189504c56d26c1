import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { applyEdits } from '../plan/edits/apply-edit.ts';
import type { ClearanceRule } from '../plan/gear-type.ts';
import type { Obstacle } from '../plan/obstacle.ts';
import type { Plan } from '../plan/plan.ts';
import { beside, boxObstacle, gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { findClearMoves } from './clear-moves.ts';
import { overlapCheck } from './overlap.ts';
import { cornerSnaps } from '../placing/snaps.ts';
import { stackedCheck } from './stacked.ts';

/** One unit `gapMm` above another, 600 high each, hook line 500 above the bottom. */
function stack(gapMm: number, rules: ClearanceRule[], upperRules: ClearanceRule[] = []): Plan {
  return plan({
    faces: [wall('w', rectangle(3000, 3000))],
    gearTypes: [gear('lower', { rules }), gear('upper', { kind: 'battery', rules: upperRules })],
    placements: [hang('a', 'lower', 'w', 1000, 1000), hang('b', 'upper', 'w', 1100, 1000 + 600 + gapMm)],
  });
}

const above = (more: Partial<ClearanceRule> = {}) => beside('r', { side: 'above', counterpart: 'any-gear', distance: { value: 4, unit: 'in' }, ...more }); // prettier-ignore

describe('stackedCheck', () => {
  test.each<[string, number, ClearanceRule[], ClearanceRule[], number]>([
    ['4 in asked above, 4 in there', 101.6, [above()], [], 0],
    ['4 in asked above, 101 mm there', 101, [above()], [], 1],
    ['the upper one asks below', 101, [], [above({ side: 'below' })], 1],
    ['the upper one asks above, where nothing is', 5, [], [above()], 0],
    [
      'the largest of both governs',
      120,
      [above()],
      [above({ side: 'below', distance: { value: 150, unit: 'mm' } })],
      1,
    ],
    ['only its own kind is meant', 5, [above({ counterpart: 'same-kind' })], [], 0],
    ['only outside is meant', 5, [above({ when: { side: 'outside' } })], [], 0],
    ['a rule beside is not one above', 5, [beside('r', { counterpart: 'any-gear' })], [], 0],
  ])('%s', (_, gapMm, rules, upperRules, count) => {
    const found = findingsOf(stackedCheck, prepare(stack(gapMm, rules, upperRules)));
    expect(found).toHaveLength(count);
    if (count === 1) expect(found[0]?.measured?.value).toBeCloseTo(gapMm, 9);
  });

  test('looks only at what stands over it, and leaves overlaps to their own check', () => {
    const beside2 = stack(20, [above()]);
    const aside = {
      ...beside2,
      placements: beside2.placements.map((p) => (p.id === 'b' ? { ...p, xMm: 1400 } : p)),
    };
    expect(findingsOf(stackedCheck, prepare(aside))).toEqual([]);
    expect(findingsOf(stackedCheck, prepare(stack(-50, [above()])))).toEqual([]);
  });

  test('offers only moves that are free: up, unless something is there, and down', () => {
    const tight = stack(50, [above()]);
    const [finding] = findingsOf(stackedCheck, prepare(tight));
    expect(finding?.fixes.map(({ data }) => data.way)).toEqual(['up', 'down']);
    for (const { edits } of finding?.fixes ?? []) {
      const applied = applyEdits(tight, edits);
      if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
      expect(findingsOf(stackedCheck, prepare(applied.value.plan))).toEqual([]);
    }
    const roofed = {
      ...tight,
      faces: [
        wall('w', rectangle(3000, 3000), {
          obstacles: [boxObstacle('o', 'Duct', 'other', [0, 1760, 3000, 100])],
        }),
      ],
    };
    const [under] = findingsOf(stackedCheck, prepare(roofed));
    expect(under?.fixes.map(({ data }) => data.way)).toEqual(['down']);
  });
});

describe('a move offered for another finding', () => {
  test('does not end under something that needs room there', () => {
    // Covered by another; straight to its right hangs a shelf piece too low over it.
    const crowded = plan({
      faces: [wall('w', rectangle(4000, 3000))],
      gearTypes: [gear('unit', { rules: [above()] }), gear('bare', { kind: 'other' })],
      placements: [
        hang('a', 'unit', 'w', 1000, 1000),
        hang('b', 'bare', 'w', 1100, 1000),
        hang('over', 'bare', 'w', 1500, 1650),
      ],
    });
    const prepared = prepare(crowded);
    const item = prepared.hung.get('a');
    if (item === undefined) throw new Error('lost');
    const moves = findClearMoves(prepared, item);
    expect(moves.length).toBeGreaterThan(0);
    for (const { xMm } of moves) {
      const applied = applyEdits(crowded, [{ kind: 'move-placement', placement: 'a', xMm, yMm: 1000 }]);
      if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
      const after = prepare(applied.value.plan);
      expect([...findingsOf(overlapCheck, after), ...findingsOf(stackedCheck, after)]).toEqual([]);
    }
  });
});

describe('overlapCheck and heights', () => {
  const over = (standoffMm: number, kind: Obstacle['kind'], more: Partial<Obstacle>) =>
    findingsOf(
      overlapCheck,
      prepare(
        plan({
          faces: [
            wall('w', rectangle(3000, 3000), {
              kind: 'roof',
              obstacles: [boxObstacle('o', 'Thing', kind, [900, 900, 200, 200], more)],
            }),
          ],
          gearTypes: [gear('module', { kind: 'solar-module', standoffMm })],
          placements: [hang('m', 'module', 'w', 1000, 1200)],
        }),
      ),
    ).length;

  test.each<[string, number, Obstacle['kind'], Partial<Obstacle>, number]>([
    ['a module on rails lies over a low vent', 100, 'vent', { standsOutMm: 80 }, 0],
    ['just as high as the rails', 100, 'vent', { standsOutMm: 100 }, 0],
    ['higher than the rails', 100, 'vent', { standsOutMm: 101 }, 1],
    ['its lid must still open', 100, 'fan', { standsOutMm: 60, opens: { kind: 'rise', riseMm: 180 } }, 1],
    [
      'and does, under higher rails',
      250,
      'fan',
      { standsOutMm: 60, opens: { kind: 'rise', riseMm: 180 } },
      0,
    ],
    ['gear flat on its face covers it', 0, 'vent', { standsOutMm: 1 }, 1],
    ['a height nobody measured', 100, 'vent', { standsOutMm: 0 }, 1],
    ['a skylight is never covered', 100, 'skylight', { standsOutMm: 50 }, 1],
    ['nor is a walkway', 100, 'walkway', { standsOutMm: 20 }, 1],
  ])('%s', (_, standoffMm, kind, more, count) => {
    expect(over(standoffMm, kind, more)).toBe(count);
  });
});

describe('cornerSnaps', () => {
  test('hold a corner above and level with the others, not at itself', () => {
    const { across, up } = cornerSnaps([[0, 0], [500, 10], [520, 400]], 1); // prettier-ignore
    expect(across.map(({ atMm }) => atMm)).toEqual([0, 520]);
    expect(up.map(({ atMm }) => atMm)).toEqual([0, 400]);
  });
});
