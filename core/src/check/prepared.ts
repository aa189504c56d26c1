import { bodyOf, type BodyMm } from '../gear/body.ts';
import type { GearType } from '../plan/gear-type.ts';
import type { Placement } from '../plan/placement.ts';
import type { Plan } from '../plan/plan.ts';
import { buildSite, type Site, type SiteFace } from '../site/site.ts';
import { BoxGrid } from './box-grid.ts';

/** Cells of about one unit’s width. */
const CELL_MM = 500;

/** Gear on its face, with its body worked out. */
export type Hung = {
  readonly id: string;
  readonly placement: Placement;
  /** As it hangs: on a board its standoff counts from the face behind the board. */
  readonly type: GearType;
  readonly face: SiteFace;
  readonly body: BodyMm;
  /** The board it is fixed to; null where it hangs on the face itself. */
  readonly board: { readonly placement: Placement; readonly type: GearType } | null;
};

/** All that checks share, computed once from a plan whose references hold. */
export type Prepared = {
  readonly plan: Plan;
  readonly site: Site;
  readonly hung: ReadonlyMap<string, Hung>;
  readonly onFace: ReadonlyMap<string, readonly Hung[]>;
  readonly grids: ReadonlyMap<string, BoxGrid<Hung>>;
  /** True where only what is wrong is asked for: remedies, which cost far more to find, are left out. */
  readonly isWithoutFixes?: true;
};

/**
 * Works out a plan. What `before`, the same plan before an edit, has worked out and the edit left alone is kept: the
 * site while no face, fold or condition changed, each piece of gear while it hangs as it did, the grid of each face
 * while none of its gear moved. The answer is the same either way.
 */
export function prepare(plan: Plan, before: Prepared | null = null): Prepared {
  const site = before !== null && hasSameSite(plan, before.plan) ? before.site : buildSite(plan);
  const types = new Map(plan.gearTypes.map((type) => [type.id, type]));
  const placements = new Map(plan.placements.map((placement) => [placement.id, placement]));
  const hung = new Map<string, Hung>();
  const onFace = new Map<string, Hung[]>();
  for (const placement of plan.placements) {
    const type = types.get(placement.type);
    const face = site.faces.get(placement.face);
    if (type === undefined || face === undefined) {
      throw new Error(`“${placement.id}” refers to nothing: the plan was not checked.`);
    }
    const boardPlacement = placement.on === undefined ? undefined : placements.get(placement.on);
    const boardType = boardPlacement === undefined ? undefined : types.get(boardPlacement.type);
    const board =
      boardPlacement === undefined || boardType === undefined
        ? null
        : { placement: boardPlacement, type: boardType };
    const known = before?.hung.get(placement.id);
    const asHung = hungType(type, board?.type ?? null, placement.isFlush === true);
    const isKept =
      known?.placement === placement &&
      known.type === asHung &&
      known.face === face &&
      known.board?.placement === boardPlacement &&
      known.board?.type === boardType;
    const item = isKept
      ? known
      : { id: placement.id, placement, type: asHung, face, body: bodyOf(type, placement), board };
    hung.set(item.id, item);
    const others = onFace.get(face.id);
    if (others === undefined) onFace.set(face.id, [item]);
    else others.push(item);
  }
  const grids = new Map(
    [...onFace].map(([face, items]) => {
      const known = before?.grids.get(face);
      const isKept = known !== undefined && hasSameItems(items, before?.onFace.get(face) ?? []);
      return [face, isKept ? known : new BoxGrid(items, CELL_MM)];
    }),
  );
  return { plan, site, hung, onFace, grids };
}

const hungTypes = new WeakMap<GearType, Map<GearType | null, GearType>>();
const flushTypes = new WeakMap<GearType, GearType>();

/** A type as it hangs: further out by all of its board, or let in so far. One object for each way, while types stay. */
function hungType(type: GearType, board: GearType | null, isFlush: boolean): GearType {
  const { flush } = type;
  if (isFlush && flush !== null) {
    const known = flushTypes.get(type) ?? { ...type, standoffMm: -flush.behindMm, bracketHoles: [] };
    flushTypes.set(type, known);
    return known;
  }
  if (board === null) return type;
  const known = hungTypes.get(type) ?? new Map<GearType | null, GearType>();
  hungTypes.set(type, known);
  const before = known.get(board);
  if (before !== undefined) return before;
  const raised = { ...type, standoffMm: type.standoffMm + board.standoffMm + board.depthMm };
  known.set(board, raised);
  return raised;
}

/** What is fixed to a board. */
export function gearOn({ hung }: Prepared, boardId: string): Hung[] {
  return [...hung.values()].filter(({ placement }) => placement.on === boardId);
}

/** Whether one of two pieces is the board the other is fixed to. */
export function isOnOther(a: Hung, b: Hung): boolean {
  return a.placement.on === b.id || b.placement.on === a.id;
}

function hasSameSite(a: Plan, b: Plan): boolean {
  return a.faces === b.faces && a.folds === b.folds && a.site === b.site && a.rootFace === b.rootFace;
}

function hasSameItems(a: readonly Hung[], b: readonly Hung[]): boolean {
  return a.length === b.length && a.every((item, index) => item === b[index]);
}

/** The same gear hung elsewhere on its face; the prepared plan is unchanged. */
export function hungAt(item: Hung, xMm: number, yMm: number): Hung {
  const placement = { ...item.placement, xMm, yMm };
  return { ...item, placement, body: bodyOf(item.type, placement) };
}

/** The middle of the body on its face: where a finding about the whole piece is shown. */
export function middleOf({ face, body }: Hung): {
  readonly face: string;
  readonly xMm: number;
  readonly yMm: number;
} {
  return { face: face.id, xMm: (body.minX + body.maxX) / 2, yMm: (body.minY + body.maxY) / 2 };
}

/** How far the front of its body stands out from its face, mm. */
export function frontMm({ type }: Hung): number {
  return type.standoffMm + type.depthMm;
}

/** Gear near a box on the face of a piece, without the piece itself, its board and what is fixed to it. */
export function gearNear(prepared: Prepared, box: BodyMm, item: Hung): Hung[] {
  return (prepared.grids.get(item.face.id)?.near(box) ?? []).filter(
    (other) => other.id !== item.id && !isOnOther(item, other),
  );
}
