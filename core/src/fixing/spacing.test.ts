import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { bracketHole } from '../gear/new-gear.ts';
import type { Material } from '../plan/material.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { getMaterial } from '../site/materials.ts';
import { gear, hang, plan, rectangle, spacedFraming, wall } from '../test/plans.ts';
import { spacingCheck } from './spacing-check.ts';

const PILOT_OF_5_16 = mmFromInch(0.1875);
const SHANK = mmFromInch(0.3125);

/** Two holes of one unit at x = 1000, `apartMm` above each other, on studs at 1000 unless moved off them. */
function two(apartMm: number, material: Partial<Material> = {}, firstStudMm = 200): Plan {
  const face = wall('w', rectangle(5000, 2500), { material: 'material-gypsum' });
  if (face.shape.kind !== 'outline') throw new Error('no outline');
  return plan({
    codeBasis: 'us',
    materials: [{ ...getMaterial('material-gypsum'), ...material }],
    faces: [
      {
        ...face,
        shape: { ...face.shape, framing: [spacedFraming('s', 'studs', 'stud', 38, [firstStudMm, 400])] },
      },
    ],
    gearTypes: [
      gear('t', {
        bracketHoles: [
          bracketHole('one', 0, 0, PILOT_OF_5_16),
          bracketHole('two', 0, -apartMm, PILOT_OF_5_16),
        ],
      }),
    ],
    placements: [hang('a', 't', 'w', 1000, 1500)],
  });
}

function found(of: Plan) {
  return findingsOf(spacingCheck, prepare(of)).map(({ message, severity }) => [message, severity]);
}

describe('spacing of fixings', () => {
  test('in one stud is at least four shank diameters', () => {
    // NDS 2018, Table 12.5.1E: 4 D between lags; 31.75 mm for a 5/16 in lag.
    expect(found(two(4 * SHANK))).toEqual([]);
    expect(found(two(4 * SHANK - 0.1))).toEqual([['member', 'fix']]);
    const [finding] = findingsOf(spacingCheck, prepare(two(20)));
    expect(finding?.required?.value).toBeCloseTo(31.75, 9);
    expect(finding?.measured?.value).toBeCloseTo(20, 9);
  });

  test('is nobody’s business where the holes meet no member', () => {
    expect(found(two(10, {}, 350))).toEqual([]);
  });

  test('of anchors nearer than ten diameters is asked about', () => {
    const concrete = { holding: 'masonry-anchor' } as const;
    expect(found(two(10 * SHANK, concrete, 350))).toEqual([]);
    expect(found(two(10 * SHANK - 1, concrete, 350))).toEqual([['masonry', 'ask']]);
  });

  test('is found between two pieces once, however many of their holes are too near', () => {
    const of = two(300);
    const narrow = { ...of, gearTypes: of.gearTypes.map((type) => ({ ...type, widthMm: 20 })) };
    const beside = { ...narrow, placements: [...of.placements, hang('b', 't', 'w', 1000, 1520)] };
    const findings = findingsOf(spacingCheck, prepare(beside));
    expect(findings.map(({ subjects }) => subjects.map(({ id }) => id))).toEqual([['a', 'b']]);
  });
});
