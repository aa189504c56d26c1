import { atGear, newCircuit, newRun } from '../conductor/new-circuit.ts';
import { USUAL_ROUTING, type Run } from '../plan/run.ts';
import { METRIC_READER } from '../quantity/format.ts';
import { toldText, type Told } from '../quantity/told.ts';
import { tellingOf } from '../plan/names.ts';
import type { Hung, Prepared } from '../check/prepared.ts';
import { boxObstacle, faceOf, foldOf, rectangle, reverseOf, spacedFraming } from '../demo/parts.ts';
import type { ClearanceRule, GearType } from '../plan/gear-type.ts';
import { FORMAT_VERSION, PLAN_FORMAT, type Plan } from '../plan/plan.ts';
import type { Placement } from '../plan/placement.ts';
import { newGearType } from '../gear/new-gear.ts';
import { FIRST_CONDITIONS } from '../plan/conditions.ts';
import type { Face } from '../plan/face.ts';
import { getMaterial } from '../site/materials.ts';
import type { PointMm } from '../plan/values.ts';

export { boxObstacle, faceOf, foldOf, rectangle, reverseOf, spacedFraming };
export { lineObstacle as lineOf } from '../site/new-things.ts';

/** Small made-up plans for tests. Lengths in mm. */
export function wall(id: string, points: readonly PointMm[], more: Partial<Face> = {}): Face {
  return { ...faceOf({ id, name: `Face ${id}`, points, thicknessMm: 20 }), ...more };
}

export function gear(id: string, more: Partial<GearType> = {}): GearType {
  return newGearType(id, `Type ${id}`, 'inverter', {
    widthMm: 400,
    heightMm: 600,
    depthMm: 200,
    dropMm: 500,
    massKg: 20,
    location: 'outdoor',
    ...more,
  });
}

export function beside(id: string, more: Partial<ClearanceRule>): ClearanceRule {
  return {
    id,
    side: 'beside',
    counterpart: 'same-kind',
    distance: { value: 150, unit: 'mm' },
    when: {},
    source: { kind: 'maker', title: 'Made up' },
    ...more,
  };
}

export function hang(id: string, type: string, face: string, xMm: number, yMm: number): Placement {
  return { id, name: id, type, face, xMm, yMm };
}

export function plan(more: Partial<Plan>): Plan {
  return {
    format: PLAN_FORMAT,
    formatVersion: FORMAT_VERSION,
    name: 'Test',
    codeBasis: 'iec',
    routing: USUAL_ROUTING,
    site: {
      setting: 'building',
      conditions: { ...FIRST_CONDITIONS, meanMaxTempC: 20 },
      travel: null,
      loadFactors: null,
      place: null,
    },
    energy: null,
    moduleFields: [],
    moduleStrings: [],
    surroundings: [],
    materials: [getMaterial('material-plywood')],
    rootFace: 'w',
    faces: [wall('w', rectangle(5000, 2500))],
    folds: [],
    gearTypes: [],
    placements: [],
    nipples: [],
    joins: [],
    circuits: [],
    penetrations: [],
    plateHoles: [],
    runs: [],
    rules: [],
    ...more,
  };
}

export function getHung(prepared: Prepared, id: string): Hung {
  const item = prepared.hung.get(id);
  if (item === undefined) throw new Error(`Nothing called “${id}” hangs there.`);
  return item;
}

/** Why an edit was refused, as a person in metric units is told. */
export function refusalText(message: string | Told, plan: Plan): string {
  return toldText(message, tellingOf(METRIC_READER, plan));
}

/** Runs that each carry one cable of a diameter, with the circuits of those cables. */
export function cables(
  runs: readonly (Omit<Run, 'circuits' | 'laid' | 'via' | 'raisedMm'> & {
    readonly cableDiameterMm: number;
  })[],
): Pick<Plan, 'runs' | 'circuits'> {
  return {
    runs: runs.map(({ id, name, from, to, slackEachEndMm }) => ({
      ...newRun('us'),
      id,
      name,
      from,
      to,
      slackEachEndMm,
      circuits: [`${id}-cable`],
    })),
    circuits: runs.map(({ id, name, from, to, cableDiameterMm }) =>
      newCircuit('iec', {
        id: `${id}-cable`,
        name,
        carries: 'data',
        from: atGear(from.placement),
        to: atGear(to.placement),
        wire: { made: { as: 'cable', diameterMm: cableDiameterMm } },
      }),
    ),
  };
}
