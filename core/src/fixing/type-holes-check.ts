import {
  checkOf,
  findingOf,
  lookAt,
  type Check,
  type CheckMeta,
  type Fix,
  type Found,
} from '../check/finding.ts';
import { GEAR_TYPES } from '../check/subjects.ts';
import { fourHoles } from '../gear/new-gear.ts';
import type { Model } from '../model/model.ts';
import type { BracketHole, GearType } from '../plan/gear-type.ts';
import { gearTypeName } from '../plan/names.ts';
import { isAbove } from '../quantity/compare.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { USUAL_PILOT_MM } from '../reference/fasteners.ts';
import { told } from '../quantity/told.ts';
import { practice } from '../reference/source.ts';
import { lengthInput } from '../working/working.ts';

/** Ears and brackets reach out beside gear, rarely further. */
const EARS_MM = 75;

const SOURCE = practice('Gear hangs by holes in its back, its ears or its bracket');

const meta: CheckMeta = {
  id: 'fixing.type',
  looksAt: 'Bracket holes of each kind of gear that hangs: whether it has any, and whether they lie on it',
  severity: 'ask',
  source: SOURCE,
  parameters: [
    {
      name: 'How far ears reach beside gear',
      value: EARS_MM,
      unit: 'mm',
      why: 'Mounting ears and brackets rarely reach further (practice)',
    },
  ],
  messages: {
    'no-holes':
      'Nobody said where {type} is screwed on: what holds it cannot be checked. Enter its bracket holes.',
    'off-body':
      'Hole {hole} of {type} lies {measured} outside its body: holes count from the middle of its width and from its hook line.',
  },
  fixMessages: {
    corners: 'Take four holes near its corners, to be measured on the gear',
    'from-corner': 'They were counted from its lower left corner: count them from its middle',
  },
  fields: { 'no-holes': 'gear-type', 'off-body': 'gear-type' },
};

function checkType(model: Model, type: GearType): Found[] {
  const [hung] = model.placementsOfType.get(type.id);
  if (hung === undefined) return [];
  const common = { subjects: [{ kind: 'placement', id: hung.id }] } as const;
  const data = { type: gearTypeName(type.id) };
  if (type.bracketHoles.length === 0) {
    // Modules are clamped, and what is let into a panel is held by its clips.
    if (type.kind === 'solar-module' || type.flush !== null) return [];
    return [
      findingOf(meta, {
        ...common,
        id: `${meta.id}/no-holes/${type.id}`,
        message: 'no-holes',
        data,
        fixes: () => [cornersFix(model, type)],
      }),
    ];
  }
  const furthest = type.bracketHoles
    .map((hole) => ({ hole, offMm: outsideMm(type, hole) }))
    .sort((a, b) => b.offMm - a.offMm || (a.hole.id < b.hole.id ? -1 : 1))[0];
  if (furthest === undefined || !isAbove(furthest.offMm, EARS_MM, 'mm')) return [];
  const { hole, offMm } = furthest;
  return [
    findingOf(meta, {
      ...common,
      message: 'off-body',
      id: `${meta.id}/off-body/${type.id}`,
      data: { ...data, hole: hole.id },
      measured: { value: offMm, unit: 'mm' },
      required: { value: EARS_MM, unit: 'mm' },
      working: () => ({
        title: told('Hole {hole} of {type}', { hole: hole.id, type: gearTypeName(type.id) }),
        formula: 'outside = the greater of |x| − width ÷ 2, y − above the hook line, and −drop − y',
        inputs: [
          lengthInput('x', 'From the middle, to the right', hole.xMm),
          lengthInput('y', 'From the hook line, up', hole.yMm),
          lengthInput('width', 'Of the body', type.widthMm),
          lengthInput('height', 'Of the body', type.heightMm),
          lengthInput('drop', 'From the hook line down to its bottom', type.dropMm),
        ],
        result: { name: 'Outside its body', value: { value: offMm, unit: 'mm' } },
        source: SOURCE,
        notes: [],
      }),
      fixes: () => fromCornerFix(type),
    }),
  ];
}

/** How far a hole lies outside the body; negative inside it. */
function outsideMm({ widthMm, heightMm, dropMm }: GearType, { xMm, yMm }: BracketHole): number {
  // A hook line above the body carries holes of its own bracket.
  const topMm = Math.max(heightMm - dropMm, 0);
  return Math.max(Math.abs(xMm) - widthMm / 2, yMm - topMm, -dropMm - yMm);
}

function cornersFix({ plan }: Model, type: GearType): Fix {
  const inMm = Math.min(ofTrade(plan.codeBasis, 25), type.widthMm / 4, type.heightMm / 4);
  const topMm = type.heightMm - type.dropMm - inMm;
  const bracketHoles = fourHoles(
    type.widthMm - 2 * inMm,
    type.heightMm - 2 * inMm,
    USUAL_PILOT_MM[plan.codeBasis],
  ).map((hole) => ({
    ...hole,
    yMm: hole.yMm + topMm,
  }));
  return {
    message: 'corners',
    data: {},
    edits: [{ kind: 'set-gear-type', gearType: { ...type, bracketHoles } }],
  };
}

/** The same figures counted from the lower left corner of the body, where that puts every hole on it. */
function fromCornerFix(type: GearType): Fix[] {
  const { widthMm, dropMm } = type;
  const bracketHoles = type.bracketHoles.map((hole) => ({
    ...hole,
    xMm: hole.xMm - widthMm / 2,
    yMm: hole.yMm - dropMm,
  }));
  if (bracketHoles.some((hole) => isAbove(outsideMm(type, hole), 0, 'mm'))) return [];
  return [
    {
      message: 'from-corner',
      data: {},
      edits: [{ kind: 'set-gear-type', gearType: { ...type, bracketHoles } }],
    },
  ];
}

export const typeHolesCheck: Check = checkOf(meta, lookAt(GEAR_TYPES, checkType));
