import { describe, expect, test } from '@jest/globals';
import { prepare, type SheetPlace } from '@zarnel/core/figures';
import { honeyHouse } from '@zarnel/core/files';
import type { Viewport } from '../viewport.ts';
import { AT_REST, editsOfDrag, gesturesReducer, type Gestures, type MoveDrag } from './gestures.ts';

const PREPARED = prepare(honeyHouse());
const viewport: Viewport = { scale: 0.1, left: 0, top: 300 };
const place: SheetPlace = {
  face: 'w',
  originX: 0,
  originY: 0,
  cos: 1,
  sin: 0,
  island: 0,
  bounds: { minX: 0, minY: 0, maxX: 4000, maxY: 2500 },
  via: null,
};
const places = new Map([['w', place]]);
const drag: MoveDrag = {
  kind: 'move',
  ref: { kind: 'placement', id: 'a' },
  faceId: 'w',
  corner: null,
  hold: null,
  modules: null,
  group: [{ id: 'b', atMm: [2000, 900] }],
  start: {
    atMm: [1000, 1000],
    pointerMm: [1000, 1000],
    pointerPx: [100, 200],
    snaps: { across: [], up: [] },
    stepMm: 1,
  },
  now: null,
};
const move = (state: Gestures, pointer: number, at: readonly [number, number]) =>
  gesturesReducer(state, { kind: 'pointer-moved', pointer, at, isFree: false, viewport, places });
const touch = (state: Gestures, pointer: number, at: readonly [number, number]) =>
  gesturesReducer(state, { kind: 'touched', pointer, at });

describe('gestures on the sheet', () => {
  test('a pressed thing stays until the pointer has left its spot, then follows it with its group', () => {
    const pressed = gesturesReducer(touch(AT_REST, 1, [100, 200]), { kind: 'thing-pressed', drag });
    expect(move(pressed, 1, [102, 201]).drag).toMatchObject({ now: null });
    const moved = move(pressed, 1, [150, 180]).drag;
    if (moved?.kind !== 'move' || moved.now === null) throw new Error('not moved');
    // 50 px right and 20 px up at 0.1 px a mm.
    expect(moved.now.atMm).toEqual([1500, 1200]);
    expect(editsOfDrag(moved, moved.now.atMm, PREPARED)).toEqual([
      { kind: 'move-placement', placement: 'a', xMm: 1500, yMm: 1200 },
      { kind: 'move-placement', placement: 'b', xMm: 2500, yMm: 1100 },
    ]);
  });

  test('a hole through a plate follows along its edge alone, by a place on either of its faces, and not past the ends', () => {
    const [hole] = honeyHouse().plateHoles;
    if (hole === undefined) throw new Error('hole');
    const dragOn = (faceId: string, at: readonly [number, number]) => {
      const [edit] = editsOfDrag(
        { ...drag, ref: { kind: 'plate-hole', id: hole.id }, faceId, group: [] },
        [...at],
        PREPARED,
      );
      return edit?.kind === 'set-plate-hole' ? edit.hole.alongMm / 25.4 : null;
    };
    // From the wall’s left as one stands in the room: 168 less what is right of the datum on either of the two backs.
    expect(dragOn('loft-floor', [60 * 25.4, 400])).toBeCloseTo(168 - 60, 6);
    expect(dragOn('wall-cavity', [60 * 25.4, 0])).toBeCloseTo(168 - 60, 6);
    expect([dragOn('loft-floor', [-500, 0]), dragOn('loft-floor', [9000, 0])]).toEqual([
      expect.closeTo(168, 6),
      0,
    ]);
  });

  test('bare paper slides, and not while a thing is held', () => {
    const pressed = gesturesReducer(touch(AT_REST, 1, [10, 10]), { kind: 'paper-pressed', at: [10, 10] });
    expect(move(pressed, 1, [25, 4]).moved).toEqual({ scale: 0.1, left: 15, top: 294 });
    const held = gesturesReducer(AT_REST, { kind: 'thing-pressed', drag });
    expect(gesturesReducer(held, { kind: 'paper-pressed', at: [1, 1] })).toBe(held);
  });

  test('a second finger ends a drag; the sheet follows both, however their moves come', () => {
    const held = gesturesReducer(touch(AT_REST, 1, [100, 100]), { kind: 'thing-pressed', drag });
    const two = touch(held, 2, [200, 100]);
    // From 100 px apart to 200 px, one after the other.
    const first = move(two, 1, [50, 100]);
    const both = move(first, 2, [250, 100]);
    expect(both.drag).toBeNull();
    expect(both.moved?.scale).toBeCloseTo(0.2, 9);
    const other = move(move(two, 2, [250, 100]), 1, [50, 100]);
    expect(other.moved?.scale).toBeCloseTo(0.2, 9);
    expect(gesturesReducer(both, { kind: 'lifted', pointer: 2 }).touches.size).toBe(1);
  });

  test('lifting and letting go end a drag; a look is kept until it is taken back', () => {
    const held = gesturesReducer(touch(AT_REST, 1, [100, 100]), { kind: 'thing-pressed', drag });
    expect(gesturesReducer(held, { kind: 'lifted', pointer: 1 })).toMatchObject({ drag: null });
    expect(gesturesReducer(held, { kind: 'let-go' }).drag).toBeNull();
    const zoomed = gesturesReducer(held, { kind: 'zoomed', at: [0, 300], factor: 2, viewport });
    expect(zoomed.moved).toEqual({ scale: 0.2, left: 0, top: 300 });
    expect(gesturesReducer(zoomed, { kind: 'looked', viewport: null }).moved).toBeNull();
  });
});
