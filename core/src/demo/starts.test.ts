import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { runChecks } from '../check/run-checks.ts';
import { CHECKS } from '../checks.ts';
import { openPlan } from '../plan/open-plan.ts';
import { START_KINDS } from '../plan/start-kinds.ts';
import { dot } from '../geometry/vec3.ts';
import { takeOutline } from '../site/outline-take.ts';
import { startFromOutline, startPlan, STARTS, sizeFault, usualSizes } from './starts.ts';

describe('what a job starts from', () => {
  test.each(START_KINDS)('%s opens, fits together at any size, and has nothing to clear', (kind) => {
    const sizes = fc.record(
      Object.fromEntries(
        STARTS[kind].sizes.map(({ id, least, most }) => [
          id,
          fc.double({ min: least, max: most, noNaN: true }),
        ]),
      ),
    );
    fc.assert(
      fc.property(sizes, fc.constantFrom('us' as const, 'iec' as const), (typed, codeBasis) => {
        const plan = startPlan('Job', codeBasis, 27, kind, typed);
        expect(openPlan(JSON.parse(JSON.stringify(plan))).ok).toBe(true);
        const model = prepare(plan);
        expect(model.site.problems).toEqual([]);
        expect(model.site.frames.size).toBe(plan.faces.length);
        expect(runChecks(model, CHECKS)).toEqual([]);
      }),
      { seed: 17, numRuns: 40 },
    );
  });

  test('a wall of any drawn outline opens, and has nothing to clear', () => {
    const corner = fc.tuple(fc.integer({ min: 0, max: 9000 }), fc.integer({ min: 0, max: 4000 }));
    let taken = 0;
    fc.assert(
      fc.property(fc.array(corner, { minLength: 3, maxLength: 7 }), (corners) => {
        const outline = takeOutline(corners, 1);
        if (!outline.ok) return;
        taken++;
        const plan = startFromOutline('Gable', 'iec', 27, outline.value);
        expect(openPlan(JSON.parse(JSON.stringify(plan))).ok).toBe(true);
        const model = prepare(plan);
        expect(model.site.problems).toEqual([]);
        expect(model.site.faces.get(plan.rootFace)?.outline).toEqual(outline.value);
        expect(runChecks(model, CHECKS)).toEqual([]);
      }),
      { seed: 5, numRuns: 200 },
    );
    expect(taken).toBeGreaterThan(40);
  });

  test('is round in its trade, and within what is taken', () => {
    for (const kind of START_KINDS) {
      for (const size of STARTS[kind].sizes) {
        const inches = (usualSizes(kind, 'us')[size.id] ?? 0) / 25.4;
        if (size.unit === 'mm') expect(inches).toBeCloseTo(Math.round(inches), 6);
        for (const basis of ['us', 'iec'] as const)
          expect(sizeFault(size, usualSizes(kind, basis)[size.id] ?? 0)).toBeNull();
        expect(sizeFault(size, -1)).toContain(size.label);
        expect(sizeFault(size, NaN)).toContain(size.label);
      }
    }
  });

  test('has the roof at its pitch, and the sides of a body opposite each other', () => {
    const house = prepare(startPlan('H', 'iec', 27, 'house', { pitch: 40 }));
    // A slope’s own “up” rises by the sine of its pitch.
    const near = house.site.frames.get('near-under');
    expect(near?.up[2]).toBeCloseTo(Math.sin((40 * Math.PI) / 180), 9);
    const van = prepare(startPlan('V', 'iec', 27, 'van'));
    const [side, other] = ['side', 'other-side'].map((id) => van.site.frames.get(id));
    if (side === undefined || other === undefined) throw new Error('no sides');
    expect(dot(side.right, other.right)).toBeCloseTo(-1, 9);
    expect(dot(side.up, other.up)).toBeCloseTo(1, 9);
  });
});
