import type { Ref } from '@zarnel/core/checks';
import {
  editOfHold,
  faceFromSheet,
  movedPlateHole,
  type LegHold,
  type Prepared,
  type SheetPlace,
} from '@zarnel/core/figures';
import type { PlanEdit, Plan, PointMm } from '@zarnel/core/plan';
import { panned, sheetFromScreen, zoomedAt, type PointPx, type Viewport } from '../viewport.ts';
import { dragged, hasLeft, type Dragged, type DragStart } from './drag-tool.ts';

/** A thing that is being moved. */
export type MoveDrag = {
  readonly kind: 'move';
  readonly ref: Ref;
  readonly faceId: string;
  /** The corner of the face that is dragged, where the thing is a face. */
  readonly corner: number | null;
  /** The lock of a run that is moved, where one of its legs was taken hold of. */
  readonly hold: LegHold | null;
  /** Gear that moves along, with where it was. */
  /** Of a field, the modules that are moved; null moves them all. */
  readonly modules: readonly string[] | null;
  readonly group: readonly { readonly id: string; readonly atMm: PointMm }[];
  readonly start: DragStart;
  /** Null until the pointer has left the spot where it went down. */
  readonly now: Dragged | null;
};

export type Drag = { readonly kind: 'pan'; readonly last: PointPx } | MoveDrag;

/** What fingers and the pointer are about on the sheet. */
export type Gestures = {
  /** Where the sheet was moved to by hand; null while it fits the screen. */
  readonly moved: Viewport | null;
  readonly drag: Drag | null;
  readonly touches: ReadonlyMap<number, PointPx>;
};

export const AT_REST: Gestures = { moved: null, drag: null, touches: new Map() };

export type GestureAction =
  | { readonly kind: 'touched'; readonly pointer: number; readonly at: PointPx }
  | { readonly kind: 'paper-pressed'; readonly at: PointPx }
  | { readonly kind: 'thing-pressed'; readonly drag: MoveDrag }
  | {
      readonly kind: 'pointer-moved';
      readonly pointer: number;
      readonly at: PointPx;
      readonly isFree: boolean;
      /** The sheet as it is on the screen. */
      readonly viewport: Viewport;
      readonly places: ReadonlyMap<string, SheetPlace>;
    }
  | { readonly kind: 'lifted'; readonly pointer: number }
  | { readonly kind: 'let-go' }
  | { readonly kind: 'zoomed'; readonly at: PointPx; readonly factor: number; readonly viewport: Viewport }
  | { readonly kind: 'looked'; readonly viewport: Viewport | null };

/** How near a snap must be to hold, in pixels. */
const SNAP_PX = 9;

export function gesturesReducer(state: Gestures, action: GestureAction): Gestures {
  switch (action.kind) {
    case 'touched':
      return { ...state, touches: new Map(state.touches).set(action.pointer, action.at) };
    case 'paper-pressed':
      return state.drag?.kind === 'move' ? state : { ...state, drag: { kind: 'pan', last: action.at } };
    case 'thing-pressed':
      return { ...state, drag: action.drag };
    case 'pointer-moved':
      return pointerMoved(state, action);
    case 'lifted': {
      const touches = new Map(state.touches);
      touches.delete(action.pointer);
      return { ...state, touches, drag: null };
    }
    case 'let-go':
      return { ...state, drag: null };
    case 'zoomed':
      return { ...state, moved: zoomedAt(state.moved ?? action.viewport, action.at, action.factor) };
    case 'looked':
      return { ...state, moved: action.viewport };
  }
}

type Moved = Extract<GestureAction, { kind: 'pointer-moved' }>;

function pointerMoved(state: Gestures, { pointer, at, isFree, viewport, places }: Moved): Gestures {
  const { drag, touches } = state;
  const before = touches.get(pointer);
  const other = [...touches].find(([touch]) => touch !== pointer)?.[1];
  const next = { ...state, touches: new Map(touches).set(pointer, at) };
  if (touches.size === 2 && before !== undefined && other !== undefined) {
    // Both fingers move before the sheet is drawn again: each goes on from where the other left it.
    return { ...next, drag: null, moved: pinched(state.moved ?? viewport, before, at, other) };
  }
  if (drag === null) return before === undefined ? state : next;
  if (drag.kind === 'pan') {
    const [dx, dy] = [at[0] - drag.last[0], at[1] - drag.last[1]];
    return { ...next, moved: panned(state.moved ?? viewport, dx, dy), drag: { kind: 'pan', last: at } };
  }
  const place = places.get(drag.faceId);
  if (place === undefined || (drag.now === null && !hasLeft(drag.start, at))) return next;
  const pointerMm = faceFromSheet(place, sheetFromScreen(viewport, at));
  const to = { pointerMm, pointerPx: at, isFree, reachMm: SNAP_PX / viewport.scale };
  return { ...next, drag: { ...drag, now: dragged(drag.start, to) } };
}

/** Two fingers: the sheet follows their middle and spreads with them. */
function pinched(viewport: Viewport, before: PointPx, after: PointPx, other: PointPx): Viewport {
  const spread = (a: PointPx) => Math.max(1, Math.hypot(a[0] - other[0], a[1] - other[1]));
  const middle: PointPx = [(after[0] + other[0]) / 2, (after[1] + other[1]) / 2];
  const slid = panned(viewport, (after[0] - before[0]) / 2, (after[1] - before[1]) / 2);
  return zoomedAt(slid, middle, spread(after) / spread(before));
}

/** Where each of some gear is, without the piece that is dragged itself. */
export function groupWithout(
  plan: Plan,
  ids: readonly string[],
  draggedId: string,
): { readonly id: string; readonly atMm: PointMm }[] {
  return plan.placements
    .filter(({ id }) => id !== draggedId && ids.includes(id))
    .map(({ id, xMm, yMm }) => ({ id, atMm: [xMm, yMm] }));
}

/** The edits that a drag comes to, with the thing at a place. */
export function editsOfDrag(
  { ref, faceId, corner, hold, modules, group, start }: MoveDrag,
  [xMm, yMm]: PointMm,
  prepared: Pick<Prepared, 'site' | 'plateHoles'>,
): PlanEdit[] {
  if (corner !== null) return [{ kind: 'move-corner', face: faceId, corner, xMm, yMm }];
  if (hold !== null) return [editOfHold(hold, [xMm, yMm])];
  if (ref.kind === 'plate-hole') return movePlateHole(prepared, ref.id, faceId, [xMm, yMm]);
  const [dx, dy] = [xMm - start.atMm[0], yMm - start.atMm[1]];
  if (ref.kind === 'field') return [moveModules(ref.id, modules, dx, dy)];
  return [
    moveEdit(ref, [xMm, yMm]),
    ...group.map(({ id, atMm }) => moveEdit({ kind: 'placement', id }, [atMm[0] + dx, atMm[1] + dy])),
  ];
}

/** Moves a hole through a plate along its edge, by a place on either of its faces. */
export function movePlateHole(
  { site, plateHoles }: Pick<Prepared, 'site' | 'plateHoles'>,
  id: string,
  faceId: string,
  at: PointMm,
): PlanEdit[] {
  const hole = plateHoles.get(id);
  return hole === undefined ? [] : [{ kind: 'set-plate-hole', hole: movedPlateHole(site, hole, faceId, at) }];
}

/** Moves modules of a field, all where none are named. */
export function moveModules(
  field: string,
  modules: readonly string[] | null,
  dxMm: number,
  dyMm: number,
): PlanEdit {
  return { kind: 'move-modules', field, modules: modules === null ? null : [...modules], dxMm, dyMm };
}

export function moveEdit(ref: Ref, [xMm, yMm]: PointMm): PlanEdit {
  return ref.kind === 'penetration'
    ? { kind: 'move-penetration', penetration: ref.id, xMm, yMm }
    : { kind: 'move-placement', placement: ref.id, xMm, yMm };
}
