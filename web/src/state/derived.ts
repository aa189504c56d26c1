import {
  layOutSheet,
  prepare,
  unionOf,
  type BoxMm,
  type Plan,
  type Prepared,
  type SheetPlace,
} from '@zarnel/core';

export type Derived = { readonly prepared: Prepared };

/** Where the faces of a plan lie on the sheet, with one of them upright in the middle. */
export type SheetLayout = {
  readonly places: ReadonlyMap<string, SheetPlace>;
  readonly bounds: BoxMm;
};

const layouts = new WeakMap<Plan['faces'], { folds: Plan['folds']; root: string; layout: SheetLayout }>();

/** A model kept up with a line of plans, the plan it is of, and how it is told apart from what it was. */
type Kept = { readonly model: Prepared; plan: Plan; derived: Derived };

/** The plan as it is, and the plan as it would be while something is dragged. */
const kept: Kept[] = [];
const MOST_KEPT = 2;

/** What every view of a plan shares. Another object for another plan, so that views know; the model goes on. */
export function derivedOf(plan: Plan): Derived {
  const known = kept.findIndex((each) => each.plan === plan);
  const used = known < 0 ? (kept.length < MOST_KEPT ? newlyKept(plan) : kept.at(-1)) : kept[known];
  if (used === undefined) return newlyKept(plan).derived;
  if (used.plan !== plan) {
    used.model.update(plan);
    used.plan = plan;
    used.derived = { prepared: viewOf(used.model) };
  }
  // The one used last comes first; the other is the next to be taken over.
  const at = kept.indexOf(used);
  if (at > 0) kept.splice(at, 1);
  if (at !== 0) kept.unshift(used);
  return used.derived;
}

function newlyKept(plan: Plan): Kept {
  const model = prepare(plan);
  return { model, plan, derived: { prepared: viewOf(model) } };
}

/** The same model as another object: whoever remembers what it made of the one before makes it anew. */
function viewOf(model: Prepared): Prepared {
  return Object.create(model) as Prepared;
}

/** Depends on faces and folds alone, so it is kept while only gear moves. A root that is gone gives way to the plan's. */
export function layoutOf(plan: Plan, sheetRoot: string | null): SheetLayout {
  const root = plan.faces.some(({ id }) => id === sheetRoot) ? (sheetRoot ?? plan.rootFace) : plan.rootFace;
  const known = layouts.get(plan.faces);
  if (known?.folds === plan.folds && known.root === root) return known.layout;
  const places = layOutSheet(derivedOf(plan).prepared.site, root);
  const layout = { places, bounds: unionOf([...places.values()].map((place) => place.bounds)) };
  layouts.set(plan.faces, { folds: plan.folds, root, layout });
  return layout;
}
