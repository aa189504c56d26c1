import { tellingOf } from '../plan/names.ts';
import { describe, expect, test } from '@jest/globals';
import { INCH_READER, METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { knockoutAt } from '../gear/new-gear.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { cables, beside, boxObstacle, gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { problemOfPlan } from './problem-of-plan.ts';
import { USUAL_WEIGHTS, type ArrangeRequest } from './request.ts';

function request(pieces: readonly string[], more: Partial<ArrangeRequest> = {}): ArrangeRequest {
  return {
    face: 'w',
    pieces,
    wireway: null,
    connections: [],
    weights: USUAL_WEIGHTS,
    stepMm: 1,
    seed: 1,
    ...more,
  };
}

/** Two units and a wireway 1 m long from 500 to 1500 on a wall of 5000 × 2500, its top at 1200, its bottom at 1050. */
function site(unit: Partial<GearType> = {}, more: Partial<Plan> = {}): Plan {
  return plan({
    gearTypes: [
      gear('unit', unit),
      gear('way', { kind: 'wireway', widthMm: 1000, heightMm: 150, depthMm: 150, dropMm: 150 }),
    ],
    placements: [
      hang('ww', 'way', 'w', 1000, 1200),
      hang('a', 'unit', 'w', 800, 2000),
      hang('b', 'unit', 'w', 3000, 2000),
    ],
    ...more,
  });
}

describe('the layout problem of a plan', () => {
  test('leaves a free piece the whole wall it fits on', () => {
    const { problem } = problemOfPlan(prepare(site()), request(['a']));
    expect(problem.pieces[0]).toMatchObject({ widthMm: 400, heightMm: 600, x: [0, 4600], y: [0, 1900] });
  });

  test('hangs units over the wireway by their lower knockouts, and under it where they have upper ones only', () => {
    const way = { placement: 'ww', gapMm: 80 };
    const over = site({ knockouts: [knockoutAt('k', 'bottom', 100, 60, '1')] });
    const [above] = problemOfPlan(prepare(over), request(['a'], { wireway: way })).problem.pieces;
    expect(above?.y).toEqual([1280, 1280]);
    // The nipple, 100 from the unit’s left, stays 45 from either end of the wireway.
    expect(above?.x).toEqual([500 + 45 - 100, 1500 - 45 - 100]);
    const under = site({ knockouts: [knockoutAt('k', 'top', 100, 60, '1')] });
    const [below] = problemOfPlan(prepare(under), request(['a'], { wireway: way })).problem.pieces;
    expect(below?.y).toEqual([1050 - 80 - 600, 1050 - 80 - 600]);
    expect(below?.x).toEqual(above?.x);
  });

  test('keeps a unit at the side of the wireway it is joined to', () => {
    const both = site(
      { knockouts: [knockoutAt('low', 'bottom', 100, 60, '1'), knockoutAt('high', 'top', 300, 60, '1')] },
      { nipples: [{ id: 'j', from: { placement: 'a', knockout: 'high' }, wireway: 'ww', playMm: 6 }] },
    );
    const { problem } = problemOfPlan(
      prepare(both),
      request(['a', 'b'], { wireway: { placement: 'ww', gapMm: 80 } }),
    );
    expect(problem.pieces.map(({ y }) => y[0])).toEqual([370, 1280]);
  });

  test('names both of what contradicts each other: the gap asked for and the rule below or above the unit', () => {
    for (const [edge, side, words] of [
      ['bottom', 'below', 'over'],
      ['top', 'above', 'under'],
    ] as const) {
      const of = site({
        knockouts: [knockoutAt('k', edge, 100, 60, '1')],
        rules: [beside('room', { side, counterpart: 'any-gear', distance: { value: 200, unit: 'mm' } })],
      });
      const { contradictions } = problemOfPlan(
        prepare(of),
        request(['a'], { wireway: { placement: 'ww', gapMm: 80 } }),
      );
      expect(contradictions).toHaveLength(1);
      expect(contradictions[0]).toMatchObject({ gear: 'a' });
      expect(toldText(contradictions[0]?.why ?? '', tellingOf(METRIC_READER, of))).toContain(
        `200 mm ${side} it`,
      );
      expect(toldText(contradictions[0]?.why ?? '', tellingOf(INCH_READER, of))).not.toContain('mm');
      expect(toldText(contradictions[0]?.why ?? '', tellingOf(METRIC_READER, of))).toContain(
        `hang ${words} ww`,
      );
    }
  });

  test('keeps out of what stays, of obstacles and of what the wall is not, each with its rule’s gap', () => {
    const front = wall('w', rectangle(5000, 2500), {
      obstacles: [boxObstacle('window', 'Window', 'window', [2000, 900, 600, 800], { clearMm: 0 })],
    });
    const of = site(
      { rules: [beside('same', { distance: { value: 150, unit: 'mm' } })] },
      { faces: [front] },
    );
    const { problem } = problemOfPlan(prepare(of), request(['a']));
    // Its like at 2800 to 3200 keeps 150 beside, 25 mm over and under.
    expect(problem.blocks[0]).toContainEqual({
      minX: 2800 - 150,
      maxX: 3200 + 150,
      minY: 1500 - 25,
      maxY: 2100 + 25,
    });
    expect(problem.blocks[0]).toContainEqual({ minX: 2000, maxX: 2600, minY: 900, maxY: 1700 });
  });

  test('asks two pieces for the larger of their rules, and 25 mm where nobody asks for anything', () => {
    const of = site({ rules: [beside('same', { distance: { value: 150, unit: 'mm' } })] });
    const { problem } = problemOfPlan(prepare(of), request(['a', 'b']));
    expect(problem.gaps[0]?.[1]).toEqual({ left: 150, right: 150, over: 25, under: 25 });
    expect(problem.gaps[0]?.[0]).toEqual({ left: 0, right: 0, over: 0, under: 0 });
  });

  test('runs wires from knockout to knockout, and from middle to middle where only two pieces are named', () => {
    const knockouts = [knockoutAt('out', 'right', 300, 60, '1')];
    const run = {
      id: 'r',
      name: 'Run',
      from: { placement: 'a', knockout: 'out' },
      to: { placement: 'b', knockout: 'out' },
      cableDiameterMm: 7,
      slackEachEndMm: 0,
    };
    const { problem } = problemOfPlan(
      prepare(site({ knockouts }, cables([run]))),
      request(['a'], { connections: [['a', 'ww']] }),
    );
    expect(problem.wires).toEqual([
      // The other end stays where it hangs: the right side of b, 300 up.
      { a: 0, b: -1, atA: [400, 300], atB: [3200, 1800], weight: 1 },
      { a: 0, b: -1, atA: [200, 300], atB: [1000, 1125], weight: 1 },
    ]);
  });

  test('keeps handles within reach where the code says so, and the space of a load centre free of pipes', () => {
    const us = prepare(honeyHouse());
    const { problem } = problemOfPlan(us, request(['load-centre'], { face: 'plant-wall' }));
    // NEC 404.8: the handle’s centre at most 6 ft 7 in up.
    const type = us.plan.gearTypes.find(({ id }) => id === 'load-centre-125a');
    const highest = Math.max(...(type?.handles ?? []).map(({ upMm }) => upMm));
    expect(problem.pieces[0]?.y[1]).toBeCloseTo(mmFromInch(79) - highest, 6);
    // NEC 110.26(E): no pipe within 6 ft above it; the pipe on this wall runs at 90 to 92 in.
    const pipe = problem.blocks[0]?.filter(({ minY }) => Math.abs(minY - mmFromInch(90 - 72)) < 1);
    expect(pipe?.length).toBe(1);
    const iec = prepare({ ...honeyHouse(), codeBasis: 'iec' });
    const free = problemOfPlan(iec, request(['load-centre'], { face: 'plant-wall' })).problem;
    expect(free.pieces[0]?.y[1] ?? 0).toBeGreaterThan(problem.pieces[0]?.y[1] ?? Infinity);
  });

  test('refuses what is not there: a programmer’s mistake, not the user’s', () => {
    expect(() => problemOfPlan(prepare(site()), request(['gone']))).toThrow('gone');
    expect(() => problemOfPlan(prepare(site()), request([], { face: 'gone' }))).toThrow('gone');
  });
});
