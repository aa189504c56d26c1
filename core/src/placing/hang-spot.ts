import { findClearMoves, isClear } from '../clearance/clear-moves.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { bodyOf } from '../gear/body.ts';
import type { GearType } from '../plan/gear-type.ts';
import { hookLineForGap, usualGapMm } from '../wireway/hook-line.ts';
import { usualSide } from '../wireway/unit-at-wireway.ts';
import { withRoom } from './with-room.ts';

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
  return nearest === undefined ? { xMm, yMm } : { xMm: withRoom(prepared, hung, nearest), yMm };
}
