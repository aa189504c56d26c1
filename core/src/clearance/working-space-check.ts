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
import { mmFromInch } from '../quantity/convert.ts';
import { WORKING_SPACE, WORKING_SPACE_DEPTH } from '../reference/working-space.ts';
import { lengthInput } from '../working/working.ts';
import type { FreeRoom } from './free-room.ts';
import { isClear } from './clear-moves.ts';
import { MOVE_FIX_MESSAGES } from './move-fix.ts';
import type { RequiredGap } from './required-gap.ts';

import {
  hindrancesBefore,
  isShort,
  LOOK_MM,
  spaceAmong,
  workingSpaceOf,
  type WorkingSpace,
} from './working-space.ts';
import { frontRooms, type FrontRoom } from './front-rooms.ts';

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
  fields: { voltage: 'gear-type', unknown: 'face', shallow: 'face' },
};

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
