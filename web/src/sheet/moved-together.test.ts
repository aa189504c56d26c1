import { describe, expect, test } from '@jest/globals';
import { honeyHouse } from '@zarnel/core/files';
import { modulesOfField, prepare } from '@zarnel/core/figures';
import { applyEdits, type Plan } from '@zarnel/core/plan';
import { movedTogether } from './moved-together.ts';
import type { Project } from './project.ts';

const FIELD = 'south-field';
/** Ten millimetres a pixel, upwards. */
const project: Project = (_, [x, y]) => [x / 10, -y / 10];

function after(plan: Plan, change: (index: number) => { dx: number; dy: number }): Plan {
  const field = plan.moduleFields.find(({ id }) => id === FIELD);
  if (field === undefined) throw new Error('The demo has a field.');
  const modules = field.modules.map((module, index) => {
    const { dx, dy } = change(index);
    return { ...module, xMm: module.xMm + dx, yMm: module.yMm + dy };
  });
  const applied = applyEdits(plan, [{ kind: 'set-field', field: { ...field, modules } }]);
  if (!applied.ok) throw new Error('It may be moved.');
  return applied.value.plan;
}

describe('a field that is dragged', () => {
  const plan = honeyHouse();
  const moved = (to: Plan) =>
    movedTogether(modulesOfField(prepare(plan), FIELD), modulesOfField(prepare(to), FIELD), project);

  test('is shifted where all its modules moved as one', () => {
    const by = moved(after(plan, () => ({ dx: 120, dy: -50 })));
    expect(by?.[0]).toBeCloseTo(12, 9);
    expect(by?.[1]).toBeCloseTo(5, 9);
  });

  test('is drawn anew where one of them moved by itself, one is gone, or one is turned', () => {
    expect(moved(after(plan, (index) => ({ dx: index === 7 ? 120 : 0, dy: 0 })))).toBeNull();
    expect(moved(after(plan, (index) => ({ dx: 120, dy: index === 23 ? 1 : 0 })))).toBeNull();
    const [field] = plan.moduleFields;
    if (field === undefined) throw new Error('The demo has a field.');
    const withField = (modules: typeof field.modules): Plan => ({
      ...plan,
      moduleFields: [{ ...field, modules }],
      moduleStrings: [],
    });
    expect(moved(withField(field.modules.slice(1)))).toBeNull();
    expect(
      moved(
        withField(field.modules.map((each, at) => (at === 3 ? { ...each, isTurned: !each.isTurned } : each))),
      ),
    ).toBeNull();
  });
});
