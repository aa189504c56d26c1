import { describe, expect, test } from '@jest/globals';
import { prepare } from '../check/prepared.ts';
import { reverseOf } from '../demo/parts.ts';
import { knockoutAt } from '../gear/new-gear.ts';
import { NO_RATINGS, type GearType } from '../plan/gear-type.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { gear, getHung, hang, plan, rectangle, wall } from '../test/plans.ts';
import { canBeScrewed, adjoiningOf, meetEdit, screwWindow } from './joined.ts';
import { upgradeNeeds } from './upgrade.ts';

const left = gear('left', { knockouts: [knockoutAt('low', 'right', 100, 60, '1'), knockoutAt('high', 'right', 300, 60, '1'), knockoutAt('small', 'right', 200, 60, '1/2')] }); // prettier-ignore
const right = gear('right', { heightMm: 500, dropMm: 400, standoffMm: 10, knockouts: [knockoutAt('in', 'left', 100, 50, '1'), knockoutAt('other', 'left', 340, 50, '1')] }); // prettier-ignore

function pair(gapMm: number, upMm: number, other: GearType = right) {
  const prepared = prepare(
    plan({
      gearTypes: [left, other],
      placements: [hang('a', 'left', 'w', 1000, 1500), hang('b', 'right', 'w', 1400 + gapMm, 1400 + upMm)],
    }),
  );
  return adjoiningOf(getHung(prepared, 'a'), getHung(prepared, 'b'));
}

describe('enclosures side by side', () => {
  test('meet where knockouts of one size lie across from each other, and say by how much the rest miss', () => {
    // Bottoms at 1000 both; standoff 10 + 50 is 60 out, as the others.
    const adjoining = pair(0, 0);
    expect(adjoining).toMatchObject({ kind: 'side-by-side', gapMm: 0 });
    const met = { isMet: true, offUpMm: 0, offOutMm: 0, fitting: 'chase-nipple' };
    expect(adjoining?.meetings[0]).toMatchObject({ mine: { id: 'low' }, theirs: { id: 'in' }, ...met });
    const missed = { isMet: false, offUpMm: 40, fitting: 'none' };
    expect(adjoining?.meetings[1]).toMatchObject({
      mine: { id: 'high' },
      theirs: { id: 'other' },
      ...missed,
    });
    expect(adjoining?.meetings.every(({ mine }) => mine.id !== 'small')).toBe(true);
  });

  test('take a nipple where two connectors have room, and neither kind of fitting in between', () => {
    expect(pair(120, 0)?.meetings[0]?.fitting).toBe('nipple');
    expect(pair(40, 0)?.meetings[0]?.fitting).toBe('too-near');
    expect(pair(2, 0)?.meetings[0]?.fitting).toBe('chase-nipple');
    expect(pair(mmFromInch(24) + 1, 0)).toBeNull();
    expect(pair(0, 1000)).toBeNull();
  });

  test('are moved along the wall until the nearest knockouts meet, and no further than the wall allows', () => {
    const adjoining = pair(0, 12);
    const edit = adjoining === null ? null : meetEdit(adjoining);
    expect(edit).toMatchObject({ kind: 'move-placement', placement: 'a', xMm: 1000, yMm: 1512 });
    const met = pair(0, 0);
    expect(met === null ? null : meetEdit(met)).toBeNull();
    const deeper = pair(0, 0, { ...right, standoffMm: 30 });
    expect(deeper?.meetings[0]).toMatchObject({ isMet: false, offOutMm: 20 });
    expect(deeper === null ? undefined : meetEdit(deeper)).toBeNull();
  });

  test('are screwed to each other over bushings and spacers, not over a nipple', () => {
    // Common practice, no source: a screw of 1 1/4 in through two bushings; none over a gap of inches.
    expect([0, 30, 120].map((gapMm) => canBeScrewed({ kind: 'side-by-side', gapMm }))).toEqual([
      true,
      true,
      false,
    ]);
    expect(canBeScrewed({ kind: 'back-to-back', gapMm: 120 })).toBe(true);
  });

  test('come together by their play, not by more', () => {
    expect(pair(0, 1.4)?.meetings[0]?.isMet).toBe(true);
    expect(pair(0, 1.6)?.meetings[0]?.isMet).toBe(false);
  });
});

describe('enclosures back to back', () => {
  test('share one hole where both lie behind each other, mirrored on the other side', () => {
    const front = wall('w', rectangle(5000, 2500));
    const both = prepare(
      plan({
        faces: [front, reverseOf(front, 'r', 'Other side')],
        gearTypes: [left, right],
        placements: [hang('a', 'left', 'w', 1000, 1500), hang('b', 'right', 'r', 3900, 1450)],
      }),
    );
    const adjoining = adjoiningOf(getHung(both, 'a'), getHung(both, 'b'));
    // On the first face b lies at 5000 − 3900 = 1100: from 900 to 1300, and from 1050 up; a from 800 to 1200, 1000 up.
    const within = { minX: 900, maxX: 1200, minY: 1050, maxY: 1550 };
    expect(adjoining).toMatchObject({ kind: 'back-to-back', gapMm: 20 + 10, through: { within } });
    // Its middle from the left on each side: 5000 between the two.
    expect(adjoining?.through).toMatchObject({
      widthMm: 300,
      heightMm: 500,
      xMm: 1050,
      otherXMm: 3950,
      yMm: 1300,
    });
  });
});

describe('screws that join', () => {
  const inch = mmFromInch;
  test('of 1 in are too short through bushings where 1 1/4 in hold', () => {
    // Common practice, no source: sheets of 1/16 in, 11/16 in of bushings between, a nut of 1/8 in, 24 threads to the inch.
    const sheet = inch(0.0625);
    const window = screwWindow({ firstSheetMm: sheet, betweenMm: inch(0.6875), secondSheetMm: sheet, nutMm: inch(0.125), screw: '#12-24', freeBehindMm: inch(2) }); // prettier-ignore
    expect(window.leastMm).toBeGreaterThan(inch(1));
    expect(window.stockMm).toBe(inch(1.25));
  });

  test('stay clear of what is behind, or there is none', () => {
    const stack = { firstSheetMm: 1.5, betweenMm: 0, secondSheetMm: 1.5, nutMm: 3.2, screw: 'M5', freeBehindMm: 20 } as const; // prettier-ignore
    expect(screwWindow(stack).leastMm).toBeCloseTo(3 + 3.2 + 2.4, 9);
    expect(screwWindow(stack).mostMm).toBeCloseTo(3 + 20 - 6, 9);
    // Metric screws come in whole millimetres; inch ones in eighths: three threads of 24 to the inch are 1/8 in.
    expect(screwWindow(stack).stockMm).toBe(10);
    expect(screwWindow({ ...stack, screw: '#12-24' }).leastMm).toBeCloseTo(3 + 3.2 + 25.4 / 8, 9);
    expect(screwWindow({ ...stack, screw: '#10-32' }).stockMm).toBe(inch(0.375));
    expect(screwWindow({ ...stack, freeBehindMm: 9 }).stockMm).toBeNull();
  });
});

describe('a larger unit on a panel', () => {
  const type = (maxCurrentA: number | null): Pick<GearType, 'id' | 'ratings'> => ({ id: 'it', ratings: { ...NO_RATINGS, maxCurrentA } }); // prettier-ignore
  // NEC 690.8 and 690.9: 125 %; 240.6(A): standard ratings; Table 310.16 at 75 °C; 240.4(D) for small conductors.
  test.each([
    [33.3, 41.625, 45, '8'],
    [24, 30, 30, '10'],
    [25, 31.25, 35, '8'],
    [16, 20, 20, '12'],
    [48, 60, 60, '6'],
    [160, 200, 200, '3/0'],
  ] as const)(
    'of %f A continuous: %f A, a breaker of %i A, copper #%s',
    (outputA, designA, breakerA, wire) => {
      expect(upgradeNeeds(type(outputA), type(200))).toMatchObject({ designA, breakerA, wire });
    },
  );

  test('needs a panel that carries it, and a busbar that takes its current and the supply', () => {
    expect(upgradeNeeds(type(33.3), type(40))).toMatchObject({ doesPanelCarry: false });
    // NEC 705.12(B)(3)(2), 2020: 200 A busbar, 240 A in all, so 40 A at 125 % and no more; the breaker’s own size is no term.
    expect(upgradeNeeds(type(92), type(600))).toMatchObject({
      breakerA: 125,
      busbarA: 715,
      isWithinBusbar: true,
    });
    expect(upgradeNeeds(type(97), type(600))).toMatchObject({ isWithinBusbar: false });
    expect(upgradeNeeds(type(32), type(200))).toMatchObject({ doesPanelCarry: true, isWithinBusbar: true });
    expect(upgradeNeeds(type(33.3), type(200))).toMatchObject({ isWithinBusbar: false });
    expect(upgradeNeeds(type(33.3), type(null))).toMatchObject({
      doesPanelCarry: null,
      isWithinBusbar: null,
    });
    expect(upgradeNeeds(type(null), type(200))).toBeNull();
    expect(upgradeNeeds(type(5000), type(200))).toMatchObject({ breakerA: null, wire: null });
  });
});
