import { frontMm, type Hung, type Prepared } from '../check/prepared.ts';
import { RULE_COUNTERPARTS } from '../plan/gear-type.ts';
import { freeRoom, hindrancesIn, type FreeRoom } from './free-room.ts';
import { counterpartsOf } from './surroundings.ts';
import { rulesTowards, type RequiredGap } from './required-gap.ts';
import type { Room } from './space.ts';

import { LOOK_MM, withMeasured } from './working-space.ts';

/** Of each thing that rules of the gear, the job or its code ask for room in front of, the largest; each with its room. */
export type FrontRoom = { readonly rule: RequiredGap; readonly room: FreeRoom };

export function frontRooms(prepared: Prepared, item: Hung): FrontRoom[] {
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
