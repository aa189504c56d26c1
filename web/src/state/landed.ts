import { landingEdits } from '@zarnel/core/figures';
import { applyEdits, type Plan, type PlanEdit } from '@zarnel/core/plan';
import { derivedOf } from './derived.ts';

/** Edits with what follows from where they put gear down: over a board, it is fixed to the board. */
export function withLanding(plan: Plan, edits: readonly PlanEdit[]): readonly PlanEdit[] {
  const put = edits.flatMap((edit) =>
    edit.kind === 'move-placement' ? [edit.placement] : edit.kind === 'place-gear' ? [edit.placement.id] : [],
  );
  const told = new Set(edits.flatMap((edit) => (edit.kind === 'mount-on' ? [edit.placement] : [])));
  const unsaid = put.filter((id) => !told.has(id));
  if (unsaid.length === 0 || !plan.gearTypes.some(({ kind }) => kind === 'board')) return edits;
  const applied = applyEdits(plan, edits);
  if (!applied.ok) return edits;
  return [...edits, ...landingEdits(derivedOf(applied.value.plan).prepared, unsaid)];
}
