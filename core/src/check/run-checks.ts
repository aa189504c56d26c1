import type { Model } from '../model/model.ts';
import { SEVERITIES, speaks, type Check, type Finding, type Found, type FoundAt } from './finding.ts';

/** Runs every check once. Gravest first, then by id, so that the answer repeats exactly. */
export function runChecks(model: Model, checks: readonly Check[]): readonly Found[] {
  return sortedFindings(
    checks.flatMap((check) => {
      const spoken = new Map<string, FoundAt>();
      for (const { of, look } of check.looks) {
        for (const id of of.idsOf(model)) {
          for (const found of look(model, id)) {
            const next = { at: id, found };
            const before = spoken.get(found.id);
            if (before === undefined || speaks(check, next, before)) spoken.set(found.id, next);
          }
        }
      }
      return [...spoken.values()].map(({ found }) => found);
    }),
  );
}

/** What one check finds in a plan. */
export function findingsOf(check: Check, model: Model): readonly Found[] {
  return runChecks(model, [check]);
}

/** Gravest first, then by id. */
export function sortedFindings<Any extends Finding>(findings: readonly Any[]): Any[] {
  return [...findings].sort(compareFindings);
}

export function compareFindings(a: Finding, b: Finding): number {
  return (
    SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
    (a.id < b.id ? -1 : Number(a.id > b.id))
  );
}
