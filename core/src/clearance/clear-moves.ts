import type { ToldValue } from '../quantity/told.ts';
import { gearName, obstacleName } from '../plan/names.ts';
import { gearNear, hungAt, isOnOther, type Hung, type Prepared } from '../check/prepared.ts';
import { bodyOf } from '../gear/body.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { markMmOfTrade } from '../quantity/trade-size.ts';
import { mayLieUnder, partInBox } from '../site/obstacle-zone.ts';
import { doBoxesOverlap, growBox, isBoxInside, type BoxMm } from '../geometry/polygon.ts';
import { gapsAround, standsIn } from './gaps-around.ts';
import { keepsSetbacks, setbackBoxes, setbackZones } from '../site/setback-zones.ts';
import { isFacingBeside, isTooClose, ruledGapsBeside, ruledGapsStacked } from './gaps.ts';
import { requiredGapBeside } from './required-gap.ts';

/** Places looked at before giving up: a wall has fewer, a heap has no clear place near. */
const MOST_STOPS = 120;

/** A sideways move that leaves the gear clear of everything on its face. */
export type ClearMove = { readonly xMm: number; readonly movedMm: number; readonly side: 'left' | 'right' };

/** Whether gear hung there is on its face, overlaps nothing, and keeps every gap around it, on other faces too. */
export function isClear(prepared: Prepared, item: Hung): boolean {
  return (
    isOnItsGround(item) &&
    keepsSetbacks(item.face, item.body) &&
    findCovered(prepared, item).length === 0 &&
    ![...ruledGapsBeside(prepared, item), ...ruledGapsStacked(prepared, item)].some(isTooClose) &&
    standsIn(prepared, item).length === 0 &&
    !gapsAround(prepared, item).some(isTooClose)
  );
}

/** Whether the whole body is on its face, and on its board where it is fixed to one. Bare rails need not be behind all of it. */
export function isOnItsGround({ body, face, board }: Hung): boolean {
  if (board === null || board.type.board?.holding === 'slide-in-nut') return isBoxInside(body, face.outline);
  const ground = growBox(bodyOf(board.type, board.placement), TOUCH_MM);
  return (
    body.minX >= ground.minX &&
    body.maxX <= ground.maxX &&
    body.minY >= ground.minY &&
    body.maxY <= ground.maxY
  );
}

/** What the body covers: other gear, and obstacles it does not clear by its standoff, by name and box. */
export function findCovered(
  prepared: Prepared,
  item: Hung,
): { readonly id: string; readonly name: ToldValue; readonly box: BoxMm; readonly isGear: boolean }[] {
  const gear = gearNear(prepared, item.body, item).map(({ id, placement, body }) => ({
    id,
    name: gearName(placement.id),
    box: body,
    isGear: true,
  }));
  // Of a pipe with bends, the stretch covered first speaks for it.
  const obstacles = item.face.inTheWay.flatMap(({ obstacle, parts }) => {
    if (mayLieUnder(obstacle, item.type.standoffMm)) return [];
    const [box] = parts.flatMap((part) => partInBox(part, item.body) ?? []);
    return box === undefined
      ? []
      : [{ id: obstacle.id, name: obstacleName(item.face.id, obstacle.id), box, isGear: false }];
  });
  return [...gear.filter(({ box }) => doBoxesOverlap(box, item.body)), ...obstacles];
}

/**
 * How far to move gear that must move at least so far, by the next mark of the tape where that leaves it clear too: nobody
 * sets out 3.74 in. `way` is a unit vector along the face.
 */
export function byMarks(
  prepared: Prepared,
  item: Hung,
  way: readonly [number, number],
  leastMm: number,
): number {
  const { xMm, yMm } = item.placement;
  const markMm = markMmOfTrade(prepared.plan.codeBasis);
  const byMm = Math.ceil((leastMm - TOUCH_MM) / markMm) * markMm;
  return byMm > leastMm && isClear(prepared, hungAt(item, xMm + way[0] * byMm, yMm + way[1] * byMm))
    ? byMm
    : leastMm;
}

/**
 * The nearest clear place to the left and to the right at the same height, at the exact required gap from a
 * neighbour, flush with an obstacle or at the face’s edge. Nearest first; empty when there is none.
 */
export function findClearMoves(prepared: Prepared, item: Hung): ClearMove[] {
  const half = item.type.widthMm / 2;
  const { bounds } = item.face;
  const stops = [bounds.minX + half, bounds.maxX - half];
  for (const other of prepared.onFace.get(item.face.id) ?? []) {
    // Only what stands at the same height can stop a sideways move.
    if (other.id === item.id || isOnOther(item, other) || !isFacingBeside(item.body, other.body)) continue;
    const gapMm = requiredGapBeside(prepared, item, other)?.mm ?? 0;
    stops.push(other.body.minX - gapMm - half, other.body.maxX + gapMm + half);
  }
  const inTheWay = item.face.inTheWay.flatMap(({ boxes }) => boxes);
  for (const { minX, maxX } of [...inTheWay, ...setbackZones(item.face).flatMap(setbackBoxes)])
    stops.push(minX - half, maxX + half);

  const { xMm: fromX, yMm } = item.placement;
  const nearestFirst = [...stops].sort((a, b) => Math.abs(a - fromX) - Math.abs(b - fromX) || a - b);
  const findOn = (side: ClearMove['side']) =>
    nearestFirst
      .slice(0, MOST_STOPS)
      .find((xMm) => (side === 'left') === xMm < fromX && isClear(prepared, hungAt(item, xMm, yMm)));
  return (['left', 'right'] as const)
    .flatMap((side): ClearMove[] => {
      const xMm = findOn(side);
      return xMm === undefined ? [] : [{ xMm, movedMm: Math.abs(xMm - fromX), side }];
    })
    .sort((a, b) => a.movedMm - b.movedMm || a.xMm - b.xMm);
}
