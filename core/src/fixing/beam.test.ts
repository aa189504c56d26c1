import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bendBeam, type BeamLoad, type BeamSupport } from './beam.ts';

const L = 1200;
const EI = 200_000 * 72_000;
const P = 500;
const W = 0.8;

/** The other way to the same answer: shear and moment from statics, then slope and deflection summed up in small steps. */
function integrated(lengthMm: number, support: BeamSupport, loads: readonly BeamLoad[], count = 6000) {
  const step = lengthMm / count;
  const forceLeftOf = (x: number) =>
    loads.reduce((sum, load) => {
      if (load.kind === 'point') return sum + (load.atMm < x ? load.forceN * (x - load.atMm) : 0);
      const [from, to] = [Math.min(load.fromMm, x), Math.min(load.toMm, x)];
      return sum + load.forceNPerMm * (to - from) * (x - (from + to) / 2);
    }, 0);
  const whole = loads.reduce(
    (sum, load) => sum + (load.kind === 'point' ? load.forceN : load.forceNPerMm * (load.toMm - load.fromMm)),
    0,
  );
  const about = (x: number) => whole * (lengthMm - x) - forceLeftOf(lengthMm);
  const held =
    support.kind === 'built-in'
      ? { left: 0, right: 0, a: whole, b: 0 }
      : (() => {
          // Moments about the left support give the right reaction.
          const b =
            (whole * (lengthMm - support.leftMm) - forceLeftOf(lengthMm)) /
            (support.rightMm - support.leftMm);
          return { left: support.leftMm, right: support.rightMm, a: whole - b, b };
        })();
  const fixed = support.kind === 'built-in' ? -about(0) : 0;
  const moment = (x: number) =>
    fixed + held.a * Math.max(0, x - held.left) + held.b * Math.max(0, x - held.right) - forceLeftOf(x);
  const slopes = [0];
  const sags = [0];
  for (let index = 0; index < count; index++) {
    const middle = moment((index + 0.5) * step);
    slopes.push((slopes[index] ?? 0) + (middle * step) / EI);
    sags.push((sags[index] ?? 0) + (((slopes[index] ?? 0) + (slopes[index + 1] ?? 0)) / 2) * step);
  }
  const at = (x: number) => sags[Math.round(x / step)] ?? 0;
  const tilt = support.kind === 'built-in' ? 0 : (at(held.left) - at(held.right)) / (held.right - held.left);
  const lift = support.kind === 'built-in' ? 0 : -at(held.left) - tilt * held.left;
  const places = Array.from({ length: count + 1 }, (_, index) => index * step);
  return {
    mostMomentNmm: Math.max(...places.map((x) => Math.abs(moment(x)))),
    mostSagMm: Math.max(...places.map((x, index) => Math.abs((sags[index] ?? 0) + tilt * x + lift))),
  };
}

describe('bendBeam', () => {
  const ends = { kind: 'two', leftMm: 0, rightMm: L } as const;
  const builtIn = { kind: 'built-in' } as const;
  const overhang = { kind: 'two', leftMm: 0, rightMm: 900 } as const;
  const uniform = { kind: 'uniform', fromMm: 0, toMm: L, forceNPerMm: W } as const;
  const point = (atMm: number) => ({ kind: 'point', atMm, forceN: P }) as const;

  // Any strength-of-materials handbook (from memory): greatest moment and deflection of the standard cases.
  test.each<[string, BeamSupport, BeamLoad, number, number]>([
    ['a point load at midspan', ends, point(L / 2), (P * L) / 4, (P * L ** 3) / (48 * EI)],
    ['a uniform load', ends, uniform, (W * L ** 2) / 8, (5 * W * L ** 4) / (384 * EI)],
    [
      'a point load at a third',
      ends,
      point(L / 3),
      (P * (L / 3) * ((2 * L) / 3)) / L,
      // P·b·(L² − b²)^1.5 / (9·√3·L·E·I), b the shorter part.
      (P * (L / 3) * (L ** 2 - (L / 3) ** 2) ** 1.5) / (9 * Math.sqrt(3) * L * EI),
    ],
    ['a point load at a free end', builtIn, point(L), P * L, (P * L ** 3) / (3 * EI)],
    ['a uniform load on a cantilever', builtIn, uniform, (W * L ** 2) / 2, (W * L ** 4) / (8 * EI)],
    // At the end of an overhang a past a span l: P·a and P·a²·(l + a) / 3EI.
    ['a point load on an overhang', overhang, point(L), P * 300, (P * 300 ** 2 * 1200) / (3 * EI)],
  ])('gives the handbook’s figures for %s', (_, support, load, momentNmm, sagMm) => {
    const bent = bendBeam(L, support, [load], EI);
    expect(bent.mostMomentNmm / momentNmm).toBeCloseTo(1, 9);
    expect(bent.mostSagMm / sagMm).toBeCloseTo(1, 9);
  });

  test('gives what numerical integration gives, for any loads and supports', () => {
    const place = fc.integer({ min: 0, max: L });
    const load = fc.oneof(
      fc.record({
        kind: fc.constant('point' as const),
        atMm: place,
        forceN: fc.integer({ min: -800, max: 800 }),
      }),
      fc
        .tuple(place, place)
        .filter(([a, b]) => a !== b)
        .map(([a, b]) => ({
          kind: 'uniform' as const,
          fromMm: Math.min(a, b),
          toMm: Math.max(a, b),
          forceNPerMm: 0.6,
        })),
    );
    const support = fc.oneof(
      fc.constant({ kind: 'built-in' } as const),
      fc
        .tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 700, max: L }))
        .map(([leftMm, rightMm]) => ({ kind: 'two', leftMm, rightMm }) as const),
    );
    fc.assert(
      fc.property(support, fc.array(load, { minLength: 1, maxLength: 4 }), (held, loads) => {
        const bent = bendBeam(L, held, loads, EI);
        const other = integrated(L, held, loads);
        expect(Math.abs(bent.mostMomentNmm - other.mostMomentNmm)).toBeLessThan(
          2e-3 * other.mostMomentNmm + 1,
        );
        expect(Math.abs(bent.mostSagMm - other.mostSagMm)).toBeLessThan(2e-3 * other.mostSagMm + 1e-5);
      }),
      { seed: 7, numRuns: 60 },
    );
  });

  test('holds up what it carries, and is level without a load', () => {
    const bent = bendBeam(L, overhang, [point(300), uniform], EI);
    expect(bent.reactionsN.reduce((sum, each) => sum + each, 0)).toBeCloseTo(P + W * L, 9);
    expect(bendBeam(L, ends, [], EI)).toMatchObject({ mostMomentNmm: 0, mostSagMm: 0 });
  });

  test('refuses what lies off the beam and supports that do not hold it', () => {
    expect(() => bendBeam(L, ends, [point(L + 1)], EI)).toThrow('not on the beam');
    expect(() => bendBeam(L, { kind: 'two', leftMm: 400, rightMm: 400 }, [point(1)], EI)).toThrow('right of');
    expect(() => bendBeam(L, { kind: 'two', leftMm: 0, rightMm: 1201 }, [point(1)], EI)).toThrow('1201');
  });
});
