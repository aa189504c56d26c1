import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { inchFromMm, mmFromInch } from '../quantity/convert.ts';
import { prepare } from '../check/prepared.ts';
import { openHoneyHouse } from '../test/open-honey-house.ts';
import type { Plan } from '../plan/plan.ts';
import {
  anglePullMm,
  bentPipe,
  betweenEntriesMm,
  gainMm,
  offsetBend,
  straightPullMm,
  supportsMm,
  tradeMm,
} from './bends.ts';
import { pipePlan } from './pipe.ts';

describe('bends', () => {
  // Plain trigonometry; the printed multipliers of trade tables are these, rounded.
  test.each([
    [10, 5.759, 0.0875],
    [15, 3.864, 0.1317],
    [22.5, 2.613, 0.1989],
    [30, 2.0, 0.2679],
    [45, 1.414, 0.4142],
    [60, 1.155, 0.5774],
  ])('of %d° offset by the multiplier and shrink by the share of the trade', (angle, multiplier, shrink) => {
    const { betweenMarksMm, shrinkMm } = offsetBend(100, angle);
    expect(betweenMarksMm / 100).toBeCloseTo(multiplier, 3);
    expect(shrinkMm / 100).toBeCloseTo(shrink, 4);
  });

  test('gain at a right angle what 0.4292 R does', () => {
    expect(gainMm(90, 1000)).toBeCloseTo(429.2, 1);
    expect(gainMm(0, 1000)).toBe(0);
  });

  test('bent as marked come out at their corners: the pipe walked along, arc by arc', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 700, max: 4000 }), fc.integer({ min: 5, max: 90 }), fc.boolean()),
          { minLength: 1, maxLength: 5 },
        ),
        fc.integer({ min: 700, max: 3000 }),
        fc.integer({ min: 80, max: 340 }),
        (parts, last, radius) => {
          const straights = [...parts.map(([length]) => length), last];
          const { bends, cutMm, tight } = bentPipe(
            straights,
            parts.map(([, angle]) => angle),
            radius,
          );
          expect(tight).toEqual([]);
          // Straight on to each mark, then round the bend; and past the last to the end of the pipe.
          let [x, y, heading, at] = [0, 0, 0, 0];
          const forward = (by: number) => {
            x += by * Math.cos(heading);
            y += by * Math.sin(heading);
            at += by;
          };
          bends.forEach(({ markMm, angleDeg }, index) => {
            forward(markMm - at);
            const angle = ((parts[index]?.[2] === true ? -1 : 1) * angleDeg * Math.PI) / 180;
            const steps = 2000;
            for (let step = 0; step < steps; step++) {
              heading += angle / steps / 2;
              forward((radius * Math.abs(angle)) / steps);
              heading += angle / steps / 2;
            }
          });
          forward(cutMm - at);
          // The same way by its corners.
          let [cx, cy, turn] = [0, 0, 0];
          straights.forEach((length, index) => {
            cx += length * Math.cos(turn);
            cy += length * Math.sin(turn);
            const part = parts[index];
            if (part !== undefined) turn += ((part[2] ? -1 : 1) * part[1] * Math.PI) / 180;
          });
          expect(Math.hypot(x - cx, y - cy)).toBeLessThan(0.01);
        },
      ),
      { seed: 8, numRuns: 200 },
    );
  });

  test('that have no room on their straights are named', () => {
    expect(bentPipe([1000, 150, 1000], [90, 90], 100).tight).toEqual([1]);
    expect(bentPipe([50, 1000], [90], 100).tight).toEqual([0]);
    expect(bentPipe([1000, 1000], [90], 100).tight).toEqual([]);
  });
});

describe('pull boxes', () => {
  // NEC 314.28(A), worked: 8 × 3 in = 24 in straight; 6 × 3 + 2 + 2 = 22 in for an angle; 6 × 3 = 18 in between entries.
  test('are as the code counts them', () => {
    expect(inchFromMm(straightPullMm(['3', '2']))).toBeCloseTo(24, 9);
    expect(inchFromMm(anglePullMm([['3', '2', '2']]))).toBeCloseTo(22, 9);
    // Each row by itself: 6 × 2 + 1 1/4 × 4 = 17 in beats 6 × 2 1/2 = 15 in.
    expect(inchFromMm(anglePullMm([['2-1/2'], ['2', '1-1/4', '1-1/4', '1-1/4', '1-1/4']]))).toBeCloseTo(
      17,
      9,
    );
    expect(inchFromMm(betweenEntriesMm(['3', '1']))).toBeCloseTo(18, 9);
    expect(inchFromMm(tradeMm('1-1/4'))).toBeCloseTo(1.25, 9);
    expect([straightPullMm([]), anglePullMm([])]).toEqual([0, 0]);
  });
});

describe('supports', () => {
  test('stand within the first distance of each end and never further apart than allowed', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 60_000, noNaN: true }), (length) => {
        const at = supportsMm(length, 914.4, 3048);
        expect(at.length).toBeGreaterThan(0);
        expect(at[0]).toBeLessThanOrEqual(914.4 + 1e-6);
        expect(length - (at.at(-1) ?? 0)).toBeLessThanOrEqual(914.4 + 1e-6);
        for (let index = 1; index < at.length; index++)
          expect((at[index] ?? 0) - (at[index - 1] ?? 0)).toBeLessThanOrEqual(3048 + 1e-6);
      }),
      { seed: 2, numRuns: 300 },
    );
  });
});

describe('the conduit of a run', () => {
  test('is two pipes in the demo, cut and bent at its eave and its corner', () => {
    const demo = openHoneyHouse();
    const runs: Plan['runs'] = demo.runs.map((run) => ({ ...run, laid: { as: 'conduit', size: '3/4' } }));
    const [run] = runs;
    const plan = run === undefined ? null : pipePlan(prepare({ ...demo, runs }), run);
    // Up the wall 46.5 in, over the eave and 30 in to the hole; across 28 in and 48.75 in up to the box, at a right angle.
    expect(plan?.pipes.map(({ cornersMm }) => inchFromMm(cornersMm))).toEqual([
      expect.closeTo(46.5 + 30, 6),
      expect.closeTo(28 + 48.75, 6),
    ]);
    // The roof’s pitch of 7 in 12 is 30.26° from level: the pipe turns from upright by what is left to it.
    const pitch = (Math.atan2(7, 12) * 180) / Math.PI;
    expect(plan?.pipes[0]?.totalDeg).toBeCloseTo(90 - pitch, 6);
    expect(plan?.pipes[1]?.totalDeg).toBeCloseTo(90, 6);
    expect(plan?.pipes[1]?.cutMm).toBeCloseTo(mmFromInch(28 + 48.75) - gainMm(90, mmFromInch(4.5)), 6);
    expect(plan?.pullPointCount).toBe(0);
  });
});
