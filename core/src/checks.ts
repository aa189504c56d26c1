import type { Family, StepId } from './check/family.ts';
import type { Check, CheckMeta, Finding } from './check/finding.ts';
import { ARRAY } from './array/family.ts';
import { CLEARANCE } from './clearance/family.ts';
import { CONDUCTOR } from './conductor/family.ts';
import { FIXING } from './fixing/family.ts';
import { PACK } from './pack/family.ts';
import { PROTECTION } from './protection/family.ts';
import { ROUTE } from './route/family.ts';
import { SEAL } from './seal/family.ts';
import { STRING } from './string/family.ts';
import { SURVEY } from './survey/family.ts';
import { WIREWAY } from './wireway/family.ts';

/** The families of the trade, sorted by id. */
export const FAMILIES: readonly Family[] = [
  ARRAY,
  CLEARANCE,
  CONDUCTOR,
  FIXING,
  PACK,
  PROTECTION,
  ROUTE,
  SEAL,
  STRING,
  SURVEY,
  WIREWAY,
];

/** Every check, by its family. */
export const CHECKS: readonly Check[] = FAMILIES.flatMap(({ checks }) => checks);

/** The checks that no proposed layout may break. */
export const CHECKS_OF_PLACES = FAMILIES.filter(({ decidesPlaces }) => decidesPlaces).flatMap(
  ({ checks }) => checks,
);

const META = new Map(CHECKS.map(({ meta }) => [meta.id, meta]));
const FAMILY_OF = new Map(
  FAMILIES.flatMap((family) => family.checks.map(({ meta }) => [meta.id, family] as const)),
);

export function getCheckMeta(id: string): CheckMeta {
  const meta = META.get(id);
  if (meta === undefined) throw new Error(`There is no check “${id}”.`);
  return meta;
}

/** Whether nobody drills before it is cleared: not where it is only worth knowing, nor where it is cleared by work that comes after. */
export function holdsDrilling({
  check,
  message,
  severity,
}: Pick<Finding, 'check' | 'message' | 'severity'>): boolean {
  return severity !== 'note' && META.get(check)?.afterDrilling?.includes(message) !== true;
}

/** The step at which a finding is cleared. */
export function stepOfFinding({ check, subjects }: Pick<Finding, 'check' | 'subjects'>): StepId {
  const family = FAMILY_OF.get(check);
  if (family === undefined) throw new Error(`No step clears the findings of “${check}”.`);
  const [subject] = subjects;
  const own = subject === undefined ? undefined : family.stepOf?.[subject.kind];
  return own ?? family.step;
}
