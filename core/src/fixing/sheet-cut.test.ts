import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { prepare } from '../check/prepared.ts';
import { newGearType } from '../gear/new-gear.ts';
import type { Board } from '../plan/gear-type.ts';
import { getHung, hang, plan } from '../test/plans.ts';
import { cutFromSheets, stockOf, type CutSheet } from './sheet-cut.ts';

const sheet = { widthMm: 2440, heightMm: 1220 };
const piece = (id: string, widthMm: number, heightMm: number) => ({ id, widthMm, heightMm });

/** Whether straight cuts from edge to edge part all rectangles from each other: what a saw can do. */
function canBeSawn(boxes: readonly (readonly [number, number, number, number])[]): boolean {
  if (boxes.length < 2) return true;
  for (const axis of [0, 1] as const) {
    for (const cut of boxes.map((box) => box[axis + 2] ?? 0)) {
      const before = boxes.filter((box) => (box[axis + 2] ?? 0) <= cut + 1e-6);
      const after = boxes.filter((box) => box[axis] >= cut - 1e-6);
      if (before.length + after.length !== boxes.length || before.length === 0 || after.length === 0)
        continue;
      if (canBeSawn(before) && canBeSawn(after)) return true;
    }
  }
  return false;
}

function boxesOf({ places }: CutSheet) {
  return places.map(({ xMm, yMm, widthMm, heightMm }) => [xMm, yMm, xMm + widthMm, yMm + heightMm] as const);
}

describe('cutFromSheets', () => {
  test('cuts every piece once, on its sheet, a kerf from the next, by straight cuts alone', () => {
    const side = fc.integer({ min: 100, max: 1200 });
    fc.assert(
      fc.property(fc.array(fc.tuple(side, side), { minLength: 1, maxLength: 8 }), (sizes) => {
        const pieces = sizes.map(([w, h], index) => piece(`p${index}`, w, h));
        const sheets = cutFromSheets(pieces, sheet, 3) ?? [];
        const places = sheets.flatMap((each) => each.places);
        expect(places.map(({ id }) => id).sort()).toEqual(pieces.map(({ id }) => id).sort());
        for (const cut of sheets) {
          const boxes = boxesOf(cut);
          expect(canBeSawn(boxes)).toBe(true);
          boxes.forEach(([x0, y0, x1, y1], index) => {
            expect([x0 >= 0, y0 >= 0, x1 <= sheet.widthMm, y1 <= sheet.heightMm]).toEqual([
              true,
              true,
              true,
              true,
            ]);
            for (const [u0, v0, u1, v1] of boxes.slice(index + 1)) {
              expect(
                u0 >= x1 + 3 - 1e-6 || x0 >= u1 + 3 - 1e-6 || v0 >= y1 + 3 - 1e-6 || y0 >= v1 + 3 - 1e-6,
              ).toBe(true);
            }
          });
        }
        const area = pieces.reduce((sum, { widthMm, heightMm }) => sum + widthMm * heightMm, 0);
        expect(sheets.length).toBeGreaterThanOrEqual(Math.ceil(area / (sheet.widthMm * sheet.heightMm)));
      }),
      { seed: 11, numRuns: 60 },
    );
  });

  test('gets four quarters from one sheet, and the kerf counts', () => {
    const quarter = (take: number) => [1, 2, 3, 4].map((n) => piece(`q${n}`, 1220 - take, 610 - take));
    expect(cutFromSheets(quarter(1.5), sheet, 3)).toHaveLength(1);
    expect(cutFromSheets(quarter(0), sheet, 3)).toHaveLength(2);
    expect(cutFromSheets(quarter(0), sheet, 0)).toHaveLength(1);
  });

  test('turns a piece where it fits only so, keeps the offcut whole, and refuses what is larger', () => {
    expect(cutFromSheets([piece('tall', 900, 2000)], sheet)?.[0]?.places[0]).toMatchObject({
      isTurned: true,
    });
    expect(cutFromSheets([piece('big', 2500, 300)], sheet)).toBeNull();
    // One strip off the long side leaves one piece 2440 × 917.
    const [cut] = cutFromSheets([piece('strip', 2440, 300)], sheet, 3) ?? [];
    expect(cut?.offcuts).toEqual([{ xMm: 0, yMm: 303, widthMm: 2440, heightMm: 917 }]);
  });
});

describe('stockOf', () => {
  const made: Board = {
    material: 'Cement board',
    fireClass: 'non-combustible',
    holding: 'through-bolt',
    cornerRadiusMm: 0,
    hasTrim: false,
    cables: 'on-face',
    railsUpMm: [],
  };
  const boards = (count: number, board: Board = made, widthMm = 1100) => {
    const type = newGearType('b', 'Board', 'board', { widthMm, heightMm: 590, depthMm: 12, board });
    const placements = Array.from({ length: count }, (_, n) => hang(`b${n}`, 'b', 'w', 600 + n * 1200, 1500));
    const prepared = prepare(plan({ gearTypes: [type], placements }));
    return stockOf(prepared, getHung(prepared, 'b0'));
  };

  test('buys the sheets that waste least for all boards of one material', () => {
    expect(boards(1)).toMatchObject({ stock: '1200 × 600 mm', boardCount: 1 });
    // 1210 is too wide for the small sheet; two of 590 and a kerf are 1183 high.
    expect(boards(2, made, 1210)).toMatchObject({ stock: '4 × 4 ft', boardCount: 2 });
    expect(boards(2, made, 1210)?.sheets).toHaveLength(1);
  });

  test('has nothing for rails, nor for what no sheet gives', () => {
    expect(boards(1, { ...made, holding: 'slide-in-nut' })).toBeNull();
    expect(boards(1, made, 3200)).toBeNull();
  });
});
