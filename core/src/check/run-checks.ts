import type { Check, Finding } from './finding.ts';
import type { Prepared } from './prepared.ts';
import { runChecksAfter } from './recheck.ts';

/** Runs every check. Gravest first, then by id, so that the answer repeats exactly. */
export function runChecks(prepared: Prepared, checks: readonly Check[]): readonly Finding[] {
  return runChecksAfter(prepared, checks, null, null).findings;
}
