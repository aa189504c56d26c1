import { told, type ToldValue } from '../quantity/told.ts';
import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import type { GearKind } from '../plan/gear-type.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import type { SourceRef } from '../reference/source.ts';
import { WORKING_SPACE_DEPTH, type OppositeCondition } from '../reference/working-space.ts';
import { dot } from '../geometry/vec3.ts';
import { floorUnder, isUpright } from './floor.ts';
import { freeRoom, hindrancesIn, partsIn, type FreeRoom, type Hindrance } from './free-room.ts';
import { isFacingBeside } from './gaps.ts';
import { codePackOf } from './rule-packs.ts';
import type { Room } from './space.ts';

/** Gear that is likely to be examined or adjusted while live. */
const WORKED_ON: ReadonlySet<GearKind> = new Set([
  'inverter',
  'gang-inverter',
  'charge-controller',
  'load-centre',
  'transfer-switch',
  'disconnect',
  'combiner',
]);
/** How far out anything is looked for: beyond the deepest space the tables ask for. */
export const LOOK_MM = 3000;
const CONDITION_WORDS = {
  1: 'nothing live or grounded opposite',
  2: 'something grounded opposite',
  3: 'live parts opposite',
} as const satisfies Record<OppositeCondition, string>;

/** The room a piece needs before it, and what it has. */
export type WorkingSpace = {
  readonly item: Hung;
  readonly requiredMm: number;
  readonly condition: OppositeCondition;
  readonly source: SourceRef;
  readonly why: ToldValue;
  readonly widthMm: number;
  readonly y: readonly [number, number];
  readonly room: FreeRoom;
  /** False where the voltage is not known and the least depth is taken. */
  readonly isSure: boolean;
  /** False where nothing drawn ends the room and nobody measured it. */
  readonly isMeasured: boolean;
};

/**
 * The working space of a piece by its job’s code basis; null where none is asked for: gear nobody works on live, a
 * mobile body, a face that does not stand upright.
 */
export function workingSpaceOf(prepared: Prepared, item: Hung): WorkingSpace | null {
  return spaceAmong(prepared, item, null);
}

/** The same where `known` are all that may reach into the space: for trying many places without looking again at each. */
export function spaceAmong(
  prepared: Prepared,
  item: Hung,
  known: readonly Hindrance[] | null,
): WorkingSpace | null {
  const rule = codePackOf(prepared.plan)?.roomInFront ?? null;
  const frame = prepared.site.frames.get(item.face.id);
  if (rule === null || !WORKED_ON.has(item.type.kind)) return null;
  if (frame === undefined || !isUpright(frame)) return null;
  const floor = floorUnder(prepared, item);
  const y = [floor.yMm, Math.max(floor.yMm + rule.heightMm, item.body.maxY)] as const;
  const widthMm = Math.max(rule.widthMm, item.type.widthMm);
  const { minX, maxX } = item.body;
  const hindrances = known ?? hindrancesBefore(prepared, item, [maxX - widthMm, minX + widthMm], y);
  const drawn = freeRoom(item, hindrances, { widthMm, y, mostMm: LOOK_MM });
  const room = withMeasured(item, drawn);
  const isByVoltage = rule.depth === 'by-voltage';
  const condition = isByVoltage ? oppositeOf(prepared, item, hindrances, y) : 1;
  const voltage = item.type.ratings.voltsToGroundV ?? item.type.ratings.maxVoltageV;
  return {
    item,
    condition,
    widthMm,
    y,
    room,
    requiredMm:
      rule.depth === 'by-voltage' ? mmFromInch(depthFtFor(voltage ?? 0, condition) * 12) : rule.depth,
    source: rule.source,
    why: isByVoltage
      ? told('{voltage} to ground with {condition}', {
          voltage: voltage === null ? '?' : { value: voltage, unit: 'V' },
          condition: CONDITION_WORDS[condition],
        })
      : 'the gangway before it',
    isSure: !isByVoltage || voltage !== null,
    isMeasured:
      room.ends !== null || item.face.face.roomInFrontMm !== null || item.face.face.side === 'outside',
  };
}

/**
 * How far from a piece another beside it stays out of its working space, where that space lies wholly to that side; null
 * where it may hang right beside: no space is asked for, or it stands out no further than the front.
 */
export function spaceBesideMm(prepared: Prepared, item: Hung, other: Hung): number | null {
  const space = workingSpaceOf(prepared, item);
  if (space === null || !isAbove(frontMm(other), frontMm(item), 'mm')) return null;
  return Math.max(0, space.widthMm - item.type.widthMm);
}

/** All that may reach into the space before a piece between two places along its face and two heights. */
export function hindrancesBefore(
  prepared: Prepared,
  item: Hung,
  x: readonly [number, number],
  y: readonly [number, number],
): Hindrance[] {
  const look: Room = { x, y, z: [frontMm(item), frontMm(item) + LOOK_MM] };
  const mayStandOutMm = codePackOf(prepared.plan)?.roomInFront?.mayProtrudeMm ?? 0;
  return hindrancesIn(prepared, item, look, (thing) => !mayProtrude(item, thing, mayStandOutMm));
}

/** The depth of the table’s row for a voltage; the last row stands for all above it. */
export function depthFtFor(voltsToGround: number, condition: OppositeCondition): number {
  const { rows } = WORKING_SPACE_DEPTH;
  const row = rows.find(({ toVolts }) => voltsToGround <= toVolts) ?? rows.at(-1);
  if (row === undefined) throw new Error('The table of working space is empty.');
  return row.depthFt[condition];
}

/** What was measured out from the face ends the room where nothing drawn does so sooner. */
export function withMeasured(item: Hung, drawn: FreeRoom): FreeRoom {
  const { roomInFrontMm } = item.face.face;
  if (roomInFrontMm === null) return drawn;
  const depthMm = Math.max(0, roomInFrontMm - frontMm(item));
  return depthMm < drawn.depthMm ? { ...drawn, depthMm, ends: null } : drawn;
}

/**
 * Gear above or below the piece on its own face may stand out a little further than its front (NEC 110.26(A)(3));
 * gear beside it may not: the width of the space is kept over all of its height.
 */
function mayProtrude(item: Hung, thing: Hindrance['thing'], mostMm: number): boolean {
  if (thing.kind !== 'gear' || thing.hung === null || thing.face.id !== item.face.id) return false;
  if (isFacingBeside(item.body, thing.hung.body)) return false;
  return !isAbove(frontMm(thing.hung) - frontMm(item), mostMm, 'mm');
}

/** The gravest condition of what lies opposite the gear within the deepest space of the table. */
function oppositeOf(
  prepared: Prepared,
  item: Hung,
  hindrances: readonly Hindrance[],
  y: readonly [number, number],
): OppositeCondition {
  const deepestMm = mmFromInch(12 * Math.max(...WORKING_SPACE_DEPTH.rows.map(({ depthFt }) => depthFt[3])));
  const before = {
    x: [item.body.minX, item.body.maxX],
    y,
    z: [frontMm(item), frontMm(item) + deepestMm],
  } as const;
  const conditions = hindrances
    .filter((each) => partsIn(each, before).length > 0)
    .map(({ thing }) => conditionOf(prepared, item, thing));
  return conditions.includes(3) ? 3 : conditions.includes(2) ? 2 : 1;
}

function conditionOf(prepared: Prepared, item: Hung, thing: Hindrance['thing']): OppositeCondition {
  const [mine, theirs] = [item.face.id, thing.face.id].map((id) => prepared.site.frames.get(id)?.toViewer);
  const isOpposite = mine !== undefined && theirs !== undefined && dot(mine, theirs) < -FACING_COSINE;
  if (thing.kind === 'gear')
    return isOpposite && thing.hung !== null && WORKED_ON.has(thing.hung.type.kind) ? 3 : 2;
  if (thing.kind === 'obstacle') return thing.obstacle?.kind === 'pipe' ? 2 : 1;
  if (!isOpposite) return 1;
  const material = prepared.plan.materials.find(({ id }) => id === thing.face.face.material);
  // Concrete, brick and tile count as grounded; what nobody knows is taken so too.
  return material === undefined || material.holding === 'masonry-anchor' || material.holding === 'unknown'
    ? 2
    : 1;
}

/** Two faces are opposite when their normals are within 45° of opposite. */
const FACING_COSINE = Math.SQRT1_2;

/** Whether a room is shallower than what is asked for. */
export function isShort(room: FreeRoom, requiredMm: number): boolean {
  return isBelow(room.depthMm, requiredMm, 'mm');
}
