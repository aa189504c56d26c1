import { snapsNear, type Snap, type Snaps } from '@zarnel/core/figures';
import type { PointMm } from '@zarnel/core/plan';

/** A drag as it was when the pointer went down. Every later position is computed from here, never from the last one. */
export type DragStart = {
  readonly atMm: PointMm;
  readonly pointerMm: PointMm;
  readonly pointerPx: readonly [number, number];
  readonly snaps: Snaps;
  readonly stepMm: number;
};

export type DragTo = {
  readonly pointerMm: PointMm;
  readonly pointerPx: readonly [number, number];
  /** Alt: neither sticks nor rounds. */
  readonly isFree: boolean;
  /** How near a snap must be to hold, mm. */
  readonly reachMm: number;
};

/** Where the thing is now, and the places near it that would hold it, the one that does first. */
export type Dragged = {
  readonly atMm: PointMm;
  readonly near: { readonly across: readonly Snap[]; readonly up: readonly Snap[] };
};

const NOTHING_NEAR = { across: [], up: [] };
/** Places that do not hold it yet are shown from this many times as far. */
const SHOWN_RATIO = 3;

/** A press that moves less than this is a click, in pixels. */
const CLICK_PX = 4;

export function hasLeft(start: DragStart, pointerPx: readonly [number, number]): boolean {
  return Math.hypot(pointerPx[0] - start.pointerPx[0], pointerPx[1] - start.pointerPx[1]) >= CLICK_PX;
}

/** Where the dragged thing is now: it follows the pointer, sticks to what is near, else rounds to a mark. */
export function dragged(start: DragStart, to: DragTo): Dragged {
  const x = start.atMm[0] + to.pointerMm[0] - start.pointerMm[0];
  const y = start.atMm[1] + to.pointerMm[1] - start.pointerMm[1];
  if (to.isFree) return { atMm: [x, y], near: NOTHING_NEAR };
  const near = {
    across: snapsNear(start.snaps.across, x, to.reachMm * SHOWN_RATIO),
    up: snapsNear(start.snaps.up, y, to.reachMm * SHOWN_RATIO),
  };
  const [across] = snapsNear(near.across, x, to.reachMm);
  const [up] = snapsNear(near.up, y, to.reachMm);
  const rounded = (value: number) => Math.round(value / start.stepMm) * start.stepMm;
  return {
    atMm: [across?.atMm ?? rounded(x), up?.atMm ?? rounded(y)],
    near,
  };
}
