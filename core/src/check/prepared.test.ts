import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { honeyHouse } from '../demo/honey-house.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import { prepare } from './prepared.ts';

const base = honeyHouse();
const length = fc.integer({ min: 100, max: 3000 });
const anyEdit: fc.Arbitrary<PlanEdit> = fc.oneof(
  fc.record({
    kind: fc.constant('move-placement' as const),
    placement: fc.constantFrom(...base.placements.map(({ id }) => id)),
    xMm: length,
    yMm: length,
  }),
  fc.record({
    kind: fc.constant('move-pass' as const),
    pass: fc.constant('roof-hole'),
    xMm: length,
    yMm: length,
  }),
  fc.record({
    kind: fc.constant('remove-placement' as const),
    placement: fc.constantFrom('battery-a', 'inverter-b'),
  }),
  fc.record({
    kind: fc.constant('set-conditions' as const),
    face: fc.constantFrom(null, 'plant-wall'),
    conditions: fc.record({ meanMaxTempC: fc.integer({ min: 0, max: 40 }) }),
  }),
  fc.record({
    kind: fc.constant('move-corner' as const),
    face: fc.constant('north-wall'),
    corner: fc.constant(1),
    xMm: length,
    yMm: length,
  }),
  fc.record({
    kind: fc.constant('set-gear-type' as const),
    gearType: fc.integer({ min: 40, max: 60 }).map((massKg) => {
      const [type] = base.gearTypes;
      if (type === undefined) throw new Error('no type');
      return { ...type, parts: [], massKg };
    }),
  }),
);

describe('prepare', () => {
  test('answers the same from scratch as from what it knew before any edit', () => {
    fc.assert(
      fc.property(fc.array(anyEdit, { minLength: 1, maxLength: 6 }), (edits) => {
        let plan = base;
        let known = prepare(base);
        for (const edit of edits) {
          const applied = applyEdits(plan, [edit]);
          if (!applied.ok) continue;
          plan = applied.value.plan;
          known = prepare(plan, known);
          expect(known).toEqual(prepare(plan));
        }
      }),
      { seed: 55, numRuns: 60 },
    );
  });

  test('keeps what an edit left alone: the site, and every piece but the one that moved', () => {
    const before = prepare(base);
    const applied = applyEdits(base, [
      { kind: 'move-placement', placement: 'battery-a', xMm: 800, yMm: 1100 },
    ]);
    if (!applied.ok) throw new Error(applied.fault.message);
    const after = prepare(applied.value.plan, before);
    expect(after.site).toBe(before.site);
    const changed = [...after.hung.values()].filter((item) => before.hung.get(item.id) !== item);
    expect(changed.map(({ id }) => id)).toEqual(['battery-a']);
    expect(after.grids.get('plant-wall')).toBe(before.grids.get('plant-wall'));
    expect(after.grids.get('north-wall')).not.toBe(before.grids.get('north-wall'));
  });
});
