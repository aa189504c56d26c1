import { faceName, gearName, gearTypeName } from '../plan/names.ts';
import { told, type ToldValue } from '../quantity/told.ts';
import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Found,
  type Fix,
} from '../check/finding.ts';
import { frontMm, hungAt, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { GEAR } from '../check/subjects.ts';
import { RULE_COUNTERPARTS, type GearKind } from '../plan/gear-type.ts';
import { isAbove, isBelow } from '../quantity/compare.ts';
import { mmFromInch } from '../quantity/convert.ts';
import type { SourceRef } from '../reference/source.ts';
import { WORKING_SPACE, WORKING_SPACE_DEPTH, type OppositeCondition } from '../reference/working-space.ts';
import { dot } from '../geometry/vec3.ts';
import { lengthInput } from '../working/working.ts';
import { floorUnder, isUpright } from './floor.ts';
import { freeRoom, hindrancesIn, partsIn, type FreeRoom, type Hindrance } from './free-room.ts';
import { isClear } from './clear-moves.ts';
import { MOVE_FIX_MESSAGES } from './move-fix.ts';
import { counterpartsOf } from './gaps-around.ts';
import { isFacingBeside } from './gaps.ts';
import { rulesTowards, type RequiredGap } from './required-gap.ts';
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

export const WORKING_SPACE_CHECK = 'clearance.working-space';

const meta: CheckMeta = {
  id: WORKING_SPACE_CHECK,
  looksAt:
    'The room a person needs before gear: its depth by voltage and what is opposite, its width, its height',
  severity: 'fix',
  source: WORKING_SPACE_DEPTH.source,
  parameters: [
    {
      name: 'Width',
      value: mmFromInch(WORKING_SPACE.widthIn),
      unit: 'mm',
      why: 'Or the gear’s own width where that is more',
    },
    {
      name: 'Height',
      value: mmFromInch(WORKING_SPACE.heightIn),
      unit: 'mm',
      why: 'Or to the top of the gear where that is more',
    },
    {
      name: 'Other gear may stand out',
      value: mmFromInch(WORKING_SPACE.mayProtrudeIn),
      unit: 'mm',
      why: 'Beyond the front, above or below it',
    },
  ],
  messages: {
    shallow: 'There are {measured} free before {gear}, to {ends}; {why} asks for {required}.',
    voltage:
      'The working space before {gear} goes by its voltage to ground, which is not given. At least {required} is needed.',
    unknown: 'Nothing is drawn opposite {face}: measure that {required} is free before its gear.',
    'front-rule': 'There are {measured} free before {gear}, to {ends}; {owner} asks for {required}.',
  },
  fixMessages: MOVE_FIX_MESSAGES,
};

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
function spaceAmong(prepared: Prepared, item: Hung, known: readonly Hindrance[] | null): WorkingSpace | null {
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
function hindrancesBefore(
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
function withMeasured(item: Hung, drawn: FreeRoom): FreeRoom {
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

function checkItem(prepared: Prepared, item: Hung): Found[] {
  const space = workingSpaceOf(prepared, item);
  const rooms = frontRooms(prepared, item);
  const toSurface = rooms.find(({ rule }) => rule.rule.counterpart === 'surface');
  const findings = ruledFindings(item, rooms);
  if (space !== null) {
    if (!space.isSure) findings.push(unsure(space));
    else if (isShort(space.room, space.requiredMm)) findings.push(shallow(prepared, space));
  }
  const neededMm = Math.max(space?.requiredMm ?? 0, toSurface?.rule.mm ?? 0);
  if (neededMm > 0 && isUnmeasured(item, space, toSurface))
    findings.push(unmeasured(item, neededMm, space, toSurface?.rule ?? null));
  return findings;
}

/** Whether a room is shallower than what is asked for. */
export function isShort(room: FreeRoom, requiredMm: number): boolean {
  return isBelow(room.depthMm, requiredMm, 'mm');
}

function shallow(prepared: Prepared, space: WorkingSpace): Found {
  const { item, room, requiredMm, source, why, widthMm, y } = space;
  return findingOf(meta, {
    message: 'shallow',
    fixes: () => movesToRoom(prepared, space),
    data: { gear: gearName(item.id), ends: endsText(room), why },
    subjects: [{ kind: 'placement', id: item.id }],
    at: middleOf(item),
    measured: { value: room.depthMm, unit: 'mm' },
    required: { value: requiredMm, unit: 'mm' },
    source,
    working: () => ({
      title: told('Working space before {gear}', { gear: gearName(item.id) }),
      formula: 'free depth = front of the gear → nearest thing in the space',
      inputs: [
        lengthInput('front', 'Front of the gear out from the face', frontMm(item)),
        lengthInput('width', 'Width of the space: anywhere along the wall that contains the gear', widthMm),
        lengthInput('floor', 'Floor, from the datum', y[0]),
        lengthInput('top', 'Top of the space, from the datum', y[1]),
        lengthInput('asked', 'Asked for', requiredMm),
      ],
      result: { name: 'Free depth', value: { value: room.depthMm, unit: 'mm' } },
      source,
      notes: [told('It goes by {why}. It ends at {ends}.', { why, ends: endsText(room) })],
    }),
  });
}

/** How far along its face a place with room is looked for, and in what steps: marks a tape has. */
const LOOK_ALONG_STEPS = 36;
const STEP_MM = { us: mmFromInch(0.5), iec: 10 } as const;

/** The nearest places to the left and right where the gear hangs clear and has its room. */
function movesToRoom(prepared: Prepared, { item, widthMm, y }: WorkingSpace): Fix[] {
  const { xMm, yMm } = item.placement;
  const stepMm = STEP_MM[prepared.plan.codeBasis];
  const farMm = LOOK_ALONG_STEPS * stepMm + Math.max(widthMm, item.type.widthMm);
  // Wherever along the face the floor is, nothing reaches into its space that does not reach into this one.
  const anyHeight = [item.face.bounds.minY - LOOK_MM, y[1] + LOOK_MM] as const;
  const near = hindrancesBefore(prepared, item, [item.body.minX - farMm, item.body.maxX + farMm], anyHeight);
  return (
    [
      ['left', -1],
      ['right', 1],
    ] as const
  )
    .flatMap(([side, sign]) => {
      for (let step = 1; step <= LOOK_ALONG_STEPS; step++) {
        const movedMm = step * stepMm;
        const moved = hungAt(item, xMm + sign * movedMm, yMm);
        if (!isClear(prepared, moved)) continue;
        const space = spaceAmong(prepared, moved, near);
        if (space === null || isShort(space.room, space.requiredMm)) continue;
        return [{ side, movedMm, xMm: xMm + sign * movedMm }];
      }
      return [];
    })
    .sort((a, b) => a.movedMm - b.movedMm)
    .map(({ side, movedMm, xMm: toMm }) => ({
      message: 'move',
      data: { gear: gearName(item.id), distance: { value: movedMm, unit: 'mm' }, side },
      edits: [{ kind: 'move-placement', placement: item.id, xMm: toMm, yMm }],
    }));
}

/** One for a gear type: its voltage is missing there, once for all that hang of it. */
function unsure({ item, requiredMm, source }: WorkingSpace): Found {
  return findingOf(meta, {
    message: 'voltage',
    severity: 'ask',
    id: `${meta.id}/voltage/${item.type.id}`,
    data: { gear: gearTypeName(item.type.id) },
    subjects: [{ kind: 'placement', id: item.id }],
    at: middleOf(item),
    required: { value: requiredMm, unit: 'mm' },
    source,
  });
}

/** Of each thing that rules of the gear, the job or its code ask for room in front of, the largest; each with its room. */
type FrontRoom = { readonly rule: RequiredGap; readonly room: FreeRoom };

function frontRooms(prepared: Prepared, item: Hung): FrontRoom[] {
  const rules = rulesTowards(prepared, item, ['front'], RULE_COUNTERPARTS);
  const largest = new Map<string, RequiredGap>();
  for (const rule of rules) {
    const before = largest.get(rule.rule.counterpart);
    if (before === undefined || rule.mm > before.mm) largest.set(rule.rule.counterpart, rule);
  }
  return [...largest.values()].map((rule) => ({ rule, room: roomBefore(prepared, item, rule) }));
}

/** The room straight before the gear’s own body, to the nearest of what a rule is about. What was measured opposite is a surface. */
function roomBefore(
  prepared: Prepared,
  item: Hung,
  { rule, mm }: Pick<RequiredGap, 'rule' | 'mm'>,
): FreeRoom {
  const { minX, maxX, minY, maxY } = item.body;
  const y = [minY, maxY] as const;
  const mostMm = Math.max(LOOK_MM, mm);
  const room: Room = { x: [minX, maxX], y, z: [frontMm(item), frontMm(item) + mostMm] };
  const near = hindrancesIn(prepared, item, room, (thing) =>
    counterpartsOf(item, thing).includes(rule.counterpart),
  );
  const drawn = freeRoom(item, near, { widthMm: 0, y, mostMm });
  return rule.counterpart === 'surface' ? withMeasured(item, drawn) : drawn;
}

function ruledFindings(item: Hung, rooms: readonly FrontRoom[]): Found[] {
  return rooms
    .filter(({ rule, room }) => isShort(room, rule.mm))
    .map(({ rule: { mm, owner, rule }, room }) =>
      findingOf(meta, {
        message: 'front-rule',
        id: `${meta.id}/front-rule/${item.id}+${rule.counterpart}`,
        data: { gear: gearName(item.id), owner, ends: endsText(room) },
        subjects: [{ kind: 'placement', id: item.id }],
        at: middleOf(item),
        measured: { value: room.depthMm, unit: 'mm' },
        required: { value: mm, unit: 'mm' },
        source: rule.source,
        working: () => ({
          title: told('Room before {gear}', { gear: gearName(item.id) }),
          formula: 'free depth = front of the gear → nearest thing straight before it',
          inputs: [
            lengthInput('front', 'Front of the gear out from the face', frontMm(item)),
            lengthInput('width', 'Width of the body', item.type.widthMm),
            lengthInput('asked', told('{owner} asks for', { owner }), mm),
          ],
          result: { name: 'Free depth', value: { value: room.depthMm, unit: 'mm' } },
          source: rule.source,
          notes: [told('It ends at {ends}.', { ends: endsText(room) })],
        }),
      }),
    );
}

/** A room inside whose other end is neither drawn nor measured. */
function isUnmeasured(item: Hung, space: WorkingSpace | null, toSurface: FrontRoom | undefined): boolean {
  if (item.face.face.side === 'outside' || item.face.face.roomInFrontMm !== null) return false;
  if (space !== null) return !space.isMeasured;
  return toSurface !== undefined && toSurface.room.ends === null;
}

/** One for a face: what is before it is measured once. */
function unmeasured(
  item: Hung,
  neededMm: number,
  space: WorkingSpace | null,
  rule: RequiredGap | null,
): Found {
  return findingOf(meta, {
    message: 'unknown',
    severity: 'ask',
    data: { face: faceName(item.face.id) },
    subjects: [{ kind: 'face', id: item.face.id }],
    at: middleOf(item),
    required: { value: neededMm + frontMm(item), unit: 'mm' },
    source: space?.source ?? rule?.rule.source ?? meta.source,
  });
}

function endsText({ ends }: FreeRoom): ToldValue {
  return ends?.name ?? 'what was measured opposite';
}

// What is before a face is measured once, for the piece that needs most.
export const workingSpaceCheck: Check = checkOf(meta, lookAt(GEAR, checkItem));
