import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { eyeClinic } from '../demo/eye-clinic.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import type { Plan } from '../plan/plan.ts';
import { ARRAY_RAIL_KINDS, ARRAY_RAILS } from '../reference/array-rails.ts';
import { assemblyOf } from './assembly.ts';

const house = honeyHouse();
const [field] = house.moduleFields;
if (field === undefined) throw new Error('The demo has a field.');
const FIELD = field;

describe('a row lifted as one piece', () => {
  test('bends as handbooks say of a beam with two equal overhangs: w·a²/2 over the holds, w·(b²/8 − a²/2) between', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.constantFrom(...ARRAY_RAIL_KINDS),
        fc.constantFrom(2 as const, 3 as const),
        (count, rail, bars) => {
          const plan: Plan = {
            ...house,
            moduleStrings: [],
            circuits: [],
            runs: [],
            moduleFields: [
              {
                ...FIELD,
                modules: FIELD.modules.slice(0, count),
                support: { ...FIELD.support, rail, bars, isShared: false },
              },
            ],
          };
          const made = assemblyOf(prepare(plan), FIELD.id);
          if (made === null) throw new Error('It can be lifted.');
          const section = ARRAY_RAILS.rows[rail];
          const w = (2 * 9.80665 * made.massKg) / bars / made.lengthMm;
          const a = made.pickAtMm[0];
          const b = made.lengthMm - 2 * a;
          const over = (w * a ** 2) / 2;
          const between = (w * b ** 2) / 8 - over;
          expect(over / between).toBeCloseTo(1, 6);
          expect(made.stressUse).toBeCloseTo(over / section.modulusMm3 / section.bendingMpa, 6);
          // At the end and in the middle, by superposition (Roark, beams with overhangs).
          const stiffness = section.elasticityMpa * section.inertiaMm4;
          const middle = (w * b ** 2 * (5 * b ** 2 - 24 * a ** 2)) / (384 * stiffness);
          const end = (w * a * (3 * a ** 3 + 6 * a ** 2 * b - b ** 3)) / (24 * stiffness);
          expect(made.sagMm).toBeCloseTo(Math.max(Math.abs(middle), Math.abs(end)), 4);
          expect(made.massKg).toBeGreaterThan(count * 20);
          // Every bolt is through an old hole or a new one.
          expect(made.againCount + made.newCount).toBe(count * 2 * bars);
          // Slings at 60°: the hook stands over the middle by √3 of half the diagonal, a leg is twice of it.
          expect(made.sling.hookUpMm / made.sling.legMm).toBeCloseTo(Math.sqrt(3) / 2, 9);
          expect(made.sling.legN * 3 * (Math.sqrt(3) / 2)).toBeCloseTo(2 * 9.80665 * made.massKg, 6);
        },
      ),
    );
  });

  test('meets old holes only where its bars cross the long sides of frames', () => {
    const clinic = assemblyOf(prepare(eyeClinic()), 'roof-field');
    expect(clinic).not.toBeNull();
    const up: Plan = {
      ...house,
      moduleFields: [
        { ...FIELD, modules: FIELD.modules.slice(0, 3), support: { ...FIELD.support, runs: 'up' } },
      ],
    };
    expect(assemblyOf(prepare(up), FIELD.id)?.againCount).toBe(0);
    expect(
      assemblyOf(
        prepare({ ...house, moduleFields: [{ ...FIELD, support: { ...FIELD.support, rail: null } }] }),
        FIELD.id,
      ),
    ).toBeNull();
    expect(assemblyOf(prepare(house), 'gone')).toBeNull();
  });
});
