import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { curveOf, mostPowerW, type CurveDetail } from './curve.ts';
import { cellTempC } from './clear-sky.ts';
import { diodeAt, fitModule } from './diode.ts';
import { powerAt, wiredCurve, wiringsOf, WiringYears, type WiredModule } from './wiring.ts';
import { cases } from '../test/cases.ts';

const fitted = fitModule({
  vocV: 24.9,
  iscA: 10.9,
  vmpV: 20.7,
  impA: 10.15,
  cells: 38,
  vocPctPerC: -0.28,
  iscPctPerC: 0.05,
});
if (fitted === null) throw new Error('The sample fits.');
const module = fitted;
const modules = Array.from({ length: 6 }, (_, index): WiredModule => ({
  fitted: module,
  groups: 3,
  noctC: 45,
  firstGroup: 3 * index,
}));

/** One hour of some light, through the sums of a year. */
function hourOf(light: readonly number[], works: Parameters<typeof powerAt>[1] = { kind: 'tracking' }) {
  const wirings = wiringsOf(6);
  const years = new WiringYears(modules, wirings, works);
  years.addHour(100, { sun: [0, 0, 1], lightWm2: Float32Array.from(light), shaded: new Float32Array(18) });
  return { years: years.years, wirings };
}

/** The most power of strings in one light, worked out anew: every group by itself, in the warmth that its light makes. */
function exactW(
  strings: readonly (readonly number[])[],
  light: readonly number[],
  ...detail: readonly CurveDetail[]
): number {
  const groupsOf = (at: number) =>
    [0, 1, 2].map((group) => {
      const wm2 = light[3 * at + group] ?? 0;
      return { diode: diodeAt(module, wm2 / 1000, cellTempC(20, 45, wm2), 3), count: 1 };
    });
  return mostPowerW(
    curveOf(
      strings.map((string) => ({ groups: string.flatMap(groupsOf) })),
      ...detail,
    ),
  );
}

describe('wirings of the same modules', () => {
  test('are all strings of one length that use every module', () => {
    expect(wiringsOf(6).map(({ name, trackers }) => [name, trackers[0]?.length])).toEqual([
      ['6 in parallel', 6],
      ['2 in series, 3 times in parallel', 3],
      ['3 in series, 2 times in parallel', 2],
      ['6 in series', 1],
    ]);
    for (const { trackers } of wiringsOf(12))
      expect(trackers.flat(2).sort((a, b) => a - b)).toEqual([...Array(12).keys()]);
  });

  test('give in a year what their curves give, hour by hour, within a hundredth', () => {
    const lights = fc.array(fc.constantFrom(90, 130, 400, 700, 800, 950), { minLength: 18, maxLength: 18 });
    fc.assert(
      fc.property(lights, (light) => {
        const { years, wirings } = hourOf(light);
        const full = Math.max(...light);
        wirings.forEach(({ trackers }, index) => {
          const [strings = []] = trackers;
          const exact = exactW(strings, light);
          // Light is told in sixteenths of the brightest: it may be off by half of one.
          expect(Math.abs((years[index]?.yearWh ?? 0) - exact)).toBeLessThan(
            0.012 * exact + 6 * 210 * (full / 1000) * 0.018,
          );
        });
      }),
      { seed: 9, numRuns: 60 },
    );
  });

  test('give at a level of light, in sixteenths of it, what the finest curves give, within three thousandths', () => {
    const sixteenths = fc.array(fc.oneof(fc.constant(16), fc.integer({ min: 1, max: 16 })), {
      minLength: 18,
      maxLength: 18,
    });
    fc.assert(
      fc.property(sixteenths, fc.integer({ min: 3, max: 25 }), (parts, level) => {
        const light = [16, ...parts.slice(1)].map((part) => (40 * level * part) / 16);
        const { years, wirings } = hourOf(light);
        wirings.forEach(({ trackers }, index) => {
          const [strings = []] = trackers;
          const exact = exactW(strings, light, { currents: cases(2000, 1000), voltages: cases(4000, 2000) });
          expect(Math.abs((years[index]?.yearWh ?? 0) / exact - 1)).toBeLessThan(0.003);
        });
      }),
      { seed: 5, numRuns: cases(60, 20) },
    );
  });

  test('in whole light are one, and lose nothing against each module by itself', () => {
    const { years } = hourOf(new Array<number>(18).fill(800));
    const [first] = years;
    for (const { yearWh, worst } of years) {
      expect(yearWh / (first?.yearWh ?? 1)).toBeCloseTo(1, 2);
      expect(worst?.lostRatio ?? 0).toBeLessThan(0.01);
    }
  });

  test('lose by their length what a shadow on one side takes: in parallel least (common practice)', () => {
    const half = Array.from({ length: 18 }, (_, group) => (group < 9 ? 900 : 120));
    const { years } = hourOf(half);
    const wh = new Map(years.map(({ name, yearWh }) => [name, yearWh]));
    const parallel = wh.get('6 in parallel') ?? 0;
    expect((wh.get('3 in series, 2 times in parallel') ?? 0) / parallel).toBeGreaterThan(0.97);
    expect((wh.get('6 in series') ?? 0) / parallel).toBeLessThan(0.95);
  });

  test('at a pulse-width controller give what the voltage of the battery takes of their curve, less than a tracking one finds', () => {
    const lit = () => 900;
    const curve = wiredCurve(modules, [[0], [1]], lit);
    const held = powerAt(curve, { kind: 'pulse-width', batteryV: 13 });
    expect(held).toBeGreaterThan(0.5 * powerAt(curve, { kind: 'tracking' }));
    expect(held).toBeLessThan(powerAt(curve, { kind: 'tracking' }));
    expect(powerAt(curve, { kind: 'pulse-width', batteryV: 60 })).toBe(0);
    const { years } = hourOf(new Array<number>(18).fill(900), { kind: 'pulse-width', batteryV: 13 });
    const wh = new Map(years.map(({ name, yearWh }) => [name, yearWh]));
    // Held at 13 V, modules in series throw their voltage away (common practice).
    expect((wh.get('6 in series') ?? 0) / (wh.get('6 in parallel') ?? 1)).toBeLessThan(0.2);
  });

  test('give nothing at night', () => {
    expect(hourOf(new Array<number>(18).fill(0)).years.map(({ yearWh }) => yearWh)).toEqual([0, 0, 0, 0]);
  });
});
