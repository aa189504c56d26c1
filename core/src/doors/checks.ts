// The checks, and what they find.

export { type FieldPlace, type Finding, type Found, SEVERITIES, type Severity } from '../check/finding.ts';
export { STEP_OF_REF, type StepId } from '../check/family.ts';
export { CHECKS, getCheckMeta, holdsDrilling, stepOfFinding } from '../checks.ts';
export { findingsOf } from '../check/run-checks.ts';
export { type Ref } from '../plan/lists.ts';
