import { gearName } from '../plan/names.ts';
import type { Fix } from '../check/finding.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { byMarks, findClearMoves } from './clear-moves.ts';

/** The label every fix that moves gear sideways shares. */
export const MOVE_FIX_MESSAGES = { move: 'Move {gear} {distance} to the {side}' } as const;

/** A move this many times the shortest is no fix but another layout. */
const FAR_RATIO = 10;

/** Fixes that move one of the given pieces to its nearest clear places; shortest move first, at most three. */
export function moveFixes(prepared: Prepared, items: readonly Hung[]): Fix[] {
  const moves = items
    .flatMap((item) => findClearMoves(prepared, item).map((move) => ({ item, move })))
    .sort((a, b) => a.move.movedMm - b.move.movedMm);
  const shortestMm = moves[0]?.move.movedMm ?? 0;
  return moves
    .filter(({ move }) => move.movedMm <= shortestMm * FAR_RATIO)
    .slice(0, 3)
    .map(({ item, move: { side, movedMm } }) => {
      const sign = side === 'left' ? -1 : 1;
      const byMm = byMarks(prepared, item, [sign, 0], movedMm);
      const { xMm, yMm } = item.placement;
      return {
        message: 'move',
        data: { gear: gearName(item.id), distance: { value: byMm, unit: 'mm' }, side },
        edits: [{ kind: 'move-placement', placement: item.id, xMm: xMm + sign * byMm, yMm }],
      };
    });
}
