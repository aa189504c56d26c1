import { hungAt, type Hung, type Prepared } from '../check/prepared.ts';
import { isClear, type ClearMove } from '../clearance/clear-moves.ts';
import { isFacingBeside } from '../clearance/gaps.ts';
import { distanceMm } from '../clearance/required-gap.ts';
import { isRoomSaid, usualRoom } from '../clearance/room-said-check.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { FINGER_ROOM_MM } from '../reference/usual-room.ts';

/**
 * Where gear that is moved beside others comes to hang: where its rules let it, but no nearer to a neighbour than fingers need,
 * or than is usual where nobody said what it wants, if there is so much room. What its rules ask for stays exact.
 */
export function withRoom(prepared: Prepared, item: Hung, { xMm, side }: ClearMove): number {
  const { yMm, type: typeId } = item.placement;
  const there = hungAt(item, xMm, yMm);
  const type = prepared.gearTypes.get(typeId);
  const fingersMm = ofTrade(prepared.plan.codeBasis, FINGER_ROOM_MM);
  const { beside, unit } =
    type === undefined || isRoomSaid(prepared, type)
      ? ({ beside: fingersMm, unit: 'mm' } as const)
      : usualRoom(prepared, type);
  const leastMm = distanceMm({ value: beside, unit });
  const gaps = (prepared.onFace.get(item.face.id) ?? [])
    .filter(({ id, body }) => id !== item.id && isFacingBeside(body, there.body))
    .map(({ body }) => Math.max(body.minX - there.body.maxX, there.body.minX - body.maxX));
  const missingMm = leastMm - Math.min(leastMm, ...gaps);
  const roomyMm = xMm + (side === 'left' ? -missingMm : missingMm);
  return missingMm > TOUCH_MM && isClear(prepared, hungAt(item, roomyMm, yMm)) ? roomyMm : xMm;
}
