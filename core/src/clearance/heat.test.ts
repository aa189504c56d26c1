import { findingsOf } from '../check/run-checks.ts';
import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import type { Conditions } from '../plan/conditions.ts';
import type { GearType } from '../plan/gear-type.ts';
import { beside, gear, hang, plan, rectangle, wall } from '../test/plans.ts';
import { ambientCheck } from './ambient.ts';
import { compartmentRise, type ClosedAir } from './compartment-rise.ts';
import { heatFaceCheck } from './heat-face.ts';
import { sunCheck } from './sun.ts';
import { ventilationNeedOf } from './ventilation-need.ts';
import { ventilationCheck } from './ventilation.ts';

const sealed: ClosedAir = { kind: 'closed', widthMm: 1000, heightMm: 1000, depthMm: 1000, vents: [] };
const vented: ClosedAir = {
  ...sealed,
  vents: [
    { diameterMm: 80, heightMm: 50 },
    { diameterMm: 80, heightMm: 950 },
  ],
};

function inside(conditions: Partial<Conditions>, ...types: Partial<GearType>[]) {
  return plan({
    faces: [wall('w', rectangle(5000, 2500), { conditions })],
    gearTypes: types.map((type, index) => gear(`t${index}`, type)),
    placements: types.map((_, index) => hang(`p${index}`, `t${index}`, 'w', 800 + index * 1500, 1500)),
  });
}

function faceShape(widthMm: number, heightMm: number) {
  const { shape } = wall('x', rectangle(widthMm, heightMm));
  if (shape.kind !== 'outline') throw new Error('no outline');
  return shape;
}

describe('the rise in a closed space', () => {
  test('is the loss over the surface at 5.5 W/m²K when sealed', () => {
    // Common practice, no source: a cube of 1 m sheds 33 W for each kelvin.
    expect(compartmentRise(sealed, 330, 30).riseK).toBeCloseTo(10, 4);
    expect(compartmentRise(sealed, 0, 30).riseK).toBeCloseTo(0, 4);
  });

  test('balances heat by surface and by the air it draws when vented', () => {
    const { riseK, flowM3PerH, sealedRiseK } = compartmentRise(vented, 330, 30);
    // The stack equation with two equal openings in series, worked the other way from the answer.
    const area = Math.PI * 0.04 ** 2;
    const flow = 0.6 * (area / Math.SQRT2) * Math.sqrt((2 * 9.80665 * 0.9 * riseK) / (303.15 + riseK));
    expect(flowM3PerH / 3600).toBeCloseTo(flow, 9);
    expect(33 * riseK + 1.15 * 1006 * flow * riseK).toBeCloseTo(330, 2);
    expect(riseK).toBeLessThan(sealedRiseK);
  });

  test('draws nothing through vents at one height', () => {
    const level = { ...sealed, vents: vented.vents.map((vent) => ({ ...vent, heightMm: 500 })) };
    expect(compartmentRise(level, 330, 30)).toMatchObject({ flowM3PerH: 0 });
  });
});

describe('ambientCheck', () => {
  const found = (of: Parameters<typeof prepare>[0]) =>
    findingsOf(ambientCheck, prepare(of)).map(({ message, measured }) => [
      message,
      Math.round(measured?.value ?? 0),
    ]);
  const hot = { heat: { lossW: 330, sheds: 'front' } } as const;

  test('adds the rise of all gear in one closed space to the hottest day', () => {
    const closed = { designHighTempC: 35, air: vented };
    const { riseK } = compartmentRise(vented, 330, 35);
    expect(found(inside(closed, { ...hot, maxAmbientC: 35 + riseK - 0.1 }))).toEqual([
      ['too-hot', Math.round(35 + riseK)],
    ]);
    expect(found(inside(closed, { ...hot, maxAmbientC: 35 + riseK + 0.1 }))).toEqual([]);
    expect(found(inside(closed, hot))).toEqual([['closed-unknown', Math.round(35 + riseK)]]);
    expect(found(inside({ designHighTempC: 35, air: sealed }, { ...hot, maxAmbientC: 60 }))).toEqual([
      ['unvented', 0],
    ]);
  });

  test('keeps two spaces of one size apart, and the faces of one together', () => {
    const locker = { ...sealed, widthMm: 900, heightMm: 600, depthMm: 500 };
    const conditions = { designHighTempC: 35, air: locker };
    const back = (id: string, x: number) => ({
      ...wall(id, rectangle(900, 600), { conditions }),
      shape: {
        ...faceShape(900, 600),
        stands: { originMm: [x, 0, 0] as [number, number, number], turnDeg: 0, tiltDeg: 0 },
      },
    });
    const side = (id: string, x: number) => ({
      ...wall(id, rectangle(500, 600), { conditions }),
      shape: {
        ...faceShape(500, 600),
        stands: { originMm: [x, -500, 0] as [number, number, number], turnDeg: 90, tiltDeg: 0 },
      },
    });
    const warm = gear('t', { ...hot, widthMm: 200, heightMm: 200, dropMm: 200 });
    const of = (...faces: ReturnType<typeof back>[]) =>
      plan({
        rootFace: 'w',
        faces: [wall('w', rectangle(100, 100), { side: 'outside' }), ...faces],
        gearTypes: [warm],
        placements: faces.map(({ id }) => hang(`on-${id}`, 't', id, 250, 400)),
      });
    const rise = (lossW: number) => Math.round(35 + compartmentRise(locker, lossW, 35).riseK);
    const hottest = (plan: Parameters<typeof prepare>[0]) =>
      found(plan)
        .filter(([message]) => message === 'closed-unknown')
        .map(([, at]) => at);
    // Side by side, 900 apart: each with its own 330 W. A back and a side of one locker: 660 W together.
    expect(hottest(of(back('a', 1000), back('b', 1900)))).toEqual([rise(330), rise(330)]);
    expect(hottest(of(back('a', 1000), side('s', 1000)))).toEqual([rise(660)]);
  });

  test('compares the air of an open room as it is', () => {
    expect(found(inside({ designHighTempC: 46 }, { maxAmbientC: 45 }))).toEqual([['too-hot', 46]]);
    expect(found(inside({ designHighTempC: 45 }, { maxAmbientC: 45 }))).toEqual([]);
  });
});

describe('a battery’s fresh air', () => {
  // IEC 62485-2: 24 cells of 200 Ah, vented, at boost 20 mA/Ah: 0.05 · 24 · 20 · 200 / 1000 = 4.8 m³/h, 134.4 cm².
  test('is Q = 0.05·n·I·C and 28·Q', () => {
    const need = ventilationNeedOf([{ chemistry: 'vented-lead-acid', cells: 24, capacityAh: 200 }]);
    expect(need?.flowM3PerH).toBeCloseTo(4.8, 9);
    expect(need?.openingCm2).toBeCloseTo(134.4, 9);
    const valve = ventilationNeedOf([{ chemistry: 'valve-regulated-lead-acid', cells: 24, capacityAh: 200 }]);
    expect(valve?.flowM3PerH).toBeCloseTo(1.92, 9);
    expect(ventilationNeedOf([{ chemistry: 'lithium', cells: 16, capacityAh: 200 }])).toBeNull();
  });

  test('adds up for batteries that share a space, in the finding and its working alike, in an open room too', () => {
    const lead = { battery: { chemistry: 'vented-lead-acid', cells: 24, capacityAh: 200 } } as const;
    for (const air of [sealed, { kind: 'open' } as const]) {
      const [finding, ...others] = findingsOf(ventilationCheck, prepare(inside({ air }, lead, lead, lead)));
      expect(others).toEqual([]);
      expect(finding?.required?.value).toBeCloseTo(3 * 134.4, 9);
      expect(finding?.working?.result.value.value).toBeCloseTo(3 * 134.4, 9);
    }
  });

  test('comes through the smaller of the openings in and out', () => {
    const found = (air: ClosedAir, capacityAh: number) =>
      findingsOf(
        ventilationCheck,
        prepare(
          inside(
            { air },
            { kind: 'battery', battery: { chemistry: 'valve-regulated-lead-acid', cells: 6, capacityAh } },
          ),
        ),
      );
    // 0.05 · 6 · 8 · C / 1000 · 28 cm² against π/4 · 8² = 50.27 cm².
    expect(found(vented, 747)).toEqual([]);
    expect(found(vented, 749)[0]).toMatchObject({ message: 'too-small', severity: 'fix' });
    expect(found(sealed, 100)[0]?.measured?.value).toBe(0);
    const room = findingsOf(
      ventilationCheck,
      prepare(
        inside(
          {},
          { kind: 'battery', battery: { chemistry: 'vented-lead-acid', cells: 6, capacityAh: 100 } },
        ),
      ),
    );
    expect(room.map(({ message, severity }) => [message, severity])).toEqual([['room', 'ask']]);
  });
});

describe('the heat face and the sun', () => {
  const over = (gapMm: number, more: Partial<GearType> = {}) =>
    findingsOf(
      heatFaceCheck,
      prepare(
        plan({
          gearTypes: [
            gear('hot', { heat: { lossW: 100, sheds: 'top' }, ...more }),
            gear('bare', { kind: 'other' }),
          ],
          placements: [hang('a', 'hot', 'w', 1000, 1000), hang('b', 'bare', 'w', 1000, 1000 + 600 + gapMm)],
        }),
      ),
    );

  test('nothing stands before it', () => {
    expect(over(80)[0]?.measured?.value).toBeCloseTo(80, 1);
    expect(over(101)).toEqual([]);
    expect(over(80, { heat: { lossW: 100, sheds: 'bottom' } })).toEqual([]);
  });

  test('a maker’s own figure is left to its own check', () => {
    const rule = beside('r', { side: 'above', counterpart: 'any-gear', distance: { value: 50, unit: 'mm' } });
    expect(over(80, { rules: [rule] })).toEqual([]);
  });

  test('a hot back stands off its wall', () => {
    const back = (standoffMm: number) => over(500, { heat: { lossW: 100, sheds: 'back' }, standoffMm });
    expect(back(0).map(({ message }) => message)).toEqual(['back']);
    expect(back(12)).toEqual([]);
  });

  test('electronics stay out of the sun', () => {
    const sunny = (sun: Conditions['sun']) =>
      findingsOf(sunCheck, prepare(inside({ sun }, {}, { kind: 'junction-box' }))).map(
        ({ severity }) => severity,
      );
    expect([sunny('none'), sunny('part'), sunny('full')]).toEqual([[], ['note'], ['fix']]);
  });
});
