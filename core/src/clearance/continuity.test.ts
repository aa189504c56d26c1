import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { evaluatePlan } from '../evaluate.ts';
import { RULE_SIDES, type ClearanceRule } from '../plan/gear-type.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { beside, gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { aroundCheck } from './around.ts';
import { besideCheck } from './beside.ts';
import { clearanceMatrix } from './matrix.ts';
import { overlapCheck } from './overlap.ts';
import { stackedCheck } from './stacked.ts';
import { cases } from '../test/cases.ts';

/** What is said of two pieces: too close by how many checks, and whether one covers the other. */
function said(of: Plan): { readonly tooClose: number; readonly overlap: number } {
  const prepared = prepare(of);
  return {
    tooClose: [besideCheck, stackedCheck, aroundCheck].reduce(
      (sum, check) =>
        sum + findingsOf(check, prepared).filter(({ message }) => message === 'too-close').length,
      0,
    ),
    overlap: findingsOf(overlapCheck, prepared).length,
  };
}

function pair(
  rule: ClearanceRule,
  size: readonly [number, number],
  a: readonly [number, number],
  b: readonly [number, number],
): Plan {
  const [widthMm, heightMm] = size;
  return plan({
    faces: [wall('w', rectangle(20_000, 20_000))],
    gearTypes: [gear('t', { widthMm, heightMm, dropMm: heightMm, rules: [rule] })],
    placements: [hang('a', 't', 'w', ...a), hang('b', 't', 'w', ...b)],
  });
}

const inch = (value: number) => mmFromInch(value);

describe('gear that touches', () => {
  test('has a gap of nothing, not none: 24 in wide at 91 1/4 and 115 1/4, six inches asked for', () => {
    const rule = beside('r', { distance: { value: 6, unit: 'in' } });
    const of = pair(rule, [inch(24), inch(30)], [inch(91.25), 2000], [inch(115.25), 2000]);
    const [finding] = findingsOf(besideCheck, prepare(of));
    expect(finding?.measured?.value).toBe(0);
    expect(finding?.required?.value).toBeCloseTo(152.4, 9);
    expect(
      clearanceMatrix(prepare(of))
        .filter(({ way }) => way !== 'front')
        .map(({ measuredMm, isMet }) => [measuredMm, isMet]),
    ).toEqual([[0, false]]);
    expect(said(of)).toEqual({ tooClose: 1, overlap: 0 });
  });

  test('as two batteries, has none of the three feet the residential code asks for', () => {
    const of: Plan = {
      ...pair(
        beside('none', { side: 'above' }),
        [inch(24), inch(30)],
        [inch(91.25), 2000],
        [inch(115.25), 2000],
      ),
      codeBasis: 'us',
    };
    const batteries = {
      ...of,
      gearTypes: of.gearTypes.map((type) => ({ ...type, kind: 'battery' as const, rules: [] })),
    };
    expect(evaluatePlan(batteries).findings.filter(({ check }) => check === 'clearance.beside')).toHaveLength(
      1,
    );
  });
});

describe('two pieces on one face, whatever rule there is', () => {
  const eighth = fc.integer({ min: 8, max: 400 }).map((ticks) => inch(ticks / 8));
  const place = fc.integer({ min: 400, max: 800 }).map((ticks) => inch(ticks / 8));
  /** From well apart through a touch into each other, in steps that fall on and beside every border. */
  const gaps = fc.oneof(
    fc.constantFrom(0, 1e-13, -1e-13, 1e-9, -1e-9, 1e-6, -1e-6, 4e-4, -4e-4, TOUCH_MM, -TOUCH_MM),
    fc.double({ min: -0.02, max: 0.02, noNaN: true }),
    fc.double({ min: -300, max: 600, noNaN: true }),
  );

  test('is just one of clear, too close and overlapping, continuously through nothing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('beside', 'above', 'any'),
        fc.tuple(eighth, eighth),
        fc.tuple(place, place),
        gaps,
        fc.double({ min: -0.4, max: 0.4, noNaN: true }),
        fc.integer({ min: 1, max: 300 }),
        (side, [w, h], [x, y], wantedMm, shift, ruleMm) => {
          // Never so far in that it comes out on the other side.
          const gapMm = Math.max(wantedMm, -Math.min(w, h) / 2);
          const rule = beside('r', {
            side,
            counterpart: 'any-gear',
            distance: { value: ruleMm, unit: 'mm' },
          });
          const isUp = side === 'above';
          // b is right of a, or over it, by the gap; shifted along the other way by less than half of it.
          const b = isUp
            ? ([x + shift * w, y + h + gapMm] as const)
            : ([x + w + gapMm, y + shift * h] as const);
          const { tooClose, overlap } = said(pair(rule, [w, h], [x, y], b));
          const expected =
            gapMm < -1.01 * TOUCH_MM
              ? { tooClose: 0, overlap: 1 }
              : gapMm > ruleMm - 0.99 * TOUCH_MM
                ? { tooClose: 0, overlap: 0 }
                : { tooClose: 1, overlap: 0 };
          // Right at a border either side of it may be said; never neither, never both.
          const isAtBorder = [-TOUCH_MM, ruleMm - TOUCH_MM].some(
            (at) => Math.abs(gapMm - at) < 0.02 * TOUCH_MM,
          );
          if (isAtBorder) expect(tooClose + overlap).toBeLessThanOrEqual(1);
          else expect({ tooClose, overlap }).toEqual(expected);
        },
      ),
      { seed: 101, numRuns: cases(1500, 700) },
    );
  });

  test('past a corner is too close to a rule for every way by the straight line, and never falls between checks', () => {
    const near = fc.oneof(
      fc.constantFrom(0, -1e-13, 1e-13, -4e-4, 4e-4),
      fc.double({ min: 0.01, max: 200, noNaN: true }),
    );
    fc.assert(
      fc.property(near, near, fc.integer({ min: 1, max: 250 }), (dx, dy, ruleMm) => {
        const rule = beside('r', {
          side: 'any',
          counterpart: 'any-gear',
          distance: { value: ruleMm, unit: 'mm' },
        });
        const { tooClose, overlap } = said(pair(rule, [400, 600], [1000, 1000], [1400 + dx, 1600 + dy]));
        const apart = Math.hypot(Math.max(0, dx), Math.max(0, dy));
        expect({ tooClose, overlap }).toEqual({ tooClose: apart < ruleMm - TOUCH_MM ? 1 : 0, overlap: 0 });
      }),
      { seed: 102, numRuns: 400 },
    );
  });

  test('every side that a rule may name is looked at somewhere', () => {
    expect([...RULE_SIDES]).toEqual(['beside', 'above', 'below', 'front', 'any']);
  });
});

describe('gear that touches around a corner, or an obstacle', () => {
  test('has a gap of nothing there too', () => {
    const rule = beside('r', { side: 'any', counterpart: 'any-gear', distance: { value: 100, unit: 'mm' } });
    fc.assert(
      fc.property(fc.constantFrom(-1e-9, 0, 1e-9, 5e-4), (off) => {
        const of = plan({
          faces: [wall('w', rectangle(4000, 2500)), wall('v', rectangle(3000, 2500))],
          folds: [{ id: 'f', a: { face: 'w', edge: 1 }, b: { face: 'v', edge: 3 }, towardViewerDeg: 90 }],
          gearTypes: [gear('t', { rules: [rule] }), gear('bare', { kind: 'other' })],
          // a ends 200 before the corner; b stands out 200 from the other wall, over a’s depth.
          placements: [hang('a', 't', 'w', 3600 + off, 1500), hang('b', 'bare', 'v', 200, 1500)],
        });
        const found = findingsOf(aroundCheck, prepare(of));
        expect(found.map(({ message }) => message)).toEqual(['too-close']);
        expect(found[0]?.measured?.value).toBeLessThan(TOUCH_MM);
      }),
    );
  });
});
