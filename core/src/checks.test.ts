import { ARRAY_CASES } from './array/array.cases.ts';
import { CLEARANCE_CASES } from './clearance/clearance.cases.ts';
import { CONDUCTOR_CASES } from './conductor/conductor.cases.ts';
import { FIXING_CASES } from './fixing/fixing.cases.ts';
import { PACK_CASES } from './pack/pack.cases.ts';
import { PROTECTION_CASES } from './protection/protection.cases.ts';
import { ROUTE_CASES } from './route/route.cases.ts';
import { SEAL_CASES } from './seal/seal.cases.ts';
import { STRING_CASES } from './string/string.cases.ts';
import { SURVEY_CASES } from './survey/survey.cases.ts';
import { WIREWAY_CASES } from './wireway/wireway.cases.ts';
import type { CheckCases } from './test/check-cases.ts';
import { tellingOf } from './plan/names.ts';
import { beforeAll, describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { toldOf, type Check, type Finding, type Found } from './check/finding.ts';
import { FindingBook } from './check/finding-book.ts';
import { prepare } from './check/prepared.ts';
import { runChecks } from './check/run-checks.ts';
import { findingsOf } from './check/run-checks.ts';
import { fixLabelOf, measuredAndRequired, sentenceOf, sourceText } from './check/sentence.ts';
import { CHECKS, getCheckMeta } from './checks.ts';
import { DEMOS } from './demo/demos.ts';
import { honeyHouse } from './demo/honey-house.ts';
import { evaluatePlan } from './evaluate.ts';
import { applyEdits, type PlanEdit } from './plan/edits/apply-edit.ts';
import type { Plan } from './plan/plan.ts';
import { UNITS } from './quantity/units.ts';
import { INCH_READER, METRIC_READER, type Reader } from './quantity/format.ts';
import { IS_EVERY_CASE } from './test/cases.ts';

const DEMO = honeyHouse();

function edited(...edits: PlanEdit[]): Plan {
  const applied = applyEdits(DEMO, edits);
  if (!applied.ok) throw new Error(JSON.stringify(applied.fault.message));
  return applied.value.plan;
}

/** The demo with its first findings cleared. */
const CLEAN: PlanEdit[] = [
  { kind: 'move-placement', placement: 'transfer-switch', xMm: 124 * 25.4, yMm: 68 * 25.4 },
  { kind: 'move-placement', placement: 'inverter-b', xMm: 58.5 * 25.4, yMm: (36 + 27.875) * 25.4 },
  { kind: 'move-penetration', penetration: 'roof-hole', xMm: 92 * 25.4, yMm: 30 * 25.4 },
  ...honeyHouse().plateHoles.map((hole): PlanEdit => ({
    kind: 'set-plate-hole',
    hole: { ...hole, isStopped: true },
  })),
];

const CASES: Readonly<Record<string, CheckCases>> = {
  ...ARRAY_CASES,
  ...CLEARANCE_CASES,
  ...CONDUCTOR_CASES,
  ...FIXING_CASES,
  ...PACK_CASES,
  ...PROTECTION_CASES,
  ...ROUTE_CASES,
  ...SEAL_CASES,
  ...STRING_CASES,
  ...SURVEY_CASES,
  ...WIREWAY_CASES,
};
/** Every plan that some check must find something in. */
const FAILING = Object.values(CASES).flatMap(({ invalid }) => invalid);

type Asked = Finding & Pick<Found, 'fixes' | 'working'>;
const asked = new Map<string, Asked>();
/** A finding with what it was asked where it was first found: the demo’s own are in every plan. */
function askedOnce(found: Found): Asked {
  const told = toldOf(found);
  const key = JSON.stringify(told);
  const known = (IS_EVERY_CASE ? undefined : asked.get(key)) ?? {
    ...told,
    fixes: found.fixes,
    working: found.working,
  };
  asked.set(key, known);
  return known;
}

/** The demo and each of these plans with what is found in it: worked out once for all that look at them. */
const evaluated: { readonly plan: Plan; readonly findings: readonly Asked[] }[] = [];
beforeAll(() => {
  // From scratch where every case is tried; else kept up from one to the next, which says the same (model/kept-up.test.ts).
  const model = prepare(DEMO);
  const book = new FindingBook(model, CHECKS);
  const foundIn = (plan: Plan) => {
    if (IS_EVERY_CASE) return runChecks(prepare(plan), CHECKS);
    model.update(plan);
    return book.findings();
  };
  for (const edits of [[], ...FAILING]) {
    const plan = edited(...edits);
    evaluated.push({ plan, findings: foundIn(plan).map(askedOnce) });
  }
  book.close();
});

function loopedRun(): Plan {
  const clean = edited(...CLEAN);
  return { ...clean, runs: clean.runs.map((run) => ({ ...run, to: run.from })) };
}

function checkCalled(id: string): Check {
  const check = CHECKS.find(({ meta }) => meta.id === id);
  if (check === undefined) throw new Error(`There is no check “${id}”.`);
  return check;
}

describe('the registry of checks', () => {
  const ids = CHECKS.map(({ meta }) => meta.id);

  test('lists every check file once, sorted', () => {
    const files = [
      'array',
      'clearance',
      'conductor',
      'fixing',
      'pack',
      'protection',
      'route',
      'seal',
      'string',
      'survey',
      'wireway',
    ].flatMap((folder) =>
      readdirSync(`core/src/${folder}`)
        .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
        .filter((file) =>
          /export const \w+: (?:Item)?Check = /u.test(readFileSync(`core/src/${folder}/${file}`, 'utf8')),
        ),
    );
    expect(files.length).toBe(ids.length);
    expect(ids).toEqual([...ids].sort());
    expect(new Set(ids).size).toBe(ids.length);
  });

  test('cites a source for every check', () => {
    for (const { meta } of CHECKS) expect(sourceText(meta.source).length).toBeGreaterThan(10);
  });

  test('passes the demo once its first findings are cleared', () => {
    expect(evaluatePlan(edited(...CLEAN)).findings.map(({ id }) => id)).toEqual([]);
  });

  test.each(ids)('%s passes its valid plans and finds something in each invalid one', (id) => {
    const cases = CASES[id];
    if (cases === undefined) throw new Error(`No cases stand beside ${id}.`);
    const found = (plan: Plan) => findingsOf(checkCalled(id), prepare(plan)).map((each) => each.id);
    const valid = cases.valid.map((edits) => edited(...CLEAN, ...edits));
    const invalid = cases.invalid.map((edits) => edited(...CLEAN, ...edits));
    // What no edit makes, an old file may hold.
    if (id === 'survey.contradictions') invalid.push(loopedRun());
    expect([valid.length > 0, invalid.length > 0]).toEqual([true, true]);
    expect(valid.flatMap(found)).toEqual([]);
    expect(invalid.filter((plan) => found(plan).length === 0)).toEqual([]);
  });

  test('fills every sentence and fix label with its data, in both unit systems', () => {
    const wrong: string[] = [];
    const hold = (said: string, isRight: boolean) => isRight || wrong.push(said);
    for (const { plan, findings } of evaluated) {
      const readers = [INCH_READER, METRIC_READER].map((reader) => tellingOf(reader, plan));
      for (const finding of findings) {
        const meta = getCheckMeta(finding.check);
        const { fixes } = finding;
        // No finding without a next move: a remedy, a field, or what it is about, whose panel opens.
        const leads =
          fixes.length + finding.subjects.length > 0 || meta.fields?.[finding.message] !== undefined;
        hold(`${finding.id} leads nowhere`, leads);
        for (const reader of readers) {
          const sentence = sentenceOf(finding, meta, reader);
          hold(sentence, !/[{}]|undefined|NaN/u.test(sentence));
          for (const fix of fixes) {
            const label = fixLabelOf(fix, meta, reader);
            hold(label, !/[{}]|undefined/u.test(label));
            // What to move by is a mark on a tape, and never nothing.
            hold(label, !/\d\.\d+″|\d\.\d\d+ mm|(?<![\d.])0(?:″| mm)/u.test(label));
          }
        }
      }
    }
    expect(wrong).toEqual([]);
  });

  test('shows no load, mass or share of what may be as less than nothing, on any demo job', () => {
    let loads = 0;
    for (const { plan } of DEMOS) {
      for (const { check, message, measured, required } of evaluatePlan(plan()).findings) {
        for (const figure of [measured, required]) {
          if (figure === null || !['N', 'kg', 'ratio'].includes(figure.unit)) continue;
          loads++;
          expect([check, message, Math.min(0, figure.value)]).toEqual([check, message, 0]);
        }
      }
    }
    expect(loads).toBeGreaterThan(0);
  });

  test('never prints two equal figures in a sentence that failed, whatever the unit and the reader', () => {
    const readers: Reader[] = [
      INCH_READER,
      METRIC_READER,
      { ...INCH_READER, inchDenominator: 1 },
      { ...INCH_READER, inchDenominator: 64 },
      { ...METRIC_READER, metricStepMm: 5 },
    ];
    const seen = new Set<string>();
    for (const { findings } of evaluated) {
      for (const finding of findings) {
        const { measured, required } = finding;
        if (measured === null || required?.unit !== measured.unit) continue;
        seen.add(measured.unit);
        const lack = Math.sign(measured.value - required.value);
        // As it is, and short of its limit by ever less, down to what arithmetic loses.
        const allowance = UNITS[measured.unit].allowance;
        const values = [
          measured.value,
          ...[1000, 10, 2, 1.001].map((times) => required.value + lack * times * allowance),
        ];
        for (const value of values) {
          for (const reader of readers) {
            const figures = measuredAndRequired(
              { ...toldOf(finding), measured: { ...measured, value } },
              reader,
            );
            if (figures.measured === figures.required)
              throw new Error(`${finding.id}: ${figures.measured} and ${figures.required}`);
          }
        }
      }
    }
    expect(seen.size).toBeGreaterThan(2);
  });

  test('compares with one tolerance, defined once', () => {
    const files = readdirSync('core/src', { recursive: true, encoding: 'utf8' }).filter(
      (file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && !file.startsWith('quantity'),
    );
    const own = files.filter((file) =>
      /const \w*ROUNDING_MM|const SAME_\w*_MM = 1e-/u.test(readFileSync(`core/src/${file}`, 'utf8')),
    );
    expect(own).toEqual([]);
  });

  test('offers only fixes that can be made and clear their finding', () => {
    const left: string[] = [];
    const tried = new Set<Asked>();
    for (const { plan, findings } of evaluated) {
      for (const finding of findings) {
        if (tried.has(finding)) continue;
        tried.add(finding);
        for (const { edits } of finding.fixes) {
          const fixed = applyEdits(plan, edits);
          if (!fixed.ok) throw new Error(`${finding.id}: ${JSON.stringify(fixed.fault.message)}`);
          const found = findingsOf(checkCalled(finding.check), prepare(fixed.value.plan));
          if (found.some(({ id }) => id === finding.id)) left.push(finding.id);
        }
      }
    }
    expect(left).toEqual([]);
  });

  test('says one of a thing as well as several', () => {
    for (const { meta } of CHECKS) {
      // Of types there are always several: one would be nothing to tell.
      const plain = [...Object.values(meta.messages), ...Object.values(meta.fixMessages)].filter((message) =>
        /\{(?:count|pairs|more)\} (?!types\b|is\b|has\b|lacks\b)[a-z]+s\b/u.test(message),
      );
      expect([meta.id, plain]).toEqual([meta.id, []]);
    }
  });

  test('leads from every finding to something, and names fields of messages that it has', () => {
    for (const { meta } of CHECKS)
      expect(
        [...Object.keys(meta.fields ?? {}), ...(meta.afterDrilling ?? [])].filter(
          (message) => !(message in meta.messages),
        ),
      ).toEqual([]);
    for (const { plan } of DEMOS)
      for (const { id, subjects } of runChecks(prepare(plan()), CHECKS))
        expect([id, subjects.length > 0]).toEqual([id, true]);
  });

  test('shows the working of every figure that a finding measures', () => {
    const bare = evaluated.flatMap(({ findings }) =>
      findings
        .filter(
          ({ measured, required, working }) => measured !== null && required !== null && working === null,
        )
        .map(({ check, message }) => `${check}/${message}`),
    );
    expect([...new Set(bare)]).toEqual([]);
  });

  test('gives findings ids that are unique and stable across runs', () => {
    const { findings } = evaluatePlan(edited(...FAILING.slice(0, 4).flat()));
    const idsFound = findings.map(({ id }) => id);
    expect(new Set(idsFound).size).toBe(idsFound.length);
    expect(evaluatePlan(edited(...FAILING.slice(0, 4).flat())).findings).toEqual(findings);
  });

  test('gives no two findings one id, in any failing case', () => {
    for (const { findings } of evaluated) {
      const ids = findings.map(({ id }) => id);
      expect(ids.filter((id, index) => ids.indexOf(id) !== index)).toEqual([]);
    }
  });

  test('finds in the demo what a first sketch gets wrong, and no more', () => {
    expect(evaluatePlan(honeyHouse()).findings.map(({ check }) => check)).toEqual([
      'seal.framing',
      'clearance.beside',
      'clearance.working-space',
      'route.plate',
    ]);
  });
});
