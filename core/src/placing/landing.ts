import type { Hung, Prepared } from '../check/prepared.ts';
import { doBoxesOverlap, isBoxWithin, sizeOfBox, type BoxMm } from '../geometry/polygon.ts';
import { applyEdits, type AppliedEdit, type PlanEdit, type RefusedEdits } from '../plan/edits/apply-edit.ts';
import type { Result } from '../result.ts';
import type { Plan } from '../plan/plan.ts';

/**
 * Makes edits with what follows from where they put gear down: it is fixed to the board that came behind all of it, or to its face
 * again once none of it is over the board it was on. Over the edge of a board, or over one it was before and was not fixed
 * to, it stays as it was: a person said so. What the edits say themselves counts first.
 *
 * @param preparedOf What follows from a plan. It is asked for the plan before and the plan after the edits.
 * @returns As `applyEdits` does.
 */
export function applyLanding(
  plan: Plan,
  edits: readonly PlanEdit[],
  preparedOf: (plan: Plan) => Prepared,
): Result<AppliedEdit, RefusedEdits> {
  const applied = applyEdits(plan, edits);
  if (!applied.ok || !plan.gearTypes.some(({ kind }) => kind === 'board')) return applied;
  const told = new Set(edits.flatMap((edit) => (edit.kind === 'mount-on' ? [edit.placement] : [])));
  const put = edits.flatMap((edit) =>
    edit.kind === 'move-placement' ? [edit.placement] : edit.kind === 'place-gear' ? [edit.placement.id] : [],
  );
  const ids = put.filter((id) => !told.has(id));
  if (ids.length === 0) return applied;
  const after = preparedOf(applied.value.plan);
  // The plan as it was is asked for last: it is the one that is kept up.
  const before = preparedOf(plan);
  const wasOver = new Map(ids.map((id) => [id, boardUnder(before, id)?.id ?? null]));
  const landed = ids.flatMap((id): PlanEdit[] => {
    const board = landsOn(after, id, wasOver.get(id) ?? null);
    return board === undefined ? [] : [{ kind: 'mount-on', placement: id, board }];
  });
  return landed.length === 0 ? applied : applyEdits(plan, [...edits, ...landed]);
}

/** The board it is fixed to from now on, or null for its face; undefined where it stays as it was. */
function landsOn(prepared: Prepared, id: string, wasOver: string | null): string | null | undefined {
  const item = prepared.hung.get(id);
  if (item === undefined || item.type.kind === 'board' || item.placement.isFlush === true) return undefined;
  const now = item.placement.on ?? null;
  const board = boardUnder(prepared, id)?.id ?? null;
  if (board !== null) return board === now || board === wasOver ? undefined : board;
  const held = prepared.hung.get(now ?? '');
  return held !== undefined && !doBoxesOverlap(item.body, held.body) ? null : undefined;
}

/** The board behind all of a piece; of several the smallest, which is in front. The one it is on counts first. */
function boardUnder(prepared: Prepared, id: string): Hung | null {
  const item = prepared.hung.get(id);
  if (item === undefined) return null;
  const { face, body, placement } = item;
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
