import { describe, expect, test } from '@jest/globals';
import { FindingBook } from '../check/finding-book.ts';
import { prepare } from '../check/prepared.ts';
import { runChecks } from '../check/run-checks.ts';
import { CHECKS } from '../checks.ts';
import { seeded } from '../arrange/seeded.ts';
import { DEMOS } from '../demo/demos.ts';
import { drillSheets } from '../pack/holes.ts';
import { applyEdits, applyPlanPatches } from '../plan/edits/apply-edit.ts';
import type { Plan } from '../plan/plan.ts';
import { routeAll } from '../route/route.ts';
import { anyEdit, EDIT_KINDS } from '../test/any-edit.ts';
import { largePlan } from '../test/large-plan.ts';
import { toldOf, type Found } from '../check/finding.ts';
import type { Model } from './model.ts';
import { expectSame } from '../test/same.ts';
import { IS_EVERY_CASE, cases } from '../test/cases.ts';

/** Of so many findings the fixes are looked for: they are what takes long. */
const MOST_FIXED = 12;

/** All that follows from a plan, with workings and fixes, as text: quick to compare. */
function everything(model: Model, findings: readonly Found[]): string {
  const every = Math.max(1, Math.floor(findings.length / MOST_FIXED));
  return JSON.stringify({
    findings: findings.map((found) => ({ told: toldOf(found), working: found.working })),
    fixes: findings.filter((_, index) => index % every === 0).map(({ id, fixes }) => ({ id, fixes })),
    routes: routeAll(model),
    sheets: drillSheets(model),
    frames: [...model.site.frames],
    problems: model.site.problems,
  });
}

function isPopulated(plan: Plan): boolean {
  return Object.values(plan).every((part) => !Array.isArray(part) || part.length > 0);
}

describe('a model that is kept up', () => {
  test('says after any chain of edits what it says from scratch, with every kind of edit and every list populated', () => {
    expect(isPopulated(largePlan(1))).toBe(true);
    const made = new Set<string>();
    [...DEMOS.map(({ plan }) => plan()), largePlan(1)].forEach((start, demo) => {
      const random = seeded(4000 + demo);
      let plan = start;
      const model = prepare(plan);
      const book = new FindingBook(model, CHECKS);
      // Each kind once or twice a job, and more often what chance has not made yet; every tenth step is taken back.
      const rare = demo === 0 ? [] : EDIT_KINDS.filter((kind) => !made.has(kind));
      const kinds = [
        ...EDIT_KINDS,
        ...(IS_EVERY_CASE ? EDIT_KINDS : []),
        ...rare,
        ...rare,
        ...rare,
        ...rare,
      ].map((kind) => ({
        kind,
        at: random(),
      }));
      kinds.sort((a, b) => a.at - b.at);
      kinds.forEach(({ kind }, step) => {
        const edit = anyEdit(kind, plan, random);
        const applied = edit === null ? null : applyEdits(plan, [edit]);
        if (applied?.ok !== true) return;
        made.add(kind);
        const back = applyPlanPatches(applied.value.plan, applied.value.inverse);
        plan = step % 10 === 9 ? back : applied.value.plan;
        model.update(applied.value.plan);
        model.update(plan);
        if (step % cases(7, 24) !== 0) return;
        const fresh = prepare(plan);
        expectSame(everything(model, book.findings()), everything(fresh, runChecks(fresh, CHECKS)));
      });
      const fresh = prepare(plan);
      expectSame(everything(model, book.findings()), everything(fresh, runChecks(fresh, CHECKS)));
      book.close();
    });
    // Everything that can be done to a plan was done at least once.
    expect([...EDIT_KINDS].filter((kind) => !made.has(kind))).toEqual([]);
  });

  test('tells what changed, and no more', () => {
    const plan = largePlan(1);
    const model = prepare(plan);
    const book = new FindingBook(model, CHECKS);
    const known = new Map(book.takeChanges().set.map((found) => [found.id, found]));
    const random = seeded(5);
    let now = plan;
    for (let step = 0; step < 40; step++) {
      const kind = EDIT_KINDS[Math.floor(random() * EDIT_KINDS.length)] ?? 'move-placement';
      const edit = anyEdit(kind, now, random);
      const applied = edit === null ? null : applyEdits(now, [edit]);
      if (applied?.ok !== true) continue;
      now = applied.value.plan;
      model.update(now);
      const { set, gone } = book.takeChanges();
      for (const found of set) {
        expect(JSON.stringify(found)).not.toBe(JSON.stringify(known.get(found.id)));
        known.set(found.id, found);
      }
      for (const id of gone) expect(known.delete(id)).toBe(true);
    }
    expect([...known.keys()].sort()).toEqual(
      book
        .findings()
        .map(({ id }) => id)
        .sort(),
    );
  });
});
