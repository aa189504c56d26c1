import {
  applyPatches,
  enableArrayMethods,
  enablePatches,
  produceWithPatches,
  type Draft,
  type Patch,
} from 'immer';
import { fail, ok, type Result } from '../../result.ts';
import { z } from '../../zod.ts';
import { issueTold } from '../issue-words.ts';
import { contradictionTold, findFreshContradiction } from '../contradictions.ts';
import { findReferenceFaults } from '../references.ts';
import type { Plan } from '../plan.ts';
import type { EditFault } from './edit.ts';
import * as arrayEdits from './array-edits.ts';
import { removeCircuit, setCircuit } from './circuit-edits.ts';
import * as faceEdits from './face-edits.ts';
import * as gearEdits from './gear-edits.ts';
import * as onFaceEdits from './on-face-edits.ts';
import * as placementEdits from './placement-edits.ts';
import * as ruleEdits from './rule-edits.ts';
import * as runEdits from './run-edits.ts';
import * as siteEdits from './site-edits.ts';

enablePatches();
// Looking for one thing in a list of thousands makes no draft of each.
enableArrayMethods();

const KINDS = {
  ...siteEdits,
  ...faceEdits,
  ...onFaceEdits,
  ...gearEdits,
  ...placementEdits,
  ...runEdits,
  ...ruleEdits,
  ...arrayEdits,
  setCircuit,
  removeCircuit,
};

export const planEditSchema = z.discriminatedUnion('kind', [
  KINDS.renamePlan.schema,
  KINDS.setSite.schema,
  KINDS.setLoadFactors.schema,
  KINDS.setPlace.schema,
  KINDS.setBody.schema,
  KINDS.setConditions.schema,
  KINDS.setRouting.schema,
  KINDS.inheritCondition.schema,
  KINDS.setMaterial.schema,
  KINDS.removeMaterial.schema,
  KINDS.addFace.schema,
  KINDS.removeFace.schema,
  KINDS.setFace.schema,
  KINDS.setOutline.schema,
  KINDS.moveCorner.schema,
  KINDS.insertCorner.schema,
  KINDS.removeCorner.schema,
  KINDS.addReverse.schema,
  KINDS.setRoot.schema,
  KINDS.setStand.schema,
  KINDS.setAsFound.schema,
  KINDS.markSimulated.schema,
  KINDS.setSetbacks.schema,
  KINDS.addFold.schema,
  KINDS.setFoldAngle.schema,
  KINDS.removeFold.schema,
  KINDS.setFraming.schema,
  KINDS.removeFraming.schema,
  KINDS.findMember.schema,
  KINDS.setObstacle.schema,
  KINDS.removeObstacle.schema,
  KINDS.addGearType.schema,
  KINDS.setGearType.schema,
  KINDS.removeGearType.schema,
  KINDS.placeGear.schema,
  KINDS.movePlacement.schema,
  KINDS.mountOn.schema,
  KINDS.setFlush.schema,
  KINDS.renamePlacement.schema,
  KINDS.removePlacement.schema,
  KINDS.addNipple.schema,
  KINDS.setNipplePlay.schema,
  KINDS.removeNipple.schema,
  KINDS.setJoin.schema,
  KINDS.removeJoin.schema,
  KINDS.addPenetration.schema,
  KINDS.movePenetration.schema,
  KINDS.setPenetration.schema,
  KINDS.removePenetration.schema,
  KINDS.setPlateHole.schema,
  KINDS.removePlateHole.schema,
  KINDS.addRun.schema,
  KINDS.setRun.schema,
  KINDS.setRunSlack.schema,
  KINDS.removeRun.schema,
  KINDS.setRules.schema,
  KINDS.setCircuit.schema,
  KINDS.removeCircuit.schema,
  KINDS.setField.schema,
  KINDS.moveModules.schema,
  KINDS.removeField.schema,
  KINDS.setString.schema,
  KINDS.removeString.schema,
  KINDS.setSurrounding.schema,
  KINDS.removeSurrounding.schema,
  KINDS.setEnergy.schema,
]);
export type PlanEdit = z.infer<typeof planEditSchema>;

/** An edit made: the new plan, and the patches that redo and undo it. */
export type AppliedEdit = {
  readonly plan: Plan;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
};

type AnyApply = (draft: Draft<Plan>, edit: PlanEdit) => EditFault | null;
const APPLY = new Map<string, AnyApply>(
  Object.values(KINDS).map(({ schema, apply }) => [schema.shape.kind.value, apply as AnyApply]),
);

/** Edits that add or re-target references, after which the whole plan’s references are checked. */
const MAY_DANGLE =
  /^(?:(?:add|place|remove|mount)-|set-(?:face|root|rules|circuit|field|string|surrounding|penetration|plate-hole|run|join|gear-type|setbacks|obstacle|framing)$|insert-corner$)/u;

/** Why edits may not be made: nothing has changed. `plan` is the one it speaks of, with those of them that could be made. */
export type RefusedEdits = EditFault & { readonly plan: Plan };

/**
 * Makes an edit. A fault leaves the plan as it was and says why; so the same call also answers “may I?”.
 * Edits that add references are refused when they would dangle.
 */
export function applyEdit(plan: Plan, edit: PlanEdit): Result<AppliedEdit, RefusedEdits> {
  return applyEdits(plan, [edit]);
}

/** Several edits as one: all are made, or none. */
export function applyEdits(plan: Plan, edits: readonly PlanEdit[]): Result<AppliedEdit, RefusedEdits> {
  for (const edit of edits) {
    const issue = planEditSchema.safeParse(edit).error?.issues[0];
    if (issue !== undefined) {
      return fail({
        code: 'not-allowed',
        message: issueTold(issue),
        plan,
      });
    }
  }
  const refused: { fault: EditFault | null } = { fault: null };
  const [next, patches, inverse] = produceWithPatches(plan, (draft) => {
    for (const edit of edits) {
      const apply = APPLY.get(edit.kind);
      refused.fault ??=
        apply === undefined ? { code: 'not-allowed', message: 'Unknown edit.' } : apply(draft, edit);
    }
  });
  if (refused.fault !== null) return fail({ ...refused.fault, plan: next });
  if (edits.some((edit) => MAY_DANGLE.test(edit.kind))) {
    const [first] = findReferenceFaults(next);
    if (first !== undefined) return fail({ code: 'not-allowed', message: first.message, plan: next });
  }
  const fresh = findFreshContradiction(plan, next);
  if (fresh !== undefined)
    return fail({ code: 'not-allowed', message: contradictionTold(fresh), plan: next });
  return ok({ plan: next, patches, inverse });
}

/** Replays patches, for undo and redo. */
export function applyPlanPatches(plan: Plan, patches: readonly Patch[]): Plan {
  return applyPatches(plan, patches);
}
