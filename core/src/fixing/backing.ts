import { MOST_NAME_CHARACTERS } from '../plan/values.ts';
import { cutText } from '../plan/name-with.ts';
import { gearName } from '../plan/names.ts';
import type { Fix } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { isOnItsGround } from '../clearance/clear-moves.ts';
import { bodyOf } from '../gear/body.ts';
import { bracketHole, newGearType } from '../gear/new-gear.ts';
import type { Board, BracketHole, GearType } from '../plan/gear-type.ts';
import type { Placement } from '../plan/placement.ts';
import { freshId } from '../plan/fresh-id.ts';
import { isAbove } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import { USUAL_PILOT_MM } from '../reference/fasteners.ts';
import { RAIL_KINDS, RAIL_LIMITS, RAILS, type RailKind } from '../reference/rails.ts';
import { mayLieUnder, partInBox } from '../site/obstacle-zone.ts';
import { doBoxesOverlap } from '../geometry/polygon.ts';
import { fixingPlanOf } from './fixing-plan.ts';
import { CARRIES, holds } from './hole-fixing.ts';
import { fixingLoadOf, loadOnHole } from './loads.ts';
import { bendingOf } from './rail.ts';

/** A board or rails put between gear and framing that its holes miss. */
type Backing = {
  readonly type: GearType;
  readonly placement: Placement;
};

/** Past the outermost framing and holes (practice): the edge distance of its own screws. */
const MARGIN_MM = 40;
/** Thickness of plywood boards as sold, thinnest first. */
const BOARD_MM = [18, 24, 30] as const;
const PLYWOOD_KG_PER_M3 = 600;
/** Rows of holes nearer than this share a rail. */
const SAME_ROW_MM = 1;
/** Rows of screws on a board are at most this far apart up the framing (practice). */
const MOST_ROW_MM = 400;

/**
 * What else than a move makes holes hold that miss the framing: slotted rails from member to member behind each row of
 * holes, or a board. Only what is on the face, in nobody’s way and itself strong enough is offered; whether the nuts of
 * rails are approved for the load is then asked. The edits put it up and hang the gear on it.
 */
export function backingFixes(prepared: Prepared, item: Hung): Fix[] {
  if (item.board !== null || item.type.kind === 'board') return [];
  const rails = RAIL_KINDS.map((kind) => railsBehind(prepared, item, kind)).filter((each) => each !== null);
  // The shallow rail is listed last: taken where it is enough.
  const rail = rails.at(-1);
  // Screwed into the board where its thickness holds the screws, else bolted through the thinnest that carries itself.
  const board =
    BOARD_MM.map((thicknessMm) => boardBehind(prepared, item, thicknessMm, 'wood-screw')).find(
      (each) => each !== null,
    ) ?? boardBehind(prepared, item, BOARD_MM[0], 'through-bolt');
  return [
    ...(rail === undefined ? [] : [fixOf(item, rail, 'rails')]),
    ...(board == null ? [] : [fixOf(item, board, 'board')]),
  ];
}

function fixOf(item: Hung, { type, placement }: Backing, message: 'rails' | 'board'): Fix {
  return {
    message,
    data: {
      gear: gearName(item.id),
      backing: type.board?.material ?? type.name,
      width: { value: type.widthMm, unit: 'mm' },
      height: { value: type.heightMm, unit: 'mm' },
    },
    edits: [
      { kind: 'add-gear-type', gearType: type },
      { kind: 'place-gear', placement },
      { kind: 'mount-on', placement: item.id, board: placement.id },
    ],
  };
}

/** The upright members a piece can be carried from: those behind it, and the next on either side of its holes. */
function membersBehind(
  { face }: Hung,
  fromMm: number,
  toMm: number,
  lowMm: number,
  highMm: number,
): number[] {
  const centres = face.members
    .filter(
      ({ role, axis, fromMm: low, toMm: high }) =>
        CARRIES[role] && axis === 'vertical' && low <= lowMm && high >= highMm,
    )
    .map(({ centreMm }) => centreMm)
    .sort((a, b) => a - b);
  const first = centres.filter((centre) => centre <= fromMm).at(-1) ?? centres[0];
  const last = centres.find((centre) => centre >= toMm) ?? centres.at(-1);
  if (first === undefined || last === undefined) return [];
  return centres.filter((centre) => centre >= first && centre <= last);
}

/** What is cut has sizes and edges that a tape has: half inches or centimetres from the datum. */
const STEP_MM = { us: mmFromInch(0.5), iec: 10 } as const;

function marks({ plan }: Prepared): {
  readonly down: (mm: number) => number;
  readonly up: (mm: number) => number;
} {
  const stepMm = STEP_MM[plan.codeBasis];
  return {
    down: (mm) => Math.floor(mm / stepMm) * stepMm,
    up: (mm) => Math.ceil(mm / stepMm) * stepMm,
  };
}

function railsBehind(prepared: Prepared, item: Hung, kind: RailKind): Backing | null {
  const section = RAILS.rows[kind];
  const { placement, type } = item;
  const xs = type.bracketHoles.map(({ xMm }) => placement.xMm + xMm);
  const rows = rowsOf(type.bracketHoles.map(({ yMm }) => placement.yMm + yMm));
  const [low, high] = [rows[0], rows.at(-1)];
  if (low === undefined || high === undefined) return null;
  const half = section.widthMm / 2;
  const members = membersBehind(item, Math.min(...xs), Math.max(...xs), low - half, high + half);
  if (members.length < 2) return null;
  const { down, up } = marks(prepared);
  const minX = down(Math.min(...members, ...xs) - MARGIN_MM);
  const maxX = up(Math.max(...members, ...xs) + MARGIN_MM);
  const lengthMm = maxX - minX;
  const backing = backingOf(prepared, item, {
    box: { minX, maxX, minY: low - half, maxY: high + half },
    depthMm: section.heightMm,
    massKg: (rows.length * lengthMm * section.massKgPerM) / 1000,
    rows,
    members,
    board: {
      material: section.name,
      fireClass: 'non-combustible',
      holding: 'slide-in-nut',
      cornerRadiusMm: 0,
      hasTrim: false,
      cables: 'on-face',
      railsUpMm: rows.map((row) => row - (low - half)),
      rail: kind,
    },
  });
  const load = fixingLoadOf(prepared, standingOut(item, section.heightMm));
  if (backing === null || load === null) return null;
  const isStrong = rows.every((row) => {
    const nuts = type.bracketHoles
      .filter(({ yMm }) => Math.abs(placement.yMm + yMm - row) <= SAME_ROW_MM)
      .map(({ id, xMm }) => ({
        gear: placement.id,
        hole: id,
        alongMm: placement.xMm + xMm - minX,
        ...loadOnHole(load, id),
      }));
    const supports = members.map((member) => member - minX);
    const bending = bendingOf(section, lengthMm, supports, nuts);
    return (
      bending !== null &&
      !isAbove(bending.stressMpa, RAIL_LIMITS.bendingMpa, 'MPa') &&
      !isAbove(bending.sagMm, bending.mostSagMm, 'mm')
    );
  });
  return isStrong ? backing : null;
}

function boardBehind(
  prepared: Prepared,
  item: Hung,
  thicknessMm: number,
  holding: 'wood-screw' | 'through-bolt',
): Backing | null {
  const { body } = item;
  const members = membersBehind(item, body.minX, body.maxX, body.minY, body.maxY);
  if (members.length < 2) return null;
  const { bounds } = item.face;
  const { down, up } = marks(prepared);
  const box = {
    minX: Math.max(bounds.minX, down(Math.min(body.minX, ...members) - MARGIN_MM)),
    maxX: Math.min(bounds.maxX, up(Math.max(body.maxX, ...members) + MARGIN_MM)),
    minY: Math.max(bounds.minY, down(body.minY - MARGIN_MM)),
    maxY: Math.min(bounds.maxY, up(body.maxY + MARGIN_MM)),
  };
  const heightMm = box.maxY - box.minY;
  const rowCount = Math.max(2, Math.ceil((heightMm - 2 * MARGIN_MM) / MOST_ROW_MM) + 1);
  const rows = Array.from(
    { length: rowCount },
    (_, index) => box.minY + MARGIN_MM + (index * (heightMm - 2 * MARGIN_MM)) / (rowCount - 1),
  );
  return backingOf(prepared, item, {
    box,
    depthMm: thicknessMm,
    massKg: (box.maxX - box.minX) * heightMm * thicknessMm * PLYWOOD_KG_PER_M3 * 1e-9,
    rows,
    members,
    board: {
      material: `Fire-retardant plywood, ${thicknessMm} mm${holding === 'through-bolt' ? ', bolted through' : ''}`,
      // Its sheet has to say its class: beside heat it is asked for.
      fireClass: 'unknown',
      holding,
      cornerRadiusMm: 0,
      hasTrim: false,
      cables: 'on-face',
      railsUpMm: [],
    },
  });
}

type Made = {
  readonly box: {
    readonly minX: number;
    readonly maxX: number;
    readonly minY: number;
    readonly maxY: number;
  };
  readonly depthMm: number;
  readonly massKg: number;
  readonly rows: readonly number[];
  readonly members: readonly number[];
  readonly board: Board;
};

/** The backing as a type and a placement; null where it does not fit there or does not hold by itself. */
function backingOf(prepared: Prepared, item: Hung, made: Made): Backing | null {
  const { box, rows, members } = made;
  const { plan } = prepared;
  const id = freshId(plan, `backing-${item.id}`);
  const xMm = (box.minX + box.maxX) / 2;
  const heightMm = box.maxY - box.minY;
  const holes = members.flatMap((member, across): BracketHole[] =>
    rows.map((row, up) =>
      bracketHole(`s${across + 1}-${up + 1}`, member - xMm, row - box.maxY, USUAL_PILOT_MM[plan.codeBasis]),
    ),
  );
  const type = newGearType(
    `${id}-type`,
    cutText(`${made.board.material} behind ${item.placement.name}`, MOST_NAME_CHARACTERS),
    'board',
    {
      widthMm: box.maxX - box.minX,
      heightMm,
      depthMm: made.depthMm,
      dropMm: heightMm,
      massKg: made.massKg,
      location: item.type.location,
      bracketHoles: holes,
      board: made.board,
    },
  );
  const placement: Placement = {
    id,
    name: cutText(`Backing of ${item.placement.name}`, MOST_NAME_CHARACTERS),
    type: type.id,
    face: item.face.id,
    xMm,
    yMm: box.maxY,
  };
  const hung: Hung = { id, placement, type, face: item.face, body: bodyOf(type, placement), board: null };
  if (!isOnItsGround(hung) || isInTheWay(prepared, item, hung)) return null;
  const onBacking = { ...standingOut(item, made.depthMm), board: { placement, type } };
  if (!doAllHold(prepared, hung, [hung, onBacking])) return null;
  return doAllHold(prepared, onBacking, [onBacking]) ? { type, placement } : null;
}

function isInTheWay(prepared: Prepared, item: Hung, backing: Hung): boolean {
  const near = prepared.grids.get(item.face.id)?.near(backing.body) ?? [];
  return (
    near.some(({ id, body }) => id !== item.id && doBoxesOverlap(body, backing.body)) ||
    item.face.inTheWay.some(
      ({ obstacle, parts }) =>
        !mayLieUnder(obstacle, 0) && parts.some((part) => partInBox(part, backing.body) !== null),
    )
  );
}

function standingOut(item: Hung, byMm: number): Hung {
  return { ...item, type: { ...item.type, standoffMm: item.type.standoffMm + byMm } };
}

function doAllHold(prepared: Prepared, item: Hung, carried: readonly Hung[]): boolean {
  const plan = fixingPlanOf(prepared, item, carried);
  return plan?.holes.every((hole) => hole.kind !== 'unknown' && holds(hole)) ?? false;
}

/** Heights of rows of holes, lowest first, each once. */
function rowsOf(ys: readonly number[]): number[] {
  return [...ys]
    .sort((a, b) => a - b)
    .filter((y, index, all) => index === 0 || y - (all[index - 1] ?? 0) > SAME_ROW_MM);
}
