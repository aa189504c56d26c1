import { gearName, faceName, gearTypeName } from '../plan/names.ts';
import { told, type Told } from '../quantity/told.ts';
import { hungAt, type Hung, type Prepared } from '../check/prepared.ts';
import type { PlanEdit } from '../plan/edits/apply-edit.ts';
import { TOUCH_MM } from '../quantity/compare.ts';
import { fail, ok, type Result } from '../result.ts';
import { unionOf } from '../site/sheet.ts';
import { findClearMoves } from '../clearance/clear-moves.ts';
import { withRoom } from './with-room.ts';

export const ALIGNMENTS = ['tops', 'bottoms', 'hook-lines', 'left-edges', 'right-edges', 'centres'] as const;
export type Alignment = (typeof ALIGNMENTS)[number];

/** Moves all pieces in line with the first of them, which stays. Says why where they hang on several faces. */
export function alignEdits(items: readonly Hung[], how: Alignment): Result<PlanEdit[], string | Told> {
  const refused = findRefusal(items, 2);
  const [first, ...others] = items;
  if (refused !== null) return fail(refused);
  if (first === undefined) throw new Error('Nothing to bring in line.');
  return ok(others.flatMap((item) => moveTo(item, alignedPlace(first, item, how))));
}

function alignedPlace(first: Hung, item: Hung, how: Alignment): readonly [number, number] {
  const { xMm, yMm } = item.placement;
  switch (how) {
    case 'tops':
      return [xMm, yMm + first.body.maxY - item.body.maxY];
    case 'bottoms':
      return [xMm, yMm + first.body.minY - item.body.minY];
    case 'hook-lines':
      return [xMm, first.placement.yMm];
    case 'left-edges':
      return [xMm + first.body.minX - item.body.minX, yMm];
    case 'right-edges':
      return [xMm + first.body.maxX - item.body.maxX, yMm];
    case 'centres':
      return [first.placement.xMm, yMm];
  }
}

/**
 * Gives equal gaps between the pieces, in their order along the wall or up it; the outermost two stay. The gap may be
 * negative where there is no room: a finding then says so.
 */
export function distributeEdits(
  items: readonly Hung[],
  along: 'across' | 'up',
): Result<PlanEdit[], string | Told> {
  const refused = findRefusal(items, 3);
  if (refused !== null) return fail(refused);
  const low = ({ body }: Hung) => (along === 'across' ? body.minX : body.minY);
  const high = ({ body }: Hung) => (along === 'across' ? body.maxX : body.maxY);
  const ordered = [...items].sort((a, b) => low(a) + high(a) - low(b) - high(b) || (a.id < b.id ? -1 : 1));
  const [first, last] = [ordered[0], ordered.at(-1)];
  if (first === undefined || last === undefined) throw new Error('Nothing to distribute.');
  const inner = ordered.slice(1, -1);
  const filledMm = inner.reduce((sum, item) => sum + high(item) - low(item), 0);
  const gapMm = (low(last) - high(first) - filledMm) / (inner.length + 1);
  let edgeMm = high(first);
  return ok(
    inner.flatMap((item) => {
      const shift = edgeMm + gapMm - low(item);
      edgeMm += gapMm + high(item) - low(item);
      const { xMm, yMm } = item.placement;
      return moveTo(item, along === 'across' ? [xMm + shift, yMm] : [xMm, yMm + shift]);
    }),
  );
}

/** Two pieces change places: the hook line of each goes where the other’s was. */
export function swapEdits(items: readonly Hung[]): Result<PlanEdit[], string | Told> {
  const [a, b] = items;
  if (a === undefined || b === undefined || items.length !== 2) return fail('Select just two pieces.');
  const refused = findRefusal(items, 2);
  if (refused !== null) return fail(refused);
  return ok([
    ...moveTo(a, [b.placement.xMm, b.placement.yMm]),
    ...moveTo(b, [a.placement.xMm, a.placement.yMm]),
  ]);
}

/** Left and right change places about the middle of the group; the gear itself is not mirrored. */
export function mirrorEdits(items: readonly Hung[]): Result<PlanEdit[], string | Told> {
  const refused = findRefusal(items, 2);
  if (refused !== null) return fail(refused);
  const { minX, maxX } = unionOf(items.map(({ body }) => body));
  return ok(items.flatMap((item) => moveTo(item, [minX + maxX - item.placement.xMm, item.placement.yMm])));
}

/** One more of a piece at the same height, at the exact gap its rules ask for: to the right if there is room, else left. */
export function duplicateEdit(
  prepared: Prepared,
  item: Hung,
  newId: string,
  name: string,
): Result<PlanEdit, Told> {
  const placement = { ...item.placement, id: newId, name };
  const copy = hungAt({ ...item, id: newId, placement }, placement.xMm, placement.yMm);
  const moves = findClearMoves(prepared, copy);
  const move = moves.find(({ side }) => side === 'right') ?? moves[0];
  if (move === undefined)
    return fail(
      told('There is no room for another {type} at this height on {face}.', {
        type: gearTypeName(item.type.id),
        face: faceName(item.face.id),
      }),
    );
  return ok({
    kind: 'place-gear',
    placement: { ...placement, xMm: withRoom(prepared, copy, move) },
  });
}

/** Why pieces cannot be brought into an order together, or null: too few, or not all on one face. */
function findRefusal(items: readonly Hung[], least: 2 | 3): string | Told | null {
  if (items.length < least)
    return least === 2 ? 'Select two pieces or more.' : 'Select three pieces or more.';
  const apart = items.find(({ face }) => face.id !== items[0]?.face.id);
  return apart === undefined ? null : told('{gear} hangs on another face.', { gear: gearName(apart.id) });
}

function moveTo({ id, placement }: Hung, [xMm, yMm]: readonly [number, number]): PlanEdit[] {
  const isThere = Math.abs(xMm - placement.xMm) < TOUCH_MM && Math.abs(yMm - placement.yMm) < TOUCH_MM;
  return isThere ? [] : [{ kind: 'move-placement', placement: id, xMm, yMm }];
}
