import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { curveOf, currentAt, mostPowerW, powerPeaks, type StringToCurve } from './curve.ts';
import { BYPASS_V, diodeAt, fitModule, innerVoltageAt, type Datasheet, type Diode } from './diode.ts';

/** The module of Villalva, Gazoli and Ruppert Filho 2009, table II: 54 cells; its coefficients there in V/K and A/K. */
const PUBLISHED: Datasheet = {
  vocV: 32.9,
  iscA: 8.21,
  vmpV: 26.3,
  impA: 7.61,
  cells: 54,
  vocPctPerC: (-0.123 / 32.9) * 100,
  iscPctPerC: (0.0032 / 8.21) * 100,
};
const fitted = () => fitModule(PUBLISHED) ?? never();
function never(): never {
  throw new Error('not fitted');
}
const whole = (diode: Diode, count = 1): StringToCurve => ({ groups: [{ diode, count }] });

/** Current by plain bisection of the implicit equation, independent of what the curve does. */
function currentBisected(
  { photoA, saturationA, slopeV, seriesOhm, shuntOhm }: Diode,
  voltageV: number,
): number {
  let [low, high] = [-photoA - 5, photoA + 5];
  for (let count = 0; count < 200; count++) {
    const middle = (low + high) / 2;
    const inner = voltageV + middle * seriesOhm;
    const given = photoA - saturationA * (Math.exp(inner / slopeV) - 1) - inner / shuntOhm;
    if (given > middle) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

describe('the single-diode model', () => {
  test('meets the published module: short circuit, open circuit and most power (Villalva et al. 2009)', () => {
    const curve = curveOf([whole(fitted().standard)]);
    expect(currentAt(curve, 0)).toBeCloseTo(8.21, 2);
    expect(curve.volts.at(-1)).toBeGreaterThan(32.85);
    expect(curve.volts.at(-1)).toBeLessThan(33.1);
    const [peak] = powerPeaks(curve);
    expect(peak?.powerW).toBeCloseTo(200.143, 0);
    expect(Math.abs((peak?.powerW ?? 0) - 200.143)).toBeLessThan(0.1);
    expect(peak?.voltageV).toBeCloseTo(26.3, 1);
    // Its own parameters there: a 1.3, Rs 0.221 Ω.
    expect(fitted().ideality).toBe(1.3);
    expect(fitted().standard.seriesOhm).toBeCloseTo(0.221, 1);
  });

  test('gives the currents measured at the 57 mm cell within what was published (Easwarakhanthan et al. 1986)', () => {
    const kT = 8.617333262e-5 * 306.15;
    const cell: Diode = {
      photoA: 0.760776,
      saturationA: 3.2302e-7,
      slopeV: 1.48118 * kT,
      seriesOhm: 0.036377,
      shuntOhm: 53.7185,
    };
    const volts = [0.0057, 0.1185, 0.2545, 0.3585, 0.4373, 0.4784, 0.5119, 0.5398, 0.5633];
    const amps = [0.7605, 0.759, 0.7555, 0.7465, 0.7065, 0.632, 0.499, 0.3165, 0.1035];
    const squares = volts.map(
      (voltageV, index) => (currentBisected(cell, voltageV) - (amps[index] ?? 0)) ** 2,
    );
    expect(Math.sqrt(squares.reduce((a, b) => a + b, 0) / volts.length)).toBeLessThan(1.6e-3);
    const curve = curveOf([whole(cell)], { currents: 400, voltages: 4000 });
    for (const voltageV of volts)
      expect(currentAt(curve, voltageV)).toBeCloseTo(currentBisected(cell, voltageV), 3);
  });

  test('is the independent bisection in any light, warmth and number of groups', () => {
    const module = fitted();
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 1.2, noNaN: true }),
        fc.double({ min: -20, max: 75, noNaN: true }),
        fc.double({ min: 0, max: 0.97, noNaN: true }),
        (light, cellC, part) => {
          const diode = diodeAt(module, light, cellC, 3);
          const curve = curveOf([whole(diode, 3)], { currents: 160, voltages: 2000 });
          const openV = curve.volts.at(-1) ?? 0;
          const currentA = currentAt(curve, part * openV);
          expect(Math.abs(currentA - currentBisected(diode, (part * openV) / 3))).toBeLessThan(0.012);
        },
      ),
      { seed: 3, numRuns: 200 },
    );
  });

  test('cools to more voltage and warms to less by the datasheet’s coefficient', () => {
    const openAt = (cellC: number) => {
      const diode = diodeAt(fitted(), 1, cellC);
      return innerVoltageAt(diode, 0, 20);
    };
    expect(openAt(25)).toBeCloseTo(32.9, 2);
    expect(openAt(-5)).toBeCloseTo(32.9 + 0.123 * 30, 2);
    expect(openAt(65)).toBeCloseTo(32.9 - 0.123 * 40, 2);
  });

  test('fits any datasheet that can be true and says of others that it cannot', () => {
    const sheets = fc.record({
      vocV: fc.double({ min: 20, max: 60, noNaN: true }),
      iscA: fc.double({ min: 5, max: 18, noNaN: true }),
      v: fc.double({ min: 0.81, max: 0.85, noNaN: true }),
      i: fc.double({ min: 0.925, max: 0.955, noNaN: true }),
    });
    fc.assert(
      fc.property(sheets, ({ vocV, iscA, v, i }) => {
        const sheet = {
          vocV,
          iscA,
          vmpV: v * vocV,
          impA: i * iscA,
          cells: Math.round(vocV / 0.66),
          vocPctPerC: -0.28,
          iscPctPerC: 0.05,
        };
        const module = fitModule(sheet);
        if (module === null) return;
        expect(
          Math.abs(mostPowerW(curveOf([whole(module.standard)])) / (sheet.vmpV * sheet.impA) - 1),
        ).toBeLessThan(2e-3);
      }),
      { seed: 1, numRuns: 150 },
    );
    expect(fitModule({ ...PUBLISHED, vmpV: 32.8, impA: 8.2 })).toBeNull();
  });
});

describe('modules wired together', () => {
  test('add their voltages in series and their currents side by side', () => {
    const { standard } = fitted();
    const one = mostPowerW(curveOf([whole(standard)]));
    for (const [series, parallel] of [
      [6, 1],
      [3, 2],
      [1, 6],
    ] as const) {
      const wired = curveOf(Array.from({ length: parallel }, () => whole(standard, series)));
      expect(mostPowerW(wired) / (6 * one)).toBeCloseTo(1, 3);
      expect(currentAt(wired, 0)).toBeCloseTo(8.21 * parallel, 1);
    }
  });

  test('three in series twice keep about half when one side is shaded; six in series with a side shaded and no bypass lose most (common practice)', () => {
    const module = fitted();
    const [sunny, dark] = [diodeAt(module, 1, 25), diodeAt(module, 0.1, 25)];
    const full = mostPowerW(curveOf([whole(sunny, 6)]));
    const twice = mostPowerW(curveOf([whole(sunny, 3), whole(dark, 3)]));
    expect(twice / full).toBeGreaterThan(0.45);
    expect(twice / full).toBeLessThan(0.56);
    // All in series at the first module’s point of most power: a controller that stays at high voltage gets the dark current.
    const series = curveOf([
      {
        groups: [
          { diode: sunny, count: 3 },
          { diode: dark, count: 3 },
        ],
      },
    ]);
    expect((currentAt(series, 0.8 * 6 * 32.9) * 0.8 * 6 * 32.9) / full).toBeLessThan(0.15);
    // With bypass diodes there are two peaks, and which of them is found matters.
    expect(powerPeaks(series).length).toBe(2);
  });

  test('one group in the dark costs its own voltage and a diode’s, no more', () => {
    const module = fitted();
    const [sunny, dark] = [diodeAt(module, 1, 25, 3), diodeAt(module, 0.02, 25, 3)];
    const curve = curveOf([
      {
        groups: [
          { diode: sunny, count: 8 },
          { diode: dark, count: 1 },
        ],
      },
    ]);
    const full = mostPowerW(curveOf([{ groups: [{ diode: sunny, count: 8 }] }]));
    const lost = full - mostPowerW(curve);
    expect(lost).toBeGreaterThan(0);
    expect(lost).toBeLessThan(BYPASS_V * 8.3);
  });

  test('gives nothing in the dark', () => {
    expect(mostPowerW(curveOf([whole(diodeAt(fitted(), 0, 25))]))).toBe(0);
    expect(mostPowerW(curveOf([]))).toBe(0);
  });
});
