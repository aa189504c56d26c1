import { FIRST_CONDITIONS, type Conditions } from '../plan/conditions.ts';
import type { Face, Fold } from '../plan/face.ts';
import type { ModuleField, ModuleRef, ModuleString } from '../plan/module-field.ts';
import type { Placement } from '../plan/placement.ts';
import { FORMAT_VERSION, PLAN_FORMAT, type Plan } from '../plan/plan.ts';
import { USUAL_ROUTING } from '../plan/run.ts';
import type { Material } from '../plan/material.ts';
import type { GearType } from '../plan/gear-type.ts';
import { getSample } from '../gear/samples.ts';
import { materialsOfTrade } from '../site/materials.ts';

// Short ways to write plans down, for the demo jobs and what a new job starts from. Lengths in mm.

export { boxObstacle, faceOf, lineObstacle, spacedFraming } from '../site/new-things.ts';
export { rectangleOutline as rectangle } from '../site/outline-take.ts';

/** The outside of a face. */
export function reverseOf(
  front: Face,
  id: string,
  name: string,
  more: Partial<Omit<Face, 'shape'>> = {},
): Face {
  return {
    id,
    name,
    kind: front.kind,
    side: 'outside',
    material: front.material,
    fireRatedMinutes: null,
    roomInFrontMm: null,
    obstacles: [],
    setbacks: [],
    conditions: {},
    ...more,
    shape: { kind: 'reverse', of: front.id },
  };
}

export function foldOf(
  id: string,
  a: readonly [string, number],
  b: readonly [string, number],
  towardViewerDeg: number,
): Fold {
  return { id, a: { face: a[0], edge: a[1] }, b: { face: b[0], edge: b[1] }, towardViewerDeg };
}

/** Rows of modules, each of so many from a place on, one pitch apart. */
export function modulesInRows(
  rows: readonly (readonly [count: number, xMm: number, yMm: number])[],
  pitchMm: number,
  isTurned = false,
): ModuleField['modules'] {
  return rows
    .flatMap(([count, xMm, yMm]) =>
      Array.from({ length: count }, (_, at) => [xMm + at * pitchMm, yMm] as const),
    )
    .map(([xMm, yMm], index) => ({ id: `m${index + 1}`, xMm, yMm, isTurned }));
}

/** Modules of a field in strings of one length, row by row and every other row backwards. */
export function inStrings(
  field: string,
  rows: readonly (readonly [count: number, xMm: number, yMm: number])[],
  length: number,
): ModuleRef[][] {
  const byHeight = new Map<number, string[]>();
  let at = 0;
  for (const [count, , yMm] of rows) {
    const ids = Array.from({ length: count }, () => `m${++at}`);
    byHeight.set(yMm, [...(byHeight.get(yMm) ?? []), ...ids]);
  }
  const order = [...byHeight.values()].flatMap((ids, row) => (row % 2 === 0 ? ids : [...ids].reverse()));
  return Array.from({ length: Math.ceil(order.length / length) }, (_, index) =>
    order.slice(index * length, (index + 1) * length).map((module) => ({ field, module })),
  );
}

/** A string in series of some modules. */
export function seriesOf(id: string, name: string, modules: ModuleRef[]): ModuleString {
  return { id, name, wired: { as: 'series' }, modules };
}

export function hungAtMm(
  id: string,
  name: string,
  type: string,
  face: string,
  xMm: number,
  yMm: number,
): Placement {
  return { id, name, type, face, xMm, yMm };
}

type PlanParts = Pick<Plan, 'name' | 'codeBasis' | 'rootFace' | 'faces'> &
  Partial<Omit<Plan, 'site' | 'gearTypes' | 'materials'>> & {
    readonly setting?: Plan['site']['setting'];
    readonly travel?: Plan['site']['travel'];
    readonly place?: Plan['site']['place'];
    readonly body?: Plan['site']['body'];
    readonly conditions: Partial<Conditions>;
    /** By the id of a sample, or as it is in this job. */
    readonly gear: readonly (string | GearType)[];
    /** By material: what somebody approved for a fixing used in it, straight out and along it, N. */
    readonly approved?: Readonly<Record<string, readonly [number, number]>>;
  };

/** A whole plan: its materials are those its faces name, its gear the samples named. */
export function planOf({
  setting = 'building',
  travel = null,
  place = null,
  body,
  conditions,
  gear,
  approved,
  ...more
}: PlanParts): Plan {
  const materials = new Set(more.faces.map(({ material }) => material));
  return {
    format: PLAN_FORMAT,
    formatVersion: FORMAT_VERSION,
    folds: [],
    placements: [],
    nipples: [],
    joins: [],
    circuits: [],
    penetrations: [],
    plateHoles: [],
    runs: [],
    rules: [],
    moduleFields: [],
    moduleStrings: [],
    surroundings: [],
    energy: null,
    routing: USUAL_ROUTING,
    ...more,
    site: {
      setting,
      conditions: { ...FIRST_CONDITIONS, ...conditions },
      travel,
      loadFactors: null,
      place,
      ...(body === undefined ? {} : { body }),
    },
    materials: materialsOfTrade(more.codeBasis)
      .filter(({ id }) => materials.has(id))
      .map((material) => withApproval(material, approved?.[material.id])),
    gearTypes: gear.map((each) => (typeof each === 'string' ? getSample(each) : each)),
  };
}

function withApproval(material: Material, loads: readonly [number, number] | undefined): Material {
  if (loads === undefined) return material;
  const [approvedPullN, approvedShearN] = loads;
  const source = {
    kind: 'yours',
    title: 'Screws pulled from an offcut on site, a third of what they held',
  } as const;
  return { ...material, approvedPullN, approvedShearN, source };
}
