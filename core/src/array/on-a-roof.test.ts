import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix4, Vector3 } from 'three';
import { prepare } from '../check/prepared.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import { drillSheets } from '../pack/holes.ts';
import type { ModuleField } from '../plan/module-field.ts';
import type { Plan } from '../plan/plan.ts';
import { ARRAY_RAILS } from '../reference/array-rails.ts';
import { ontoOldHoles } from './feet.ts';
import { fieldSupport } from './field-rails.ts';
import { modulesOfField } from './field-modules.ts';
import { railLifts } from './lift-to-line.ts';
import { oldFeet } from './old-feet.ts';
import { payload } from './payload.ts';

function withField(plan: Plan, more: Partial<ModuleField>): Plan {
  return {
    ...plan,
    moduleFields: plan.moduleFields.map((field, index) => (index === 0 ? { ...field, ...more } : field)),
  };
}
const house = honeyHouse();
const [field] = house.moduleFields;
if (field === undefined) throw new Error('The demo has a field.');
const FIELD = field;

describe('the weight of an array on a body that travels', () => {
  test('is that of its parts, and lies where a general 3-D library sums them up, whatever the tilt', () => {
    const body = { roofMostKg: 150, massKg: 1480, centreUpMm: 560, centreAheadMm: 90, axleAheadMm: -2450 };
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.constantFrom('left' as const, 'right' as const),
        (deg, travel) => {
          const clinic = eyeClinic();
          const plan = withField(
            { ...clinic, site: { ...clinic.site, travel, body } },
            { tilt: deg === 0 ? null : { deg, low: 'bottom' } },
          );
          const prepared = prepare(plan);
          const found = payload(prepared);
          const [own] = plan.moduleFields;
          const frame = prepared.site.frames.get(own?.face ?? '');
          const support = fieldSupport(prepared, own?.id ?? '');
          if (own === undefined || frame === undefined || support === null || found === null)
            throw new Error('The clinic has a field on its roof.');
          const pose = new Matrix4()
            .makeBasis(new Vector3(...frame.right), new Vector3(...frame.up), new Vector3(...frame.toViewer))
            .setPosition(...frame.origin);
          const sum = new Vector3();
          let kg = 0;
          const put = (mass: number, x: number, y: number, out: number) => {
            sum.addScaledVector(new Vector3(x, y, out).applyMatrix4(pose), mass);
            kg += mass;
          };
          for (const { box, type, liftMm, reachMm, heightMm } of modulesOfField(prepared, own.id)) {
            // The front of a module at the middle of its slope, square to the face.
            const front = deg === 0 ? reachMm : liftMm + type.depthMm * Math.cos((deg * Math.PI) / 180);
            const rise = deg === 0 ? 0 : (heightMm / 2) * Math.sin((deg * Math.PI) / 180);
            put(type.massKg, (box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2, front + rise);
          }
          for (const { runs, atMm, fromMm, toMm } of support.rails) {
            const along = (fromMm + toMm) / 2;
            const mass = ((toMm - fromMm) / 1000) * ARRAY_RAILS.rows['rail-40'].massKgPerM;
            put(mass, runs === 'across' ? along : atMm, runs === 'across' ? atMm : along, 0);
          }
          for (const { xMm, yMm } of support.feet) put(0.4, xMm, yMm, 0);
          expect(found.arrayKg).toBeCloseTo(kg, 6);
          // The frame’s thickness leans with it: within that of a module.
          expect(Math.abs(found.upMm - sum.z / kg)).toBeLessThan(60);
          const sign = travel === 'right' ? 1 : -1;
          expect(Math.abs(found.aheadMm - (sign * sum.x) / kg)).toBeLessThan(1);
          // Moments about the datum balance before and after.
          const whole = found.whole;
          expect(whole?.massKg).toBeCloseTo(1480 + kg, 6);
          const up = 560 + (whole?.risesMm ?? NaN);
          expect(up * (1480 + kg)).toBeCloseTo(1480 * 560 + kg * found.upMm, 3);
          expect((whole?.aheadOfAxleMm ?? NaN) * (1480 + kg)).toBeCloseTo(
            1480 * 90 + kg * (found.aheadMm + 2450),
            3,
          );
        },
      ),
      { numRuns: 60 },
    );
  });

  test('is asked of no building, and of nobody without modules', () => {
    expect(payload(prepare(house))).toBeNull();
    expect(payload(prepare(withField(eyeClinic(), { modules: [] })))).toBeNull();
  });
});

describe('rails lifted to a string line', () => {
  test('lie straight: the roof and the lift under each foot make one height, and the highest place lifts by nothing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 5 }),
        fc.array(fc.integer({ min: 20, max: 90 }), { minLength: 30, maxLength: 30 }),
        (slope, dips) => {
          const [rail] = fieldSupport(prepare(house), FIELD.id)?.rails ?? [];
          if (rail === undefined) throw new Error('The demo has rails.');
          // A reading at each foot, from a string that itself runs off level: only what differs from it counts.
          const lineReadings = rail.feet.atMm.map((along, index) => ({
            xMm: along,
            yMm: rail.atMm,
            gapMm: (dips[index] ?? 20) + slope,
          }));
          const [lifts] = railLifts(prepare(withField(house, { lineReadings })), FIELD.id);
          const feet = lifts?.feet ?? [];
          expect(feet.length).toBe(rail.feet.atMm.length);
          expect(feet.every(({ isRead }) => isRead)).toBe(true);
          expect(Math.min(...feet.map(({ liftMm }) => liftMm ?? NaN))).toBe(0);
          for (const { gapMm, liftMm } of feet)
            expect((gapMm ?? NaN) - (liftMm ?? NaN)).toBeCloseTo(
              Math.min(...lineReadings.map((each) => each.gapMm)),
              9,
            );
        },
      ),
    );
  });

  test('take the roof to be straight between two readings, and know nothing beyond them', () => {
    const [rail] = fieldSupport(prepare(house), FIELD.id)?.rails ?? [];
    if (rail === undefined) throw new Error('The demo has rails.');
    const [first = 0, second = 0] = rail.feet.atMm;
    const last = rail.feet.atMm.at(-1) ?? 0;
    const at = (xMm: number, gapMm: number) => ({ xMm, yMm: rail.atMm, gapMm });
    const plan = withField(house, { lineReadings: [at(first, 50), at(last, 50 + (last - first) / 100)] });
    const [lifts] = railLifts(prepare(plan), FIELD.id);
    expect(lifts?.feet[1]?.gapMm).toBeCloseTo(50 + (second - first) / 100, 6);
    const short = withField(house, { lineReadings: [at(first, 50), at(second, 60)] });
    const [partly] = railLifts(prepare(short), FIELD.id);
    expect(partly?.feet.slice(2).every(({ liftMm }) => liftMm === null)).toBe(true);
    // On paper each foot says its lift.
    const sheet = drillSheets(prepare(plan)).find(({ id }) => id === 'hall-roof');
    expect(sheet?.holes.filter(({ purpose }) => purpose.text.includes('lifts'))).toHaveLength(
      rail.feet.atMm.length,
    );
  });
});

describe('holes of a field before', () => {
  test('all serve again where nothing changes, none where all moved by more than a base hides; each is one or the other', () => {
    const feet = fieldSupport(prepare(house), FIELD.id)?.feet ?? [];
    fc.assert(
      fc.property(fc.integer({ min: -200, max: 200 }), fc.subarray([...feet]), (offMm, kept) => {
        const old = kept.map(({ xMm, yMm }) => ({ xMm: xMm + offMm, yMm }));
        const found = oldFeet(prepare(withField(house, { oldFeet: old })), FIELD.id);
        if (old.length === 0) return expect(found).toBeNull();
        expect((found?.again.length ?? 0) + (found?.toClose.length ?? 0)).toBe(old.length);
        if (Math.abs(offMm) <= 3) {
          expect(found?.toClose).toEqual([]);
          expect(found?.freshCount).toBe(feet.length - old.length);
        } else expect(found?.again).toEqual([]);
        expect((found?.tooNear.length ?? 0) > 0).toBe(Math.abs(offMm) > 3 && Math.abs(offMm) < 40);
        return undefined;
      }),
      { numRuns: 60 },
    );
  });

  test('draw feet that may stand anywhere onto them, and no span or overhang grows beyond what it may', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 100, max: 1200 }), { minLength: 1, maxLength: 10 }),
        fc.array(fc.integer({ min: -300, max: 12_000 }), { maxLength: 15 }),
        (spans, holes) => {
          const feet = spans.reduce<number[]>((all, span) => [...all, (all.at(-1) ?? 0) + span], [0]);
          const end = feet.at(-1) ?? 0;
          const limits = { fromMm: -200, toMm: end + 200, mostSpanMm: 1200, mostOverhangMm: 480 };
          const moved = ontoOldHoles(feet, holes, limits);
          expect(moved).toHaveLength(feet.length);
          const wrong = moved.filter((at, index) => {
            const span = at - (index > 0 ? (moved[index - 1] ?? NaN) : at - 1);
            return !(span > 0 && span <= 1200 && (holes.includes(at) || at === feet[index]));
          });
          expect(wrong).toEqual([]);
          expect((moved[0] ?? Infinity) + 200).toBeLessThanOrEqual(480);
          expect(end + 200 - (moved.at(-1) ?? -Infinity)).toBeLessThanOrEqual(480);
        },
      ),
      { numRuns: 300 },
    );
  });

  test('are on the sheet of the other side too, mirrored', () => {
    const clinic = eyeClinic();
    const [own] = clinic.moduleFields;
    if (own === undefined) throw new Error('The clinic has a field.');
    const prepared = prepare(clinic);
    const face = prepared.site.faces.get(own.face);
    const other = face?.otherSide;
    if (face === undefined || other == null) throw new Error('Its roof has two sides.');
    const sheets = drillSheets(prepared);
    const holesOf = (id: string) =>
      (sheets.find((each) => each.id === id)?.holes ?? []).filter(({ subject }) => subject.kind === 'field');
    expect(holesOf(own.face).length).toBeGreaterThan(0);
    expect(
      holesOf(other)
        .map(({ xMm, yMm }) => `${xMm.toFixed(2)} ${yMm.toFixed(2)}`)
        .sort(),
    ).toEqual(
      holesOf(own.face)
        .map(({ xMm, yMm }) => `${(face.mirrorSumMm - xMm).toFixed(2)} ${yMm.toFixed(2)}`)
        .sort(),
    );
    expect(holesOf(other).every(({ isOtherSide }) => isOtherSide)).toBe(true);
  });
});
