import { NEW_PENETRATION, type Penetration } from '../plan/penetration.ts';
import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { openHoneyHouse } from '../test/open-honey-house.ts';
import { cables } from '../test/plans.ts';
import type { Plan } from '../plan/plan.ts';
import { inchFromMm, mmFromInch } from '../quantity/convert.ts';
import { findPenetrationSides } from './penetration-sides.ts';
import { penetrationFramingCheck } from './framing-check.ts';
import { glandCheck } from './gland-check.ts';
import { isPenetrationClear, penetrationSpot } from './penetration-spot.ts';

function withPenetration(more: Partial<Penetration>): Plan {
  const demo = openHoneyHouse();
  return { ...demo, penetrations: demo.penetrations.map((penetration) => ({ ...penetration, ...more })) };
}

const messages = (plan: Plan) =>
  findingsOf(penetrationFramingCheck, prepare(plan)).map(({ message }) => message);

describe('penetrationFramingCheck', () => {
  test('wants half the member, half the hole and the margin between centres', () => {
    const required = (demo: Plan) => findingsOf(penetrationFramingCheck, prepare(demo))[0]?.required?.value;
    // One M20 gland, by hand: 1 1/2 in ÷ 2 + 13/16 in ÷ 2 + 20 mm = 19.05 + 10.31875 + 20 mm.
    expect(required(withPenetration({ entry: { kind: 'gland', gland: 'M20' } }))).toBeCloseTo(49.36875, 6);
    // Under its box six cables of 12 mm lie in a circle of 36 mm; 3 mm all round make 42, the next saw is 1 11/16 in.
    expect(required(openHoneyHouse())).toBeCloseTo(19.05 + 42.8625 / 2 + 20, 6);
  });

  test('passes a hole midway between trusses, from either side', () => {
    expect(messages(withPenetration({ xMm: mmFromInch(108) }))).toEqual([]);
    expect(messages(withPenetration({ face: 'roof-top', xMm: mmFromInch(168 - 108) }))).toEqual([]);
    expect(messages(withPenetration({ face: 'roof-top', xMm: mmFromInch(168 - 96) }))).toEqual([
      'on-framing',
    ]);
  });

  test('finds a hole that comes out under the flue, and one off the face', () => {
    expect(messages(withPenetration({ xMm: mmFromInch(35), yMm: mmFromInch(65) }))).toEqual([
      'covered',
      'covered',
    ]);
    expect(messages(withPenetration({ xMm: mmFromInch(107), yMm: mmFromInch(-4) }))).toEqual([
      'off-face',
      'off-face',
    ]);
  });
});

describe('a hole at the edge of its face', () => {
  // M20, sawn 13/16 in: its rim is 10.31875 mm from its middle, and 20 mm of skin are wanted beside it.
  const at = (offMm: number, more: Partial<Penetration> = {}) =>
    messages(
      withPenetration({ xMm: mmFromInch(108), yMm: offMm, entry: { kind: 'gland', gland: 'M20' }, ...more }),
    );

  test.each([
    [0.5, true],
    [2, true],
    [9, true],
    [20, true],
    [30.3, true],
    [30.31875, false],
    [31, false],
  ])('is told by its rim, on both faces: %s mm off', (offMm, isTold) => {
    expect(at(offMm).filter((message) => message === 'at-edge').length).toBe(isTold ? 2 : 0);
    // From the upper edge, on a face 108 in high.
    const upper = at(mmFromInch(108) - offMm).filter((message) => message === 'at-edge');
    expect(upper.length).toBe(isTold ? 2 : 0);
  });

  test('is moved to a spot that is clear', () => {
    const plan = withPenetration({ xMm: mmFromInch(108), yMm: 9, entry: { kind: 'gland', gland: 'M20' } });
    const found = findingsOf(penetrationFramingCheck, prepare(plan)).find(
      (each) => each.message === 'at-edge',
    );
    const [edit] = found?.fixes[0]?.edits ?? [];
    if (edit?.kind !== 'move-penetration') throw new Error('Nothing is offered.');
    expect(
      messages(withPenetration({ xMm: edit.xMm, yMm: edit.yMm, entry: { kind: 'gland', gland: 'M20' } })),
    ).toEqual([]);
  });
});

describe('penetrationSpot', () => {
  test('finds the clear spot nearest to the middle, off trusses and vents on both sides', () => {
    const prepared = prepare({ ...openHoneyHouse(), penetrations: [] });
    const penetration = {
      id: 'new',
      name: 'New',
      face: 'roof-underside',
      ...NEW_PENETRATION,
      done: [],
    };
    const [xMm, yMm] = penetrationSpot(prepared, penetration);
    const sides = findPenetrationSides(prepared, { ...penetration, xMm, yMm });
    if (sides === null) throw new Error('no other side');
    expect(isPenetrationClear(prepared, sides)).toBe(true);
    // The middle (84, 54) lies under the plumbing vent; nothing clear is nearer than this.
    expect(Math.hypot(inchFromMm(xMm) - 84, inchFromMm(yMm) - 54)).toBeLessThan(10);
  });
});

describe('glandCheck', () => {
  const found = (plan: Plan) => findingsOf(glandCheck, prepare(plan)).map(({ message }) => message);
  const withCable = (cableDiameterMm: number): Plan => {
    const demo = withPenetration({ xMm: mmFromInch(108), entry: { kind: 'gland', gland: 'M20' } });
    return { ...demo, ...cables(demo.runs.map((run) => ({ ...run, cableDiameterMm }))) };
  };

  test('accepts a cable at the ends of the clamping range and refuses one beyond', () => {
    // M20 clamps 6 to 12 mm: typical range, EN 62444 glands, from memory.
    expect([6, 12, 5.9, 12.1].map((cable) => found(withCable(cable)))).toEqual([
      [],
      [],
      ['too-thin'],
      ['too-thick'],
    ]);
  });

  test('asks about a hole nobody uses and refuses two cables in one gland', () => {
    const demo = withCable(8);
    expect(found({ ...demo, runs: [] })).toEqual(['unused']);
    const second = demo.runs.map((run) => ({ ...run, id: 'second' }));
    expect(found({ ...demo, runs: [...demo.runs, ...second] })).toEqual(['shared']);
    // Two glands hold them; of three one is left, which wants a plug.
    const glands = (glandCount: number) =>
      demo.penetrations.map((penetration): Penetration => ({
        ...penetration,
        entry: { kind: 'box', gland: 'M20', glandCount },
      }));
    expect(found({ ...demo, penetrations: glands(2), runs: [...demo.runs, ...second] })).toEqual([]);
    expect(found({ ...demo, penetrations: glands(3), runs: [...demo.runs, ...second] })).toEqual(['spare']);
    expect(found({ ...demo, runs: demo.runs.map((run) => ({ ...run, circuits: [] })) })).toEqual(['unknown']);
  });
});
