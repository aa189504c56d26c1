import { findingsOf } from './check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from './check/prepared.ts';
import { ambientCheck } from './clearance/ambient.ts';
import { besideCheck } from './clearance/beside.ts';
import { handlesCheck } from './clearance/handles.ts';
import { workingSpaceCheck } from './clearance/working-space-check.ts';
import { flushCheck } from './fixing/flush-check.ts';
import { spacingCheck } from './fixing/spacing-check.ts';
import { fixingsCheck } from './fixing/fixings-check.ts';
import { bracketHole, fourHoles } from './gear/new-gear.ts';
import type { Check } from './check/finding.ts';
import type { Plan } from './plan/plan.ts';
import { mmFromInch } from './quantity/convert.ts';
import { getMaterial } from './site/materials.ts';
import { beside, gear, hang, plan, rectangle, wall } from './test/plans.ts';
import { wirewaySupportsCheck } from './wireway/supports-check.ts';

// What fits just so fits, wherever on the wall it was typed; a hundredth less does not. Limits of the published rules.

const sixteenth = (ticks: number) => mmFromInch(ticks / 16);
const count = ({ check, message }: Exact, of: Plan) =>
  findingsOf(check, prepare(of)).filter((found) => message === undefined || found.message === message).length;
const place = fc.integer({ min: 16 * 40, max: 16 * 120 });

type Exact = {
  readonly name: string;
  /** A plan that misses its limit by so much, made of figures as people type them. */
  readonly make: (ticks: number, shortMm: number) => Plan;
  readonly check: Check;
  /** Where the check has several limits: which. */
  readonly message?: string;
};

const CASES: readonly Exact[] = [
  {
    name: 'supports 60 in apart',
    check: wirewaySupportsCheck,
    // How far the last is from an end is another limit.
    message: 'apart',
    make: (ticks, shortMm) => {
      const from = sixteenth(ticks) - mmFromInch(80);
      const holes = [bracketHole('a', from, 0, 5), bracketHole('b', from + mmFromInch(60) + shortMm, 0, 5)];
      const widthMm = 2 * (Math.abs(from) + 1800);
      return plan({
        gearTypes: [gear('t', { kind: 'wireway', widthMm, bracketHoles: holes })],
        placements: [hang('w1', 't', 'w', 2500, 1000)],
      });
    },
  },
  {
    name: 'a gap of 8 in',
    check: besideCheck,
    make: (ticks, shortMm) =>
      plan({
        gearTypes: [
          gear('t', {
            widthMm: mmFromInch(24),
            rules: [beside('r', { distance: { value: 8, unit: 'in' } })],
          }),
        ],
        placements: [
          hang('a', 't', 'w', sixteenth(ticks), 1500),
          hang('b', 't', 'w', sixteenth(ticks) + mmFromInch(32) - shortMm, 1500),
        ],
      }),
  },
  {
    name: 'a handle at 79 in',
    check: handlesCheck,
    make: (ticks, shortMm) => {
      const upMm = sixteenth(ticks) / 4;
      const yMm = mmFromInch(79) - upMm + 500 + shortMm;
      return plan({
        codeBasis: 'us',
        faces: [wall('w', rectangle(5000, 4000))],
        gearTypes: [gear('t', { handles: [{ id: 'h', name: 'H', upMm }] })],
        placements: [hang('a', 't', 'w', 2000, yMm)],
      });
    },
  },
  {
    name: 'a gangway of 700 mm',
    check: workingSpaceCheck,
    make: (ticks, shortMm) =>
      plan({
        faces: [wall('w', rectangle(9000, 2500), { roomInFrontMm: 700 + sixteenth(ticks) / 10 - shortMm })],
        gearTypes: [gear('t', { depthMm: sixteenth(ticks) / 10 })],
        placements: [hang('a', 't', 'w', 2000, 1500)],
      }),
  },
  {
    name: 'a hollow as deep as is needed',
    check: flushCheck,
    make: (ticks, shortMm) => {
      const behindMm = sixteenth(ticks) / 20;
      const face = wall('w', rectangle(5000, 2500), { material: 'material-plywood' });
      if (face.shape.kind !== 'outline') throw new Error('no outline');
      const panel = getMaterial('material-plywood').thicknessMm;
      const wiresMm = 25.4;
      const thicknessMm = panel + Math.max(0, behindMm - panel) + wiresMm - shortMm;
      const flush = {
        cutWidthMm: 100,
        cutHeightMm: 100,
        cornerHoleMm: 0,
        behindMm,
        wiresMm,
        panelMm: { leastMm: 1, mostMm: 30 },
      };
      return plan({
        faces: [{ ...face, shape: { ...face.shape, thicknessMm } }],
        gearTypes: [gear('t', { flush })],
        placements: [{ ...hang('a', 't', 'w', 2000, 1500), isFlush: true as const }],
      });
    },
  },
  {
    name: 'anchors ten diameters apart',
    check: spacingCheck,
    make: (ticks, shortMm) => {
      const x = sixteenth(ticks) / 50;
      const apart = 10 * mmFromInch(0.3125) - shortMm;
      return plan({
        codeBasis: 'us',
        materials: [{ ...getMaterial('material-plywood'), holding: 'masonry-anchor' }],
        gearTypes: [
          gear('t', {
            bracketHoles: [
              bracketHole('a', x, 0, mmFromInch(0.1875)),
              bracketHole('b', x + apart, 0, mmFromInch(0.1875)),
            ],
          }),
        ],
        placements: [hang('a', 't', 'w', 2000, 1500)],
      });
    },
  },
  {
    name: 'air as warm as the nameplate allows',
    check: ambientCheck,
    make: (ticks, shortMm) =>
      plan({
        site: {
          ...plan({}).site,
          conditions: { ...plan({}).site.conditions, designHighTempC: 20 + ticks / 64 + shortMm / 1000 },
        },
        gearTypes: [gear('t', { maxAmbientC: 20 + ticks / 64 })],
        placements: [hang('a', 't', 'w', 2000, 1500)],
      }),
  },
  {
    name: 'fixings used just to what was approved',
    check: fixingsCheck,
    make: (ticks, shortMm) => {
      const massKg = ticks / 16;
      const weightN = massKg * 9.80665 * 1.5;
      const [pull, shear] = [(weightN * 100) / 400 / 2, weightN / 4];
      const factor = 1 - shortMm / 1000;
      // Both approved alike: what is used is the resultant.
      const approved = Math.hypot(pull, shear) * factor;
      return plan({
        materials: [
          {
            ...getMaterial('material-plywood'),
            holding: 'masonry-anchor',
            approvedPullN: approved,
            approvedShearN: approved,
          },
        ],
        gearTypes: [gear('t', { massKg, bracketHoles: fourHoles(300, 400, 5) })],
        placements: [hang('a', 't', 'w', 2000, 1500)],
      });
    },
  },
];

describe('an exact fit', () => {
  test.each(CASES)('$name passes, and fails by a hundredth', (exact) => {
    fc.assert(
      fc.property(place, fc.constantFrom(0, 1e-9, 4e-4, -1e-9, -5), (ticks, shortMm) => {
        expect(count(exact, exact.make(ticks, shortMm))).toBe(0);
      }),
      { seed: 111, numRuns: 60 },
    );
    fc.assert(
      fc.property(place, fc.constantFrom(0.01, 0.5), (ticks, shortMm) => {
        expect(count(exact, exact.make(ticks, shortMm))).toBeGreaterThan(0);
      }),
      { seed: 112, numRuns: 30 },
    );
  });
});
