import {
  findingOf,
  itemCheck,
  worstOfEach,
  type CheckMeta,
  type Finding,
  type Fix,
  type ItemCheck,
} from '../check/finding.ts';
import { hungAt, middleOf, type Hung, type Prepared } from '../check/prepared.ts';
import { isClear } from '../clearance/clear-moves.ts';
import { LAG_DISTANCES, WOOD_FACTORS } from '../reference/fasteners.ts';
import { backingFixes } from './backing.ts';
import { fixingPlanOf, type FixingPlan } from './fixing-plan.ts';
import { nogginFix } from './noggin.ts';

const meta: CheckMeta = {
  id: 'fixing.holes',
  looksAt:
    'Bracket holes against framing and material: whether each holds, and what it carries against its load',
  severity: 'fix',
  source: LAG_DISTANCES.source,
  parameters: [],
  messages: {
    'holds-nothing':
      '{missing} of {count} bracket holes of {gear} meet no framing, and {face} holds nothing itself.',
    overloaded: 'The fixings of {gear} carry {measured} times what they may: {fixing} on {face}.',
    'no-approval':
      'Fixings on {face} carry up to {pull} out and {shear} along it, each: enter the approved load of the fixing used.',
    unknown: 'Nobody said how fixings hold in {face}: name its material.',
  },
  fixMessages: {
    shift: 'Move {gear} {distance} to the {side}, onto the framing',
    noggin: 'Add noggins behind the holes of {gear}',
    rails: 'Put {backing}s {width} long behind {gear}, on the framing',
    board: 'Put a board of {backing} behind {gear}, {width} × {height}',
  },
};

/** Fixings may carry just what is allowed; more by rounding only. */
const USE_ROUNDING = 1e-6;

function checkItem(prepared: Prepared, item: Hung): Finding[] {
  const plan = fixingPlanOf(prepared, item);
  if (plan === null) return [];
  const { holes } = plan;
  const common = {
    subjects: [{ kind: 'placement', id: item.id }],
    at: middleOf(item),
    working: plan.load.working,
  } as const;
  const names = { gear: item.placement.name, face: item.board?.placement.name ?? item.face.name };
  const loose = holes.filter(({ kind }) => kind === 'nothing');
  if (loose.length > 0) {
    const data = { ...names, missing: String(loose.length), count: String(holes.length) };
    return [
      findingOf(meta, { ...common, message: 'holds-nothing', data, fixes: remedies(prepared, item, plan) }),
    ];
  }
  const worst = Math.max(...holes.map(({ useRatio }) => useRatio ?? 0));
  if (worst > 1 + USE_ROUNDING) {
    const most = holes.find(({ useRatio }) => useRatio === worst);
    const measured = { value: worst, unit: 'ratio' } as const;
    const data = { ...names, fixing: most?.screw?.name ?? 'the approved fixing' };
    return [
      findingOf(meta, {
        ...common,
        message: 'overloaded',
        data,
        measured,
        required: { value: 1, unit: 'ratio' },
        source: WOOD_FACTORS.source,
        fixes: remedies(prepared, item, plan),
      }),
    ];
  }
  const ground = item.board === null ? null : item.board.placement;
  const onFace = {
    subjects: [
      ground === null
        ? ({ kind: 'face', id: item.face.id } as const)
        : ({ kind: 'placement', id: ground.id } as const),
    ],
    at: middleOf(item),
    working: plan.load.working,
  } as const;
  if (holes.some(({ kind }) => kind === 'unknown')) {
    return [findingOf(meta, { ...onFace, message: 'unknown', severity: 'ask', data: { face: names.face } })];
  }
  if (holes.some(({ useRatio }) => useRatio === null)) {
    const pull = { value: plan.load.topPullN, unit: 'N' } as const;
    const shear = { value: plan.load.shearN, unit: 'N' } as const;
    // The load counts from nothing, so that of several pieces on one face the heaviest speaks.
    return [
      findingOf(meta, {
        ...onFace,
        message: 'no-approval',
        severity: 'ask',
        data: { face: names.face, pull, shear },
        measured: { value: -plan.load.topPullN, unit: 'N' },
        required: { value: 0, unit: 'N' },
      }),
    ];
  }
  return [];
}

/** How far along its face framing is looked for, and in what steps. */
const LOOK_MM = 420;
const STEP_MM = 1;

/** Moves onto the framing, noggins between it, rails or a board across it. Only what clears the finding is offered. */
function remedies(prepared: Prepared, item: Hung, plan: FixingPlan): Fix[] {
  const noggin = nogginFix(prepared, item, plan);
  return [...shifts(prepared, item), ...(noggin === null ? [] : [noggin]), ...backingFixes(prepared, item)];
}

function shifts(prepared: Prepared, item: Hung): Fix[] {
  const { xMm, yMm } = item.placement;
  const sides = [
    ['left', -1],
    ['right', 1],
  ] as const;
  return sides
    .flatMap(([side, sign]) => {
      for (let movedMm = STEP_MM; movedMm <= LOOK_MM; movedMm += STEP_MM) {
        const moved = hungAt(item, xMm + sign * movedMm, yMm);
        if (!isSound(prepared, moved) || !isClear(prepared, moved)) continue;
        return [{ side, movedMm, toMm: xMm + sign * movedMm }];
      }
      return [];
    })
    .sort((a, b) => a.movedMm - b.movedMm)
    .slice(0, 1)
    .map(({ side, movedMm, toMm }) => ({
      message: 'shift',
      data: { gear: item.placement.name, distance: { value: movedMm, unit: 'mm' }, side },
      edits: [{ kind: 'move-placement', placement: item.id, xMm: toMm, yMm }],
    }));
}

function isSound(prepared: Prepared, item: Hung): boolean {
  const plan = fixingPlanOf(prepared, item);
  return (
    plan === null ||
    plan.holes.every(({ kind, useRatio }) => kind !== 'nothing' && (useRatio ?? 0) <= 1 + USE_ROUNDING)
  );
}

export const fixingsCheck: ItemCheck = itemCheck(meta, checkItem, worstOfEach);
