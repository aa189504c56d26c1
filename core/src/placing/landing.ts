import type { Hung, Prepared } from '../check/prepared.ts';
import { doBoxesOverlap, isBoxWithin, sizeOfBox, type BoxMm } from '../geometry/polygon.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';

/**
 * What gear is fixed to where it was put down: the board that is behind all of it, or its face again once none of it is over
 * the board it was on. Where it is over the edge of a board it stays as it was: a person says what it is fixed to.
 *
 * @param ids The gear that was put down.
 */
export function landingEdits(prepared: Prepared, ids: readonly string[]): PlanEdit[] {
  return ids.flatMap((id): PlanEdit[] => {
    const item = prepared.hung.get(id);
    if (item === undefined || item.type.kind === 'board' || item.placement.isFlush === true) return [];
    const board = boardUnder(prepared, item);
    const now = item.placement.on ?? null;
    if (board !== null) return board.id === now ? [] : [{ kind: 'mount-on', placement: id, board: board.id }];
    const held = prepared.hung.get(now ?? '');
    return held !== undefined && !doBoxesOverlap(item.body, held.body)
      ? [{ kind: 'mount-on', placement: id, board: null }]
      : [];
  });
}

/** The board behind all of a piece; of several the smallest, which is in front. The one it is on counts first. */
function boardUnder(prepared: Prepared, { id, face, body, placement }: Hung): Hung | null {
  const boards = (prepared.onFace.get(face.id) ?? []).filter(
    (each) => each.id !== id && each.type.kind === 'board' && isBoxWithin(body, each.body),
  );
  const own = boards.find((each) => each.id === placement.on);
  return (
    own ??
    boards.reduce<Hung | null>(
      (best, each) => (best === null || areaMm2(each.body) < areaMm2(best.body) ? each : best),
      null,
    )
  );
}

function areaMm2(box: BoxMm): number {
  const { widthMm, heightMm } = sizeOfBox(box);
  return widthMm * heightMm;
}
