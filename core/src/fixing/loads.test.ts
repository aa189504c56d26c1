import { faceName } from '../plan/names.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix3, Vector3 } from 'three';
import { prepare } from '../check/prepared.ts';
import { foldOf } from '../demo/parts.ts';
import { fourHoles } from '../gear/new-gear.ts';
import type { Face, Stand } from '../plan/face.ts';
import type { Plan } from '../plan/plan.ts';
import { FIRST_CONDITIONS } from '../plan/conditions.ts';
import { faceOf, gear, getHung, hang, plan, rectangle, wall } from '../test/plans.ts';
import { liftsOf } from './lift.ts';
import { fixingLoadOf } from './loads.ts';

const WEIGHT_N = 40 * 9.80665;

/** A wall and one more face that stands by itself, with 40 kg hung on it: 100 deep, four holes 300 by 400 about its middle. */
function standing(stands: Stand, more: Partial<Plan> = {}, face: Partial<Face> = {}): Plan {
  const type = gear('t', { bracketHoles: fourHoles(300, 400, 5), massKg: 40, depthMm: 100 });
  return plan({
    faces: [
      wall('w', rectangle(5000, 2500)),
      {
        ...faceOf({ id: 'f', name: 'Face', points: rectangle(3000, 3000), thicknessMm: 10, stands }),
        ...face,
      },
    ],
    gearTypes: [type],
    placements: [hang('a', 't', 'f', 1500, 1700)],
    ...more,
  });
}

function loadOf(of: Plan) {
  const prepared = prepare(of);
  const load = fixingLoadOf(prepared, getHung(prepared, 'a'));
  if (load === null) throw new Error('no holes');
  return load;
}

const at = (tiltDeg: number, turnDeg = 0): Stand => ({ originMm: [0, -3000, 2500], turnDeg, tiltDeg });

describe('the load on fixings', () => {
  test('of 40 kg on a ceiling is 147 N straight out of each of four holes, and nothing along it', () => {
    // Statics: 40 kg × 9.80665 × 1.5 ÷ 4.
    const load = loadOf(standing(at(-90)));
    expect(load.shearN).toBeCloseTo(0, 9);
    for (const { pullN } of load.onHole.values()) expect(pullN).toBeCloseTo(147.1, 3);
  });

  test('of the same on a floor rests on it, and on an upright wall is what it was', () => {
    const floor = loadOf(standing(at(90)));
    expect([floor.shearN, floor.mostPullN].map((n) => Math.round(n * 1e6))).toEqual([0, 0]);
    const upright = loadOf(standing(at(0)));
    expect(upright.shearN).toBeCloseTo((WEIGHT_N * 1.5) / 4, 9);
    expect(upright.mostPullN).toBeCloseTo((WEIGHT_N * 1.5 * 50) / 400 / 2, 9);
  });

  test('on any slope is the weight resolved along it and out of it, as a rotated vector says', () => {
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), fc.integer({ min: -180, max: 180 }), (tilt, turn) => {
        const load = loadOf(standing(at(tilt, turn)));
        // The wall’s own axes, turned as a matrix of a 3-D library turns them: tilted back about its right.
        const c = Math.cos((tilt * Math.PI) / 180);
        const s = Math.sin((tilt * Math.PI) / 180);
        const turned = new Matrix3().set(1, 0, 0, 0, c, s, 0, -s, c);
        const up = new Vector3(0, 0, 1).applyMatrix3(turned);
        const out = new Vector3(0, -1, 0).applyMatrix3(turned);
        const downN = WEIGHT_N * 1.5;
        const along = downN * Math.abs(up.z);
        const pull = Math.max(0, -downN * out.z);
        expect(load.shearN).toBeCloseTo(along / 4, 6);
        // Two rows 400 apart: what pulls out is shared, what acts along it 50 mm out turns the far row out.
        expect(load.mostPullN).toBeCloseTo(pull / 4 + (along * 50) / 400 / 2, 6);
        const all = [...load.onHole.values()].map(({ pullN }) => pullN);
        expect(Math.min(...all)).toBeGreaterThanOrEqual(0);
      }),
      { seed: 82, numRuns: 150 },
    );
  });

  test('in a moving body is jolted up and down too: gear on its floor is pulled off by 3 g', () => {
    const site = { ...plan({}).site, setting: 'mobile' as const };
    const floor = loadOf(standing(at(90), { site }));
    // 3 g up ÷ 4, and 1.5 g along and across at 50 mm, over 400 and 300 between two rows of two.
    expect(floor.mostPullN).toBeCloseTo(
      (WEIGHT_N * 3) / 4 + (WEIGHT_N * 1.5 * 50) / 400 / 2 + (WEIGHT_N * 1.5 * 50) / 300 / 2,
      6,
    );
    expect(floor.shearN).toBeCloseTo((WEIGHT_N * Math.hypot(1.5, 1.5)) / 4, 6);
  });

  test('has snow on what looks up outside, by the body as seen from above, and none under an overhang', () => {
    const snow = (tilt: number, side: Face['side'] = 'outside') => {
      const site = { ...plan({}).site, conditions: { ...FIRST_CONDITIONS, snowLoadPa: 1000 } };
      return loadOf(standing(at(tilt), { site }, { side })).shearN * 4;
    };
    const dry = (tilt: number) => loadOf(standing(at(tilt))).shearN * 4;
    // Upright: 400 wide and 100 deep is 0.04 m²; at 30° from level (tilt 60) 400·600·cos 30° and 400·100·sin 30°.
    expect(snow(0) - dry(0)).toBeCloseTo(40, 6);
    const seen = 0.24 * Math.cos(Math.PI / 6) + 0.04 * Math.sin(Math.PI / 6);
    expect(snow(60) - dry(60)).toBeCloseTo(1000 * seen * Math.sin(Math.PI / 6), 6);
    expect(snow(0, 'inside')).toBeCloseTo(dry(0), 9);
    expect(snow(-60)).toBeCloseTo(dry(-60), 9);
  });

  test('of a board is that of all on it, each as far out as it stands', () => {
    const board = gear('b', { kind: 'board', widthMm: 900, heightMm: 900, depthMm: 20, dropMm: 700, massKg: 10, bracketHoles: fourHoles(800, 400, 5) }); // prettier-ignore
    const unit = gear('u', { depthMm: 200, massKg: 30 });
    const of = plan({
      gearTypes: [board, unit],
      placements: [hang('a', 'b', 'w', 2000, 1500), { ...hang('c', 'u', 'w', 2000, 1500), on: 'a' }],
    });
    const prepared = prepare(of);
    const [own, on] = [getHung(prepared, 'a'), getHung(prepared, 'c')];
    const load = fixingLoadOf(prepared, own, [own, on]);
    // 10 kg at 10 mm and 30 kg at 20 + 100 mm.
    const couple = 9.80665 * 1.5 * (10 * 10 + 30 * 120);
    expect(load?.mostPullN).toBeCloseTo(couple / 400 / 2, 6);
  });
});

describe('lifting', () => {
  test('to a ceiling 2,500 mm up wants a platform, not hands at 675 mm', () => {
    const prepared = prepare(standing(at(-90)));
    const [lift] = liftsOf(prepared, getHung(prepared, 'a'));
    // The body hangs from 2,400 to 2,500; hands a quarter up, at 2,425, reach 1,750 by themselves.
    expect(lift?.platformMm).toBeCloseTo(2425 - 1750, 6);
    expect(lift?.by).not.toBe('one');
    expect(lift?.working.inputs.find(({ symbol }) => symbol === 'V₂')?.value.value).toBe(1750);
  });

  test('counts from the floor as it was found: 70 mm lower there is 70 mm more', () => {
    const reach = (floorRiseDeg: number | null) => {
      const face = wall('w', rectangle(5000, 2500));
      if (face.shape.kind !== 'outline') throw new Error('no outline');
      const asFound = { ...face.shape.asFound, floorRiseDeg };
      const of = plan({
        faces: [{ ...face, shape: { ...face.shape, asFound } }],
        gearTypes: [gear('t')],
        placements: [hang('a', 't', 'w', 2000, 1500)],
      });
      const prepared = prepare(of);
      const [lift] = liftsOf(prepared, getHung(prepared, 'a'));
      return lift?.working.inputs.find(({ symbol }) => symbol === 'V₂')?.value.value ?? NaN;
    };
    const fall = -(Math.atan(70 / 2000) * 180) / Math.PI;
    expect(reach(fall) - reach(null)).toBeCloseTo(70, 6);
  });

  test('onto a floor drawn lower than the wall counts from that floor, wherever the face is', () => {
    const of = {
      ...standing(at(-90)),
      faces: [
        ...standing(at(-90)).faces,
        faceOf({ id: 'g', name: 'Pit', points: rectangle(5000, 5000), thicknessMm: 10, stands: { originMm: [-1000, -6000, -400], turnDeg: 0, tiltDeg: 90 } }), // prettier-ignore
      ].map((face) => (face.id === 'g' ? { ...face, kind: 'floor' as const } : face)),
      folds: [foldOf('none', ['w', 0], ['w', 2], 0)].slice(1),
    };
    const prepared = prepare(of);
    const [lift] = liftsOf(prepared, getHung(prepared, 'a'));
    expect(lift?.platformMm).toBeCloseTo(2425 + 400 - 1750, 6);
    expect(lift?.standsOn).toEqual(faceName('g'));
  });
});
