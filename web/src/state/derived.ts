import {
  isSameList,
  layOutSheet,
  placingInputs,
  prepare,
  unionOf,
  type BoxMm,
  type Prepared,
  type SheetPlace,
} from '@zarnel/core/figures';
import type { Plan } from '@zarnel/core/plan';

export type Derived = { readonly prepared: Prepared };

/** Where the faces of a plan lie on the sheet, with one of them upright in the middle. */
export type SheetLayout = {
  readonly places: ReadonlyMap<string, SheetPlace>;
  readonly bounds: BoxMm;
};

const layouts: { readonly inputs: readonly unknown[]; readonly layout: SheetLayout }[] = [];

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

/** The same as a function of the core asks for it. */
export const preparedOf = (plan: Plan): Prepared => derivedOf(plan).prepared;

function newlyKept(plan: Plan): Kept {
  const model = prepare(plan);
  return { model, plan, derived: { prepared: viewOf(model) } };
}

/** The same model as another object: whoever remembers what it made of the one before makes it anew. */
function viewOf(model: Prepared): Prepared {
  return Object.create(model) as Prepared;
}

/** Depends on the shapes of faces and on folds alone, so it is kept while anything else is edited. A root that is gone gives way to the plan's. */
export function layoutOf(plan: Plan, sheetRoot: string | null): SheetLayout {
  const { prepared } = derivedOf(plan);
  const root =
    prepared.faces.get(sheetRoot ?? '') === undefined ? plan.rootFace : (sheetRoot ?? plan.rootFace);
  const inputs = [root, ...placingInputs(prepared)];
  const known = layouts.find((each) => isSameList(each.inputs, inputs));
  if (known !== undefined) return known.layout;
  const places = layOutSheet(prepared.site, root);
  const layout = { places, bounds: unionOf([...places.values()].map((place) => place.bounds)) };
  layouts.unshift({ inputs, layout });
  layouts.length = Math.min(layouts.length, MOST_KEPT);
  return layout;
}
