// The document: what a plan is made of, its edits, reading and writing it.

export { firstGearType, newGearType } from '../gear/new-gear.ts';
export { AT_TERMINAL_MM, newCircuit, newRun, usualWire } from '../conductor/new-circuit.ts';
export {
  type Circuit,
  type CircuitEnd,
  type CircuitWire,
  CIRCUIT_KINDS,
  type Held,
  HELD_WAYS,
  MOST_COUNT,
  MOST_SETS,
  setsOf,
  OUTSIDES,
} from '../plan/circuit.ts';
export { FIRST_BODY, type TravellingBody } from '../plan/body.ts';
export { type Energy, type EnergyLoad, FIRST_ENERGY, type Place, SECOND_SOURCES } from '../plan/energy.ts';
export {
  ATTACHMENT_SCHOOLS,
  BONDINGS,
  type Bonding,
  type ModuleField,
  type ModuleRef,
  type ModuleString,
  SURROUNDING_KINDS,
  type Surrounding,
  TILT_LOW_EDGES,
} from '../plan/module-field.ts';
export { type ConditionKey, type Conditions, type Travel } from '../plan/conditions.ts';
export { type PlanDifference, changesInWords, diffPlans } from '../plan/diff-plans.ts';
export {
  type AppliedEdit,
  type PlanEdit,
  applyEdit,
  applyEdits,
  applyPlanPatches,
  planEditSchema,
} from '../plan/edits/apply-edit.ts';
export { LAYER_KINDS, type LayerKind } from '../reference/layers.ts';
export { type Face, type Layer, type Setback } from '../plan/face.ts';
export { faultsInText, faultText, type GearFault, type PlanFault } from '../plan/fault.ts';
export { type Framing } from '../plan/framing.ts';
export { freshId, freshIdIn } from '../plan/fresh-id.ts';
export { faultOfIssue, placeWords } from '../plan/issue-words.ts';
export { findGearFaults } from '../plan/gear-faults.ts';
export { GEAR_FORMAT_VERSION, isGearVersion, openGear, raiseGear } from '../plan/gear-migrate.ts';
export {
  type ClearanceRule,
  GEAR_KINDS,
  type GearKind,
  type GearPart,
  type GearType,
  KNOCKOUT_EDGES,
  type Knockout,
  ORIENTATIONS,
  TERMINAL_KINDS,
  gearTypeSchema,
} from '../plan/gear-type.ts';
export { type Material } from '../plan/material.ts';
export { type Obstacle } from '../plan/obstacle.ts';
export {
  MAX_FILE_CHARS,
  PLAN_TOO_LARGE,
  isTodaysText,
  openPlan,
  openPlanText,
  writePlan,
  writePlanCompact,
} from '../plan/open-plan.ts';
export type { Nipple, Join, Placement, Port } from '../plan/placement.ts';
export { type PlanChanges, planChanges, withPlanChanges } from '../plan/plan-changes.ts';
export { FORMAT_VERSION, type LoadFactors, type Plan } from '../plan/plan.ts';
export {
  ENTRY_KINDS,
  type EntryKind,
  MOST_GLANDS,
  NEW_PENETRATION,
  OPENS_TO,
  type Penetration,
  SEAL_SCHOOLS,
  type SealStepId,
  glandsOf,
} from '../plan/penetration.ts';
export { type PlateHole } from '../plan/plate-hole.ts';
export { type Run } from '../plan/run.ts';
export { START_KINDS, type StartKind } from '../plan/start-kinds.ts';
export { textSchema, type PointMm } from '../plan/values.ts';
export type { Result } from '../result.ts';
export { materialsOfTrade } from '../site/materials.ts';
export { faceOf, newObstacle, usualStuds } from '../site/new-things.ts';
export { rectangleOutline, takeOutline } from '../site/outline-take.ts';
