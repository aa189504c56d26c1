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
import type { Model } from '../model/model.ts';
import type { ClearanceRule, GearKind, GearType, RuleSide } from '../plan/gear-type.ts';
import { gearTypeName } from '../plan/names.ts';
import { USUAL_ROOM, type UsualRoom, WARM_KINDS } from '../reference/usual-room.ts';
import { distanceMm } from './required-gap.ts';
import { sharedRules } from './rule-packs.ts';

const meta: CheckMeta = {
  id: 'clearance.said',
  looksAt: 'Whether anybody said what room gear wants round it: its own rules, the job’s, or its code’s',
  severity: 'ask',
  source: USUAL_ROOM.source,
  parameters: [],
  messages: {
    unsaid:
      'Nobody said what room {type} wants round it: nothing is kept from it but its own body. What does its maker’s sheet say?',
  },
  fixMessages: {
    usual: 'Take what is usual: {beside} beside it, {over} above and below',
    'usual-beside': 'Take what is usual: {beside} beside it',
    none: 'Its maker asks for none',
  },
  fields: { unsaid: 'gear-type' },
};

/** What carries or holds others, and what lies on a roof, has its place by other rules. */
const ASKS_FOR_NONE: ReadonlySet<GearKind> = new Set(['wireway', 'board', 'solar-module']);

function checkType(model: Model, type: GearType): Found[] {
  const [hung] = model.placementsOfType.get(type.id);
  if (hung === undefined || isRoomSaid(model, type)) return [];
  return [
    findingOf(meta, {
      message: 'unsaid',
      data: { type: gearTypeName(type.id) },
      id: `${meta.id}/unsaid/${type.id}`,
      subjects: [{ kind: 'placement', id: hung.id }],
      fixes: () => fixesOf(model, type),
    }),
  ];
}

/** Whether a rule speaks of the room round gear: its own, the job’s, or its code’s. Some gear has its place by other rules. */
export function isRoomSaid(model: Model, { kind, rules }: GearType): boolean {
  if (ASKS_FOR_NONE.has(kind) || rules.length > 0) return true;
  return sharedRules(model).some(({ kinds }) => kinds === null || kinds.includes(kind));
}

/** The room usual round gear of a kind, in the units of the job’s trade. */
export function usualRoom({ plan }: Model, { kind, heat }: GearType): UsualRoom {
  const isWarm = heat.lossW > 0 || WARM_KINDS.includes(kind);
  return USUAL_ROOM.rows[plan.codeBasis][isWarm ? 'warm' : 'plain'];
}

function fixesOf(model: Model, type: GearType): Fix[] {
  const { unit, beside, over } = usualRoom(model, type);
  const rule = (side: RuleSide, value: number): ClearanceRule => ({
    id: `usual-${side}`,
    side,
    counterpart: 'any-gear',
    distance: { value, unit },
    when: {},
    source: USUAL_ROOM.source,
  });
  const said = (...rules: ClearanceRule[]): Fix['edits'] => [
    { kind: 'set-gear-type', gearType: { ...type, rules } },
  ];
  const inMm = (value: number) => ({ value: distanceMm({ value, unit }), unit: 'mm' }) as const;
  const none: ClearanceRule = {
    ...rule('any', 0),
    id: 'none-asked',
    source: { kind: 'yours', title: 'Its maker asks for no room, as somebody read it' },
  };
  return [
    over === 0
      ? { message: 'usual-beside', data: { beside: inMm(beside) }, edits: said(rule('beside', beside)) }
      : {
          message: 'usual',
          data: { beside: inMm(beside), over: inMm(over) },
          edits: said(rule('beside', beside), rule('above', over), rule('below', over)),
        },
    { message: 'none', data: {}, edits: said(none) },
  ];
}

export const roomSaidCheck: Check = checkOf(meta, lookAt(GEAR_TYPES, checkType));
