import { describe, expect, test } from '@jest/globals';
import { seeded } from './arrange/seeded.ts';
import { getCheckMeta } from './checks.ts';
import { fixLabelOf, sentenceOf } from './check/sentence.ts';
import { prepare } from './check/prepared.ts';
import { clearanceMatrix } from './clearance/matrix.ts';
import { DEMOS } from './demo/demos.ts';
import { evaluatePlan } from './evaluate.ts';
import { liftsOf } from './fixing/lift.ts';
import { sheetInWords } from './pack/sheet-words.ts';
import { storyPoles } from './pack/story-pole.ts';
import { applyEdits } from './plan/edits/apply-edit.ts';
import { tellingOf } from './plan/names.ts';
import type { Plan } from './plan/plan.ts';
import { INCH_READER } from './quantity/format.ts';
import { toldText, valueText, type Named, type Telling } from './quantity/told.ts';
import { surveyItems } from './survey/survey-items.ts';
import { anyEdit, EDIT_KINDS } from './test/any-edit.ts';
import { largePlan } from './test/large-plan.ts';
import { fillSections } from './wireway/fill.ts';
import { workingInWords } from './working/working.ts';

/** No word of any trade: where it stands, a name was written down instead of asked for. */
const MARK = 'zqx';

/** The plan with every name another. */
function renamed(plan: Plan): Plan {
  const named = <Item extends { readonly name: string }>(items: readonly Item[], kind: string): Item[] =>
    items.map((item, index) => ({ ...item, name: `${MARK}-${kind}-${index}` }));
  return {
    ...plan,
    faces: named(plan.faces, 'face').map((face) => ({
      ...face,
      obstacles: named(face.obstacles, 'obstacle'),
      shape:
        face.shape.kind === 'reverse'
          ? face.shape
          : { ...face.shape, framing: named(face.shape.framing, 'framing') },
    })),
    materials: named(plan.materials, 'material'),
    gearTypes: named(plan.gearTypes, 'type'),
    placements: named(plan.placements, 'gear'),
    circuits: named(plan.circuits, 'circuit'),
    penetrations: named(plan.penetrations, 'penetration'),
    runs: named(plan.runs, 'run'),
  };
}

/** All that follows from a plan and is told, of which nothing has been told yet. */
function computed(plan: Plan) {
  const prepared = prepare(plan);
  const { findings, routes, sheets } = evaluatePlan(plan);
  const every = Math.max(1, Math.floor(findings.length / 15));
  return {
    findings,
    workings: findings.flatMap(({ working }) => working ?? []),
    fixes: findings
      .filter((_, index) => index % every === 0)
      .flatMap(({ check, fixes }) => fixes.map((fix) => ({ check, fix }))),
    // The run itself is the plan’s own.
    routes: routes.routed.map(({ legs, penetrations, working }) => ({ legs, penetrations, working })),
    fills: prepared.placements.ids.flatMap((id) => fillSections(prepared, id)).map(({ working }) => working),
    sheets,
    clearances: clearanceMatrix(prepared),
    poles: plan.faces.map(({ id }) => storyPoles(prepared, id)),
    survey: surveyItems(plan, prepared.site).map(({ what }) => what),
    lifts: [...prepared.hung.values()].flatMap((item) => liftsOf(prepared, item)),
  };
}

/** Demo jobs and a plan with every list populated, each after edits of every kind. */
function plans(): Plan[] {
  return [...DEMOS.map(({ plan }) => plan()), largePlan(1)].flatMap((start, of) => {
    const random = seeded(900 + of);
    let plan = start;
    for (const kind of EDIT_KINDS) {
      const edit = anyEdit(kind, plan, random);
      const applied = edit === null ? null : applyEdits(plan, [edit]);
      if (applied?.ok === true) plan = applied.value.plan;
    }
    return [start, plan].map(renamed);
  });
}

/** What is told by its id, with the figures that go with it. */
const strings = (what: unknown): string[] => {
  if (typeof what === 'string') return [what];
  if (typeof what !== 'object' || what === null) return [];
  return Object.values(what).flatMap(strings);
};

describe('what is computed', () => {
  const all = plans();

  test('names nothing: things are told by their ids, and names and figures come when it is told', () => {
    for (const plan of all) {
      // Edits bring new things with names of their own into the plan: that is what they are for.
      const { fixes, ...rest } = computed(plan);
      const told = { ...rest, fixes: fixes.map(({ fix: { message, data } }) => ({ message, data })) };
      expect(strings(told).filter((text) => text.includes(MARK))).toEqual([]);
    }
  });

  test('says the same in every sentence after things are called otherwise, but for the names', () => {
    const asked = new Set<string>();
    for (const plan of all) {
      const byId: Telling = {
        reader: INCH_READER,
        dialect: plan.codeBasis,
        nameOf: ({ named, id, on }: Named) => {
          asked.add(named);
          return `<${named} ${id} ${on ?? ''}>`;
        },
      };
      const tellings = [byId, tellingOf(INCH_READER, plan)];
      const { findings, workings, fixes, sheets, poles, lifts, clearances, fills, survey } = computed(plan);
      const [ids = '', names = ''] = tellings.map((telling) =>
        strings([
          findings.map((finding) => sentenceOf(finding, getCheckMeta(finding.check), telling)),
          fixes.map(({ check, fix }) => fixLabelOf(fix, getCheckMeta(check), telling)),
          survey.map((what) => toldText(what, telling)),
          [...workings, ...fills].map((working) => workingInWords(working, telling)),
          sheets.map((sheet) => sheetInWords(sheet, telling)),
          poles
            .flatMap(({ across, up }) => [...across, ...up])
            .map(({ names: own }) => own.map((name) => valueText(name, telling))),
          lifts.map(({ name, standsOn }) => [name, standsOn].map((value) => valueText(value, telling))),
          clearances.map(({ owner, otherName }) =>
            [owner, otherName].map((value) => valueText(value, telling)),
          ),
        ]).join('\n'),
      );
      expect(names).not.toMatch(/[{}]|undefined|NaN|\[object/u);
      expect(names).toContain(MARK);
      // A name that is not found would be told as its id: every one was found.
      const called = ids.replace(
        /<(\w+) ([^ >]*) ([^>]*)>/gu,
        (_, named: string, id: string, on: string) =>
          tellings[1]?.nameOf({ named, id, ...(on === '' ? {} : { on }) }) ?? '',
      );
      expect(called).toBe(names);
    }
    expect([...asked].sort()).toEqual([
      'circuits',
      'faces',
      'framing',
      'gearTypes',
      'moduleFields',
      'moduleStrings',
      'obstacle',
      'penetrations',
      'placements',
      'plateHoles',
      'runs',
    ]);
  });
});
