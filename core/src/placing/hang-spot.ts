import { findClearMoves, isClear, type ClearMove } from '../clearance/clear-moves.ts';
import { isFacingBeside } from '../clearance/gaps.ts';
import { hungAt, type Hung, type Prepared } from '../check/prepared.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { ofTrade } from '../quantity/trade-size.ts';
import { bodyOf } from '../gear/body.ts';
import type { GearType } from '../plan/gear-type.ts';
import { hookLineForGap, usualGapMm } from '../wireway/hook-line.ts';
import { usualSide } from '../wireway/unit-at-wireway.ts';

/** Where new gear is hung first: at the face’s wireway if it has one, clear of its neighbours if there is room. */
export function hangSpot(
  prepared: Prepared,
  type: GearType,
  faceId: string,
): { readonly xMm: number; readonly yMm: number } {
  const face = prepared.site.faces.get(faceId);
  if (face === undefined) throw new Error(`There is no face “${faceId}”.`);
  const { minX, maxX, minY, maxY } = face.bounds;
  const xMm = (minX + maxX) / 2;
  const centredY = (minY + maxY) / 2 - type.heightMm / 2 + type.dropMm;
  const placement = { id: '', name: type.name, type: type.id, face: faceId, xMm, yMm: centredY };
  const centred: Hung = { id: '', placement, type, face, body: bodyOf(type, placement), board: null };
  const wireway = (prepared.onFace.get(faceId) ?? []).find((item) => item.type.kind === 'wireway');
  const side = usualSide(type);
  const yMm =
    wireway !== undefined && side !== null
      ? hookLineForGap(centred, wireway, side, usualGapMm(prepared.plan.codeBasis))
      : centredY;
  const hung: Hung = { ...centred, placement: { ...placement, yMm }, body: bodyOf(type, { xMm, yMm }) };
  if (isClear(prepared, hung)) return { xMm, yMm };
  const [nearest] = findClearMoves(prepared, hung);
  return nearest === undefined ? { xMm, yMm } : { xMm: withFingerRoom(prepared, hung, nearest), yMm };
}

/** Room for fingers and a screwdriver between gear that no rule keeps apart (practice). */
const FINGERS_MM = 25;

/** A little further where it would touch its neighbour, if there is so much room. */
function withFingerRoom(prepared: Prepared, hung: Hung, { xMm, side }: ClearMove): number {
  const there = hungAt(hung, xMm, hung.placement.yMm);
  const leastMm = ofTrade(prepared.plan.codeBasis, FINGERS_MM);
  const isClose = (prepared.onFace.get(hung.face.id) ?? []).some(
    ({ body }) =>
      isFacingBeside(body, there.body) &&
      Math.max(body.minX - there.body.maxX, there.body.minX - body.maxX) < leastMm - TOUCH_MM,
  );
  const roomyMm = xMm + (side === 'left' ? -leastMm : leastMm);
  return isClose && isClear(prepared, hungAt(hung, roomyMm, hung.placement.yMm)) ? roomyMm : xMm;
}
