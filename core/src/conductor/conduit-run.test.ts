import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { findingsOf } from '../check/run-checks.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import type { Plan } from '../plan/plan.ts';
import { nippleCheck } from '../wireway/nipple-check.ts';
import { allowedFillPct, isNippleLength } from '../wireway/conduit-count.ts';
import { conduitCheck } from './conduit-check.ts';
import { conduitFill } from './conduit.ts';
import { mostBendsDeg, pipePlan } from './pipe.ts';
import { routeOf } from '../route/route.ts';

/** The demo with another size of conduit in its run. */
function inConduit(size: '1' | '1-1/4' | null): Plan {
  const plan = honeyHouse();
  return { ...plan, runs: plan.runs.map((run) => ({ ...run, laid: { as: 'conduit', size } })) };
}

describe('the conduit of a run', () => {
  test('is held to 360° between pull points by all bends of a pipe, over folds as well', () => {
    // NEC 358.26. The demo’s pipe has what its plan of bends has.
    const prepared = prepare(inConduit(null));
    const [run] = prepared.runs.list;
    const outcome = run === undefined ? null : routeOf(prepared, run.id);
    if (run === undefined || outcome?.kind !== 'routed') throw new Error('The demo’s run has no way.');
    const most = Math.max(...(pipePlan(prepared, run)?.pipes.map(({ totalDeg }) => totalDeg) ?? []));
    expect(mostBendsDeg(prepared, outcome.routed)).toBeCloseTo(most, 9);
    const said = findingsOf(conduitCheck, prepared).map(({ message }) => message);
    expect(said.includes('bends')).toBe(most > 360);
  });

  test('is no wider than the knockouts it ends in', () => {
    const said = (size: '1' | '1-1/4') =>
      findingsOf(conduitCheck, prepare(inConduit(size))).map(({ message }) => message);
    expect([said('1'), said('1-1/4')]).toEqual([[], ['wide-for-knockout', 'wide-for-knockout']]);
  });

  test('is a nipple up to 24 inches, and only by the American code', () => {
    // Chapter 9, Note 4.
    expect([isNippleLength(609.6), isNippleLength(609.7)]).toEqual([true, false]);
    expect([1, 2, 3, 9].map((count) => allowedFillPct(count, true))).toEqual([60, 60, 60, 60]);
    const prepared = prepare(inConduit(null));
    const [run] = prepared.runs.list;
    // Some meters long: five wires at 40 %.
    expect(run === undefined ? null : conduitFill(prepared, run)?.mostPct).toBe(40);
  });
});

describe('a nipple', () => {
  test('is filled to 60 %, and speaks above', () => {
    // 10 AWG of the table, 0.0211 in²; of a 3/4″ pipe 0.824 in inside 60 % is 0.32 in²: fifteen.
    const filled = (count: number) => {
      const plan = honeyHouse();
      const circuits = plan.circuits
        .filter(({ id }) => id === 'a-array')
        .map((circuit) => ({
          ...circuit,
          wire: {
            ...circuit.wire,
            insulation: 'thhn' as const,
            count,
            hasEarth: false,
            size: { by: 'awg', size: '10' } as const,
          },
        }));
      const prepared = prepare({ ...plan, circuits, runs: [] });
      return findingsOf(nippleCheck, prepared).filter(({ message }) => message === 'full').length;
    };
    // It comes through two of them.
    expect([filled(15), filled(24)]).toEqual([0, 2]);
  });
});
