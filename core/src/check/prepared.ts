import { faceName, gearName } from '../plan/names.ts';
import type { Named } from '../quantity/told.ts';
import type { BoxMm } from '../geometry/polygon.ts';
import { bodyOf } from '../gear/body.ts';
import { query } from '../derive/query.ts';
import { Model, type Hung } from '../model/model.ts';
import type { Plan } from '../plan/plan.ts';

export type { Hung } from '../model/model.ts';

/** A plan with all that checks share. */
export type Prepared = Model;

/** Works out a plan whose references hold. */
export function prepare(plan: Plan): Prepared {
  return new Model(plan);
}

/** What is fixed to a board. */
export { hungOnBoard as gearOn } from '../model/model.ts';

/** What gear is fixed to is called: its board, or its face. */
export function groundName({ board, face }: Hung): Named {
  return board === null ? faceName(face.id) : gearName(board.placement.id);
}

/** Whether one of two pieces is the board the other is fixed to. */
export function isOnOther(a: Hung, b: Hung): boolean {
  return a.placement.on === b.id || b.placement.on === a.id;
}

/**
 * Something that follows from gear where it hangs: kept as by `query`, and worked out on the spot for a moved copy, which the
 * model does not know.
 */
export function queryOfGear<Value>(
  work: (model: Model, item: Hung) => Value,
): (model: Model, item: Hung) => Value {
  const kept = query((model: Model, id: string): Value | undefined => {
    const item = model.hung.get(id);
    return item === undefined ? undefined : work(model, item);
  });
  return (model, item) => {
    const known = model.hung.get(item.id) === item ? kept(model, item.id) : undefined;
    return known === undefined ? work(model, item) : known;
  };
}

/** The same gear hung elsewhere on its face; the prepared plan is unchanged. */
export function hungAt(item: Hung, xMm: number, yMm: number): Hung {
  const placement = { ...item.placement, xMm, yMm };
  return { ...item, placement, body: bodyOf(item.type, placement) };
}

/** The middle of the body on its face: where a finding about the whole piece is shown. */
export function middleOf({ face, body }: Hung): {
  readonly face: string;
  readonly xMm: number;
  readonly yMm: number;
} {
  return { face: face.id, xMm: (body.minX + body.maxX) / 2, yMm: (body.minY + body.maxY) / 2 };
}

/** How far the front of its body stands out from its face, mm. */
export function frontMm({ type }: Hung): number {
  return type.standoffMm + type.depthMm;
}

/** Gear near a box on the face of a piece, without the piece itself, its board and what is fixed to it. */
export function gearNear(prepared: Prepared, box: BoxMm, item: Hung): Hung[] {
  return (prepared.grids.get(item.face.id)?.near(box) ?? []).filter(
    (other) => other.id !== item.id && !isOnOther(item, other),
  );
}
