import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { bendBeam } from '../fixing/beam.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { ANODIC_INDEX } from '../reference/galvanic.ts';
import { windPressurePa } from './field-loads.ts';
import { isUneven, placeFeet } from './feet.ts';
import { fitRow, overhangMm } from './fit.ts';
import { railSpan, sagMm } from './rail-span.ts';
import { sagWithBars } from './field-rails.ts';

const inch = mmFromInch;
const rail = ARRAY_RAILS.rows['rail-40'];

describe('fit with tolerance (trade facts, common practice)', () => {
  test('a block of 84 3/4″ in 86″ leaves 5/8″ at each end', () => {
    const fit = fitRow([{ sizeMm: inch(84.75), toleranceMm: 0 }], inch(86));
    expect(fit.eachEndMm).toBeCloseTo(inch(0.625), 9);
    expect(fit.fits).toBe('always');
  });

  test('two modules of 75″ end to end are 5″ too long for an arch 145″ wide, 2 1/2″ over at each side', () => {
    const fit = fitRow(
      [inch(75), inch(75)].map((sizeMm) => ({ sizeMm, toleranceMm: 0 })),
      inch(145),
    );
    expect(fit.roomMm).toBeCloseTo(inch(-5), 9);
    expect(fit.eachEndMm).toBeCloseTo(inch(-2.5), 9);
    expect(fit.fits).toBe('not');
  });

  test('a 75″ module on supports 50″ apart hangs over by 12 1/2″ at each end', () => {
    expect(overhangMm(inch(75), inch(50))).toBeCloseTo(inch(12.5), 9);
  });

  test('a quarter inch of slop at each of five joints makes 1 1/4″ at worst, and half of it as tolerances add up', () => {
    const joints = Array.from({ length: 5 }, () => ({ sizeMm: inch(10), toleranceMm: inch(0.25) }));
    const fit = fitRow(joints, inch(51));
    expect(fit.worstMm).toBeCloseTo(inch(1.25), 9);
    expect(fit.usualMm).toBeCloseTo(inch(0.25) * Math.sqrt(5), 9);
    expect(fit.fits).toBe('usually');
    expect(fitRow(joints, inch(51.25)).fits).toBe('always');
    expect(fitRow(joints, inch(50)).fits).toBe('nominally');
  });
});

describe('metals', () => {
  test('lie as far apart as handbooks say of the usual pairs (MIL-STD-889, from memory)', () => {
    const { aluminium, stainless, zinc, copper } = ANODIC_INDEX.rows;
    const apart = (a: { indexV: number }, b: { indexV: number }) => Math.abs(a.indexV - b.indexV);
    expect(apart(aluminium, stainless)).toBeCloseTo(0.4, 9);
    expect(apart(aluminium, zinc)).toBeCloseTo(0.3, 9);
    // Copper on aluminium is the worst of them: never without a tinned lug.
    expect(apart(aluminium, copper)).toBeGreaterThan(apart(aluminium, stainless));
  });
});

describe('rails under modules', () => {
  test('stop 70 mph with 600 Pa (12.5 psf)', () => {
    expect(windPressurePa(31.2928)).toBeCloseTo(600, -0.5);
  });

  test('may span what beams of a handbook may: the stress or the sag is at its limit, by an independent integration', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        fc.constantFrom(...Object.values(ARRAY_RAILS.rows)),
        (load, each) => {
          const { mostSpanMm, mostOverhangMm, by } = railSpan(each, load, {
            mostMm: null,
            footN: null,
            pullNPerMm: 0,
          });
          const stiffness = each.elasticityMpa * each.inertiaMm4;
          const bent = bendBeam(
            mostSpanMm,
            { kind: 'two', leftMm: 0, rightMm: mostSpanMm },
            [{ kind: 'uniform', fromMm: 0, toMm: mostSpanMm, forceNPerMm: load }],
            stiffness,
          );
          const stressUse = bent.mostMomentNmm / each.modulusMm3 / each.bendingMpa;
          const sagUse = bent.mostSagMm / (mostSpanMm / 180);
          expect(Math.max(stressUse, sagUse)).toBeCloseTo(1, 4);
          expect(by).toBe(stressUse > sagUse ? 'stress' : 'sag');
          expect(sagMm(each, load, mostSpanMm)).toBeCloseTo(bent.mostSagMm, 4);
          const over = bendBeam(
            mostOverhangMm,
            { kind: 'built-in' },
            [{ kind: 'uniform', fromMm: 0, toMm: mostOverhangMm, forceNPerMm: load }],
            stiffness,
          );
          expect(over.mostMomentNmm / each.modulusMm3).toBeLessThanOrEqual(each.bendingMpa * 1.0001);
          expect(over.mostSagMm).toBeLessThanOrEqual((2 * mostOverhangMm) / 180 + 1e-6);
        },
      ),
      { seed: 2, numRuns: 200 },
    );
  });

  test('span no further than somebody says, and than the feet hold', () => {
    expect(railSpan(rail, 0.5, { mostMm: 800, footN: null, pullNPerMm: 0 })).toMatchObject({
      mostSpanMm: 800,
      by: 'yours',
    });
    expect(railSpan(rail, 0.5, { mostMm: null, footN: 300, pullNPerMm: 0.5 })).toMatchObject({
      mostSpanMm: 600,
      by: 'feet',
    });
  });

  test('of two bars under a large module each sags more than of three (common practice)', () => {
    const { two, three } = sagWithBars(ARRAY_RAILS.rows['tube-32'], 900, 2000, 1200);
    expect(two).toBeGreaterThan(three * 1.2);
  });

  test('stand on the fewest feet there can be, by trying every choice', () => {
    const problem = fc.record({
      standsMm: fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 1, maxLength: 10 }),
      toMm: fc.integer({ min: 20, max: 60 }),
      mostSpanMm: fc.integer({ min: 4, max: 30 }),
      mostOverhangMm: fc.integer({ min: 1, max: 12 }),
    });
    fc.assert(
      fc.property(problem, (given) => {
        const placed = placeFeet({ fromMm: 0, ...given });
        const { standsMm, toMm, mostSpanMm, mostOverhangMm } = given;
        const stands = standsMm.filter((at) => at <= toMm).sort((a, b) => a - b);
        const holds = (feet: readonly number[]) =>
          feet.length >= 2 &&
          (feet[0] ?? Infinity) <= mostOverhangMm &&
          toMm - (feet.at(-1) ?? -Infinity) <= mostOverhangMm &&
          feet.every((at, index) => index === 0 || at - (feet[index - 1] ?? 0) <= mostSpanMm);
        let fewest = Infinity;
        for (let mask = 0; mask < 1 << stands.length; mask++) {
          const feet = stands.filter((_, index) => (mask >> index) & 1);
          if (feet.length < fewest && holds(feet)) fewest = feet.length;
        }
        expect(placed.kind === 'placed' ? placed.atMm.length : Infinity).toBe(fewest);
        if (placed.kind === 'placed') expect(holds(placed.atMm)).toBe(true);
      }),
      { seed: 4, numRuns: 500 },
    );
  });

  test('tell where nothing can stand, and whether feet are evenly apart', () => {
    expect(
      placeFeet({ fromMm: 0, toMm: 100, standsMm: [5, 20, 70, 95], mostSpanMm: 30, mostOverhangMm: 10 }),
    ).toEqual({ kind: 'gap', fromMm: 20, toMm: 70, limit: 'span', atMm: [5, 20] });
    expect(placeFeet({ fromMm: 0, toMm: 100, standsMm: [], mostSpanMm: 30, mostOverhangMm: 10 }).kind).toBe(
      'gap',
    );
    expect([isUneven([0, 10, 20]), isUneven([0, 10, 25]), isUneven([0])]).toEqual([false, true, false]);
  });
});
