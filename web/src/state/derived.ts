import {
  layOutSheet,
  prepare,
  unionOf,
  type BoxMm,
  type Plan,
  type Prepared,
  type SheetPlace,
} from '@zarnel/core';

/** What every view of a plan shares. */
export type Derived = { readonly prepared: Prepared };

/** Where the faces of a plan lie on the sheet, with one of them upright in the middle. */
export type SheetLayout = {
  readonly places: ReadonlyMap<string, SheetPlace>;
  readonly bounds: BoxMm;
};

const prepareds = new WeakMap<Plan, Derived>();
const layouts = new WeakMap<Plan['faces'], { folds: Plan['folds']; root: string; layout: SheetLayout }>();

/** What was worked out last: the next plan is most often the same but for one thing. */
let last: Prepared | null = null;

export function derivedOf(plan: Plan): Derived {
  const known = prepareds.get(plan);
  if (known !== undefined) return known;
  last = prepare(plan, last);
  const derived = { prepared: last };
  prepareds.set(plan, derived);
  return derived;
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
