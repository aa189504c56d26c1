import { framingName } from '../plan/names.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { fourHoles } from '../gear/new-gear.ts';
import type { Framing } from '../plan/framing.ts';
import type { Plan } from '../plan/plan.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { SCREWS, type ScrewSize } from '../reference/fasteners.ts';
import { getMaterial } from '../site/materials.ts';
import { gear, getHung, hang, plan, rectangle, spacedFraming, wall } from '../test/plans.ts';
import { fixingPlanOf } from './fixing-plan.ts';
import { fixingsCheck } from './fixings-check.ts';
import { memberAt } from './hole-fixing.ts';
import { leadHoleMm, leastPenetrationMm, screwStrength, seatOf } from './wood-screw-strength.ts';

const N_PER_LBF = 4.4482216152605;
const PERMANENT = 0.9;

function screw(name: string): ScrewSize {
  const size = SCREWS.rows.find((each) => each.name === name);
  if (size === undefined) throw new Error(name);
  return size;
}

/** The yield limit equations written down again from NDS 12.3-1 to 12.3-10, with G = 0.5 and a 0.12 in bracket of 61,850 psi. */
function lateralN(name: string, angleDeg: number, bearingIn: number): number {
  const { shankIn, rootIn: d, yieldPsi } = screw(name);
  const [fePar, fePerp] = [11200 * 0.5, (6100 * 0.5 ** 1.45) / Math.sqrt(shankIn)];
  const [s, c] = [Math.sin((angleDeg * Math.PI) / 180) ** 2, Math.cos((angleDeg * Math.PI) / 180) ** 2];
  const fem = (fePar * fePerp) / (fePar * s + fePerp * c);
  const [re, rt] = [fem / 61850, bearingIn / 0.12];
  const k1 =
    (Math.sqrt(re + 2 * re * re * (1 + rt + rt * rt) + rt * rt * re ** 3) - re * (1 + rt)) / (1 + re);
  const k2 =
    -1 + Math.sqrt(2 * (1 + re) + (2 * yieldPsi * (1 + 2 * re) * d * d) / (3 * fem * bearingIn ** 2));
  const k3 = -1 + Math.sqrt((2 * (1 + re)) / re + (2 * yieldPsi * (2 + re) * d * d) / (3 * fem * 0.12 ** 2));
  const kTheta = 1 + (0.25 * angleDeg) / 90;
  const kd = d <= 0.17 ? 2.2 : 10 * d + 0.5;
  const rd = (factor: number) => (d < 0.25 ? kd : factor) * kTheta;
  return (
    PERMANENT *
    N_PER_LBF *
    Math.min(
      (d * bearingIn * fem) / rd(4),
      (d * 0.12 * 61850) / rd(4),
      (k1 * d * 0.12 * 61850) / rd(3.6),
      (k2 * d * bearingIn * fem) / ((1 + 2 * re) * rd(3.2)),
      (k3 * d * 0.12 * fem) / ((2 + re) * rd(3.2)),
      (d * d * Math.sqrt((2 * fem * yieldPsi) / (3 * (1 + re)))) / rd(3.2),
    )
  );
}

const seat = (inches: number) => ({
  threadMm: mmFromInch(inches),
  bearingMm: mmFromInch(inches),
  penetrationMm: mmFromInch(inches),
});

describe('a lag from the side', () => {
  // NDS 12.3.3 and Table 12.3.1B, G = 0.50, 8 D in the wood, permanent load: along and across the grain, N.
  test.each([
    ['5/16″ lag', 823, 569],
    ['3/8″ lag', 839, 557],
    ['1/2″ lag', 1559, 966],
  ])('of %s carries %i N along the grain and %i N across it', (name, along, across) => {
    const size = screw(name);
    const at = (angle: number) => screwStrength(size, 0.5, seat(8 * size.shankIn), PERMANENT, angle).shearN;
    expect(at(0)).toBeCloseTo(along, -0.4);
    expect(at(90)).toBeCloseTo(across, -0.4);
    for (const angle of [0, 15, 30, 45, 60, 90])
      expect(at(angle)).toBeCloseTo(lateralN(name, angle, 8 * size.shankIn), 6);
  });

  test('of a wood screw below a quarter inch carries the same whatever the angle', () => {
    const size = screw('#10 wood screw');
    const at = (angle: number) => screwStrength(size, 0.5, seat(2), PERMANENT, angle).shearN;
    expect(at(90)).toBe(at(0));
  });
});

describe('how a screw sits in wood', () => {
  test('counts no thread beyond the member: a 3/8 in lag in 38.1 mm pulls at most 1,831 N', () => {
    // NDS Table 12.2A: 305 lb for each inch at G = 0.50; an inch and a half of it is all there is.
    const lag = screw('3/8″ lag');
    for (const length of [1.5, 2, 2.5, 3, 4, 6]) {
      const { threadMm } = seatOf(lag, mmFromInch(length), mmFromInch(0.12), 38.1);
      expect(threadMm).toBeLessThanOrEqual(38.1);
      const { pullN } = screwStrength(
        lag,
        0.5,
        { threadMm, bearingMm: 38.1, penetrationMm: 38.1 },
        PERMANENT,
        0,
      );
      expect(pullN).toBeLessThan(1835);
    }
    expect(screwStrength(lag, 0.5, seatOf(lag, 100, 3, 20), PERMANENT, 0)).toEqual({ pullN: 0, shearN: 0 });
  });

  test('never has more thread, bearing or penetration than there is wood, or screw', () => {
    const sizes = fc.constantFrom(...SCREWS.rows);
    const mm = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(sizes, mm(200), mm(60), mm(160), (size, lengthMm, overMm, depthMm) => {
        const { threadMm, bearingMm, penetrationMm } = seatOf(size, lengthMm, overMm, depthMm);
        for (const figure of [threadMm, bearingMm, penetrationMm]) {
          expect(figure).toBeGreaterThanOrEqual(0);
          expect(figure).toBeLessThanOrEqual(depthMm + 1e-9);
          expect(figure).toBeLessThanOrEqual(Math.max(0, lengthMm - overMm) + 1e-9);
        }
      }),
      { seed: 81, numRuns: 400 },
    );
  });

  test.each([
    ['1/4″ lag', 4],
    ['5/16″ lag', 4],
    ['1/2″ lag', 4],
    ['#8 wood screw', 6],
    ['#14 wood screw', 6],
  ])('of %s has no value below %i shanks and one from there on', (name, shanks) => {
    // NDS 12.1.4.6 (lags, without the tip) and 12.1.5.6 (wood screws, with it).
    const size = screw(name);
    const leastMm = shanks * mmFromInch(size.shankIn);
    expect(leastPenetrationMm(size)).toBeCloseTo(leastMm, 9);
    const at = (mm: number) =>
      screwStrength(size, 0.5, { threadMm: mm, bearingMm: mm, penetrationMm: mm }, 1, 90);
    expect(at(leastMm - 0.01)).toEqual({ pullN: 0, shearN: 0 });
    expect(at(leastMm).shearN).toBeGreaterThan(0);
    expect(at(leastMm).pullN).toBeGreaterThan(0);
  });

  test('takes the lead holes of NDS 12.1.4.2 by the density of the wood', () => {
    const lag = screw('3/8″ lag');
    const ratios = (gravity: number) =>
      leadHoleMm(lag, gravity).map((mm) => Math.round((mm / 9.525) * 100) / 100);
    expect([0.42, 0.5, 0.55, 0.6, 0.67].map(ratios)).toEqual([
      [0.4, 0.7],
      [0.4, 0.7],
      [0.6, 0.75],
      [0.6, 0.75],
      [0.65, 0.85],
    ]);
  });
});

/** Gypsum over one kind of framing, with a unit of four lags whose left holes are at (x − 150, y) and 400 lower. */
function over(framing: Partial<Framing>, at: readonly [number, number], more: Partial<Plan> = {}): Plan {
  const face = wall('w', rectangle(5000, 2500), { material: 'material-gypsum' });
  if (face.shape.kind !== 'outline') throw new Error('no outline');
  const members = spacedFraming('f', 'members', 'stud', 38, [400, 400], {
    specificGravity: 0.5,
    memberDepthMm: 140,
  });
  return plan({
    codeBasis: 'us',
    materials: [getMaterial('material-gypsum')],
    faces: [{ ...face, shape: { ...face.shape, framing: [{ ...members, ...framing }] } }],
    gearTypes: [gear('t', { bracketHoles: fourHoles(400, 400, mmFromInch(0.21)), massKg: 30, depthMm: 100 })],
    placements: [hang('a', 't', 'w', at[0], at[1])],
    ...more,
  });
}

describe('lags in members that run across the load', () => {
  const purlins: Partial<Framing> = { axis: 'horizontal', role: 'purlin', memberWidthMm: 90 };
  // Two purlins 400 apart, at 1100 and 1500; the lags are 3/8 in.
  const at = (yMm: number) =>
    over({ ...purlins, at: { kind: 'listed', centresMm: [1100, 1500] } }, [1000, yMm]);
  const kinds = (of: Plan) =>
    fixingPlanOf(prepare(of), getHung(prepare(of), 'a'))?.holes.map(({ kind }) => kind);

  test('keep 4 D, 38.1 mm, to the loaded lower edge and 1.5 D to the upper one', () => {
    // NDS Table 12.5.1C. The purlin’s edges are 45 from its middle.
    expect(kinds(at(1500 - 6.8))).toEqual(Array(4).fill('lag-in-member'));
    expect(kinds(at(1500 - 7))).toEqual(Array(4).fill('nothing'));
    expect(kinds(at(1500 + 30.6))).toEqual(Array(4).fill('lag-in-member'));
    expect(kinds(at(1500 + 30.8))).toEqual(Array(4).fill('nothing'));
  });

  test('carry what they carry across the grain', () => {
    const prepared = prepare(at(1500));
    const [hole] = fixingPlanOf(prepared, getHung(prepared, 'a'))?.holes ?? [];
    expect(hole?.screw?.name).toBe('3/8″ lag');
    expect(hole?.strength?.shearN).toBeCloseTo(557, -0.4);
    const studs = prepare(over({}, [1000, 1500]));
    const [upright] = fixingPlanOf(studs, getHung(studs, 'a'))?.holes ?? [];
    expect(upright?.strength?.shearN).toBeCloseTo(839, -0.4);
  });

  test('keep 4 D to the end of a member, and 7 D to the end that the load pushes towards', () => {
    const members = [
      { framing: framingName('f', 'm'), framingId: 'm', role: 'stud', index: 0, axis: 'vertical', nominalMm: 0, centreMm: 0, isFound: false, toleranceMm: 0, widthMm: 90, fromMm: 0, toMm: 1000, mayBore: false } as const, // prettier-ignore
    ];
    const down = { left: 0, right: 0, up: 0, down: 100 };
    const meets = (y: number) => memberAt({ face: { members } }, [0, y], 10, down) !== null;
    expect([69.9, 70, 960, 960.1].map(meets)).toEqual([false, true, true, false]);
  });
});

describe('screws that go in too little', () => {
  test('are found in a thin member, with what is needed', () => {
    const [finding] = findingsOf(fixingsCheck, prepare(over({ memberDepthMm: 20 }, [1000, 1500])));
    expect(finding).toMatchObject({ message: 'too-shallow', severity: 'fix' });
    expect(finding?.measured?.value).toBeCloseTo(20, 6);
    expect(finding?.required?.value).toBeCloseTo(38.1, 6);
  });

  test('in a sheet are asked about once, unless somebody approved a load for it', () => {
    const plywood = getMaterial('material-plywood');
    const of = (more: object) =>
      over({ role: 'seam' }, [1000, 1500], { materials: [{ ...plywood, id: 'material-gypsum', ...more }] });
    expect(
      findingsOf(fixingsCheck, prepare(of({}))).map(({ message, severity }) => [message, severity]),
    ).toEqual([['no-value', 'ask']]);
    expect(findingsOf(fixingsCheck, prepare(of({ approvedPullN: 900, approvedShearN: 900 })))).toEqual([]);
  });

  test('ask for the depth of framing that nobody stated, and for a pilot that does not suit the wood', () => {
    const messages = (of: Plan) => findingsOf(fixingsCheck, prepare(of)).map(({ message }) => message);
    expect(messages(over({ memberDepthMm: 0 }, [1000, 1500]))).toEqual(['depth-unknown']);
    // 0.21 in for a 3/8 in lag is 0.56 of its shank: from G above 0.5 on, 0.60 to 0.75 are asked for.
    expect(messages(over({ specificGravity: 0.55 }, [1000, 1500]))).toEqual(['lead']);
    expect(messages(over({}, [1000, 1500]))).toEqual([]);
  });
});
