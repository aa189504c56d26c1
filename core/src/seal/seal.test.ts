import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { cables } from '../test/plans.ts';
import type { Plan } from '../plan/plan.ts';
import type { Pass } from '../plan/run.ts';
import { inchFromMm, mmFromInch } from '../quantity/convert.ts';
import { findPassSides } from './pass-sides.ts';
import { passFramingCheck } from './framing-check.ts';
import { glandCheck } from './gland-check.ts';
import { isPassClear, passSpot } from './pass-spot.ts';

function withPass(more: Partial<Pass>): Plan {
  const demo = honeyHouse();
  return { ...demo, passes: demo.passes.map((pass) => ({ ...pass, ...more })) };
}

const messages = (plan: Plan) => findingsOf(passFramingCheck, prepare(plan)).map(({ message }) => message);

describe('passFramingCheck', () => {
  test('wants half the member, half the hole and the margin between centres', () => {
    // By hand: 1 1/2 in ÷ 2 + 13/16 in ÷ 2 + 20 mm = 19.05 + 10.31875 + 20 mm.
    const [finding] = findingsOf(passFramingCheck, prepare(honeyHouse()));
    expect(finding?.required?.value).toBeCloseTo(49.36875, 6);
  });

  test('passes a hole midway between trusses, from either side', () => {
    expect(messages(withPass({ xMm: mmFromInch(108) }))).toEqual([]);
    expect(messages(withPass({ face: 'roof-top', xMm: mmFromInch(168 - 108) }))).toEqual([]);
    expect(messages(withPass({ face: 'roof-top', xMm: mmFromInch(168 - 96) }))).toEqual(['on-framing']);
  });

  test('finds a hole that comes out under the flue, and one off the face', () => {
    expect(messages(withPass({ xMm: mmFromInch(35), yMm: mmFromInch(65) }))).toEqual(['covered', 'covered']);
    expect(messages(withPass({ xMm: mmFromInch(107), yMm: mmFromInch(-4) }))).toEqual([
      'off-face',
      'off-face',
    ]);
  });
});

describe('passSpot', () => {
  test('finds the clear spot nearest to the middle, off trusses and vents on both sides', () => {
    const prepared = prepare({ ...honeyHouse(), passes: [] });
    const pass = { id: 'new', name: 'New', face: 'roof-underside', gland: 'M20', glandCount: 1 } as const;
    const [xMm, yMm] = passSpot(prepared, pass);
    const sides = findPassSides(prepared, { ...pass, xMm, yMm });
    if (sides === null) throw new Error('no other side');
    expect(isPassClear(prepared, sides)).toBe(true);
    // The middle (84, 54) lies under the plumbing vent; nothing clear is nearer than this.
    expect(Math.hypot(inchFromMm(xMm) - 84, inchFromMm(yMm) - 54)).toBeLessThan(10);
  });
});

describe('glandCheck', () => {
  const found = (plan: Plan) => findingsOf(glandCheck, prepare(plan)).map(({ message }) => message);
  const withCable = (cableDiameterMm: number): Plan => {
    const demo = withPass({ xMm: mmFromInch(108), glandCount: 1 });
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
    const glands = (glandCount: number) => demo.passes.map((pass) => ({ ...pass, glandCount }));
    expect(found({ ...demo, passes: glands(2), runs: [...demo.runs, ...second] })).toEqual([]);
    expect(found({ ...demo, passes: glands(3), runs: [...demo.runs, ...second] })).toEqual(['spare']);
    expect(found({ ...demo, runs: demo.runs.map((run) => ({ ...run, circuits: [] })) })).toEqual(['unknown']);
  });
});
