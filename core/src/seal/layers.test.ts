import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { honeyHouse } from '../demo/honey-house.ts';
import type { Layer } from '../plan/face.ts';
import { tellingOf } from '../plan/names.ts';
import type { Penetration } from '../plan/penetration.ts';
import type { Plan } from '../plan/plan.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { toldText } from '../quantity/told.ts';
import { LAYER_KINDS, LAYERS } from '../reference/layers.ts';
import { sectionOf, unsaidMm } from './layers.ts';
import { findPenetrationSides, type PenetrationSides } from './penetration-sides.ts';
import { sealStack } from './seal-stack.ts';
import { cases } from '../test/cases.ts';

/** The demo’s roof, made so thick and with so much in it; and its hole, marked from below or from above. */
function roof(thicknessMm: number, layers: readonly Layer[] | null, isFromAbove = false): Plan {
  const demo = honeyHouse();
  return {
    ...demo,
    faces: demo.faces.map((face) =>
      face.id === 'roof-underside' && face.shape.kind === 'outline'
        ? {
            ...face,
            shape: { ...face.shape, thicknessMm, ...(layers === null ? {} : { layers: [...layers] }) },
          }
        : face,
    ),
    penetrations: demo.penetrations.map((each) => ({
      ...each,
      face: isFromAbove ? 'roof-top' : 'roof-underside',
    })),
  };
}

function holeOf(plan: Plan): {
  prepared: ReturnType<typeof prepare>;
  sides: PenetrationSides;
  hole: Penetration;
} {
  const prepared = prepare(plan);
  const [hole] = plan.penetrations;
  const sides = hole === undefined ? null : findPenetrationSides(prepared, hole);
  if (hole === undefined || sides === null) throw new Error('The demo has a hole with two sides.');
  return { prepared, sides, hole };
}

const layer = fc.record({
  is: fc.constantFrom(...LAYER_KINDS),
  thicknessMm: fc.integer({ min: 1, max: 90 }),
});

describe('what a hole goes through', () => {
  test('adds up to the thickness without a gap, and is the other way round from the other side', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 5, max: 600 }),
        fc.option(fc.array(layer, { maxLength: 8 })),
        (thicknessMm, all) => {
          // As much of it as there is room for: no more can be said of a face.
          let leftMm = thicknessMm;
          const layers = all?.filter((each) => (leftMm -= each.thicknessMm) >= 0) ?? null;
          const [below, above] = [false, true].map((isFromAbove) => {
            const { prepared, sides } = holeOf(roof(thicknessMm, layers, isFromAbove));
            return sectionOf(prepared, sides);
          });
          if (below === undefined || above === undefined) throw new Error('It has two sides.');
          for (const section of [below, above]) {
            let atMm = 0;
            const apart: typeof section = section.filter((part) => {
              const isNext = Math.abs(part.fromMm - atMm) < 5e-10 && part.thicknessMm > 0;
              atMm += part.thicknessMm;
              return !isNext;
            });
            expect(apart).toEqual([]);
            expect(atMm).toBeCloseTo(thicknessMm, 9);
          }
          // What was said stands there whole, however thick skins are sold.
          const said = (section: typeof below) =>
            section.flatMap(({ is, thicknessMm: mm }) =>
              is === 'skin' || is === 'unsaid' ? [] : [`${is} ${mm}`],
            );
          expect(said(below)).toEqual((layers ?? []).map(({ is, thicknessMm: mm }) => `${is} ${mm}`));
          expect(said(above)).toEqual(said(below).reverse());
        },
      ),
      { numRuns: cases(400, 250) },
    );
  });

  test('asks only where there is room for something that nobody said', () => {
    const unsaid = (thicknessMm: number, layers: readonly Layer[] | null) => {
      const { prepared, sides } = holeOf(roof(thicknessMm, layers));
      return unsaidMm(prepared, sides);
    };
    // Two skins of 16 mm.
    expect(unsaid(22, null)).toBe(0);
    expect(unsaid(32 + 19.9, null)).toBe(0);
    expect(unsaid(32 + 20, null)).toBe(20);
    expect(unsaid(232, [{ is: 'foam', thicknessMm: 200 }])).toBe(0);
    expect(unsaid(232, [{ is: 'foam', thicknessMm: 100 }])).toBe(100);
    expect(unsaid(110, [{ is: 'foam', thicknessMm: 100 }])).toBe(0);
  });

  test('each layer is told with how it is cut, and a sleeve goes from skin to skin', () => {
    for (const is of LAYER_KINDS) {
      const { prepared, hole } = holeOf(roof(132, [{ is, thicknessMm: 100 }]));
      const telling = tellingOf(METRIC_READER, prepared.plan);
      const steps = sealStack(prepared, hole)?.steps ?? [];
      const textOf = (id: string) =>
        steps.flatMap((step) => (step.id === id ? [toldText(step.text, telling)] : [])).join(' ');
      expect(textOf('layers')).toContain(`100 mm of ${LAYERS[is].name}, ${LAYERS[is].cut}`);
      expect(textOf('layers')).toContain('132 mm');
      expect(textOf('sleeve')).toContain('132 mm');
      // PVC goes hard on polystyrene; an air barrier is closed again (common practice, no source).
      expect(textOf('sleeve').includes('PVC')).toBe(is === 'polystyrene');
      expect(textOf('sleeve').includes('Tape the membrane')).toBe(is === 'membrane');
    }
    const { prepared, hole } = holeOf(roof(22, null));
    expect(sealStack(prepared, hole)?.steps.some(({ id }) => id === 'layers')).toBe(false);
  });
});
