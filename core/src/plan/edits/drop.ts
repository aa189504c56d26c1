import type { Draft } from 'immer';
import type { Plan } from '../plan.ts';

/** Takes gear down with all that ends at it, wherever it goes: by itself, or with its face. */
export function dropPlacements(draft: Draft<Plan>, gone: ReadonlySet<string>): void {
  draft.placements = draft.placements.filter(({ id }) => !gone.has(id));
  for (const placement of draft.placements) {
    if (placement.on !== undefined && gone.has(placement.on)) delete placement.on;
  }
  draft.joints = draft.joints.filter(({ from, wireway }) => !gone.has(from.placement) && !gone.has(wireway));
  draft.links = draft.links.filter(({ a, b }) => !gone.has(a.placement) && !gone.has(b.placement));
  draft.runs = draft.runs.filter(({ from, to }) => !gone.has(from.placement) && !gone.has(to.placement));
  dropLooseCircuits(draft);
}

/** Takes out the conductors whose nipples are gone. */
export function dropLooseCircuits(draft: Draft<Plan>): void {
  const joints = new Set(draft.joints.map(({ id }) => id));
  draft.circuits = draft.circuits.filter(({ from, to }) => joints.has(from) && joints.has(to));
}
