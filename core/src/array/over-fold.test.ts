import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Matrix4, Vector3 } from 'three';
import { prepare, type Prepared } from '../check/prepared.ts';
import { runChecks } from '../check/run-checks.ts';
import { startPlan } from '../demo/starts.ts';
import { getSample } from '../gear/samples.ts';
import { applyEdits, type PlanEdit } from '../plan/edits/apply-edit.ts';
import type { ModuleField } from '../plan/module-field.ts';
import type { Plan } from '../plan/plan.ts';
import { modulesOfField } from './field-modules.ts';
import { newField } from './new-field.ts';
import { overFolds } from './over-fold.ts';
import { placeCheck } from './place-check.ts';

const TYPE = getSample('solar-module-210w');

function edited(plan: Plan, ...edits: PlanEdit[]): Plan {
  const made = applyEdits(plan, edits);
  if (!made.ok) throw new Error(JSON.stringify(made.fault));
  return made.value.plan;
}

/** A house with modules somewhere on its near slope: columns side by side, some turned. */
function house(startMm: number, turns: readonly boolean[], setbackMm: number): Plan {
  const bare = edited(startPlan('House', 'iec', 27, 'house'), { kind: 'add-gear-type', gearType: TYPE });
  let xMm = startMm;
  const modules = turns.map((isTurned, index) => {
    const module = { id: `m${index}`, xMm, yMm: 400, isTurned };
    xMm += (isTurned ? TYPE.heightMm : TYPE.widthMm) + 20;
    return module;
  });
  const setbacks = [{ edge: 2, distanceMm: setbackMm, why: 'Eave' }];
  return edited(
    bare,
    { kind: 'set-field', field: { ...newField(bare, 'near-top', TYPE.id), modules } },
    ...(setbackMm === 0 ? [] : [{ kind: 'set-setbacks', face: 'far-under', setbacks } as const]),
  );
}

/** The middles of modules in the site, by a general 3-D library. */
function middles(prepared: Prepared, field: ModuleField): Vector3[] {
  const frame = prepared.site.frames.get(field.face);
  if (frame === undefined) throw new Error('The face stands nowhere.');
  const pose = new Matrix4()
    .makeBasis(new Vector3(...frame.right), new Vector3(...frame.up), new Vector3(...frame.toViewer))
    .setPosition(...frame.origin);
  return modulesOfField(prepared, field.id).map(({ box }) =>
    new Vector3((box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2, 0).applyMatrix4(pose),
  );
}

describe('a field carried on over a fold', () => {
  test('lies in columns with this side as the site stands, and passes the checks of its place', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 3000 }),
        fc.array(fc.boolean(), { minLength: 1, maxLength: 4 }),
        fc.constantFrom(0, 300, 700),
        (startMm, turns, setbackMm) => {
          const plan = house(startMm, turns, setbackMm);
          const prepared = prepare(plan);
          const [field] = plan.moduleFields;
          if (field === undefined) throw new Error('It has a field.');
          const [over] = overFolds(prepared, field.id).filter(({ face }) => face === 'far-top');
          expect(over).toBeDefined();
          if (over === undefined) return;
          const made = prepare(edited(plan, { kind: 'set-field', field: over.field }));
          const said = runChecks(made, [placeCheck]).filter(({ subjects }) =>
            subjects.some(({ id }) => id === over.field.id),
          );
          expect(said).toEqual([]);
          // The ridge runs along the site’s x: a column over it has the middle of one on this side.
          const columns = middles(made, field).map(({ x }) => x);
          for (const { x } of middles(made, over.field))
            expect(Math.min(...columns.map((column) => Math.abs(column - x)))).toBeLessThan(0.5);
        },
      ),
      { numRuns: 40 },
    );
  });

  test('takes what its own old holes and readings are not along, and says nothing where there is no fold', () => {
    const plan = house(200, [false, false], 0);
    const [field] = plan.moduleFields;
    if (field === undefined) throw new Error('It has a field.');
    const marked = edited(plan, {
      kind: 'set-field',
      field: { ...field, oldFeet: [{ xMm: 0, yMm: 0 }], moreModules: 3 },
    });
    for (const over of overFolds(prepare(marked), field.id)) {
      expect(over.field).not.toHaveProperty('oldFeet');
      expect(over.field).not.toHaveProperty('moreModules');
    }
    const apart: Plan = { ...plan, folds: plan.folds.filter(({ id }) => id !== 'ridge' && id !== 'eave') };
    expect(overFolds(prepare(apart), field.id)).toEqual([]);
    expect(overFolds(prepare(plan), 'gone')).toEqual([]);
  });
});
