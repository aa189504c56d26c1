import { SEVERITIES, type Check, type Finding } from './finding.ts';
import type { Prepared } from './prepared.ts';

/** Runs every check. Gravest first, then by id, so that the answer repeats exactly. */
export function runChecks(prepared: Prepared, checks: readonly Check[]): Finding[] {
  return checks
    .flatMap(({ check }) => check(prepared))
    .sort(
      (a, b) =>
        SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) ||
        (a.id < b.id ? -1 : Number(a.id > b.id)),
    );
}
