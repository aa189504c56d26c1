import { describe, expect, test } from '@jest/globals';
import { gearTypeSchema } from '../plan/gear-type.ts';
import { gear } from '../test/plans.ts';
import { bodyOf, knockoutOnFace } from './body.ts';
import { SAMPLE_GEAR } from './samples.ts';

describe('bodyOf', () => {
  test('hangs the body below its hook line and centres it', () => {
    // 400 wide, 600 high, hook line 500 above the bottom: 100 of the body stand above the hook line.
    expect(bodyOf(gear('t'), { xMm: 1000, yMm: 1500 })).toEqual({
      minX: 800,
      maxX: 1200,
      minY: 1000,
      maxY: 1600,
    });
  });
});

describe('knockoutOnFace', () => {
  const body = bodyOf(gear('t'), { xMm: 1000, yMm: 1500 });
  test.each([
    ['top', [900, 1600], [0, 1]],
    ['bottom', [900, 1000], [0, -1]],
    ['left', [800, 1100], [-1, 0]],
    ['right', [1200, 1100], [1, 0]],
  ] as const)('measures %s knockouts along their edge and opens outward', (edge, at, opens) => {
    const knockout = { id: 'k', edge, alongMm: 100, fromBackMm: 20, tradeSize: '1' } as const;
    expect(knockoutOnFace(body, knockout)).toEqual({ at, opens });
  });
});

describe('the sample gear', () => {
  test.each(SAMPLE_GEAR.map((type) => [type.name, type] as const))('%s is a valid type', (_, type) => {
    expect(gearTypeSchema.safeParse(type).error?.issues ?? []).toEqual([]);
  });

  test.each(SAMPLE_GEAR.map((type) => [type.name, type] as const))(
    '%s has its knockouts on its body',
    (_, type) => {
      for (const { edge, alongMm, fromBackMm } of type.knockouts) {
        const edgeMm = edge === 'top' || edge === 'bottom' ? type.widthMm : type.heightMm;
        expect(alongMm).toBeLessThan(edgeMm);
        expect(fromBackMm).toBeLessThan(type.depthMm);
      }
      expect(type.dropMm).toBeLessThanOrEqual(type.heightMm);
    },
  );
});
