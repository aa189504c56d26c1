import { fail, ok, type Result } from '../result.ts';
import { told } from '../quantity/told.ts';
import type { GearFault } from './fault.ts';
import { faultOfIssue } from './issue-words.ts';
import { gearTypeSchema, type GearType } from './gear-type.ts';

/**
 * The version that gear types are written in by themselves, in gear files and in the library; in a job they are raised with
 * the job. Version 2 adds seams of wireways, and rails and approved loads of boards.
 */
export const GEAR_FORMAT_VERSION = 2;

/** Raises one raw gear type of version `from` to `from + 1`. Frozen once released; imports none of today’s types. */
export type GearMigration = {
  readonly from: number;
  readonly name: string;
  readonly up: (raw: Readonly<Record<string, unknown>>) => Record<string, unknown>;
};

/** Every released migration of gear types, oldest first. */
export const GEAR_MIGRATIONS: readonly GearMigration[] = [
  // All that came may be left out: what version 1 says reads the same.
  { from: 1, name: 'seams-rails-approvals', up: (raw) => ({ ...raw }) },
];

/** Whether a version is one that this Zarnel reads. */
export function isGearVersion(version: unknown): version is number {
  return (
    typeof version === 'number' && Number.isInteger(version) && version >= 1 && version <= GEAR_FORMAT_VERSION
  );
}

/**
 * Reads one raw gear type of a version: migrations, then the schema. What is wrong is named with its field; `raw` is never
 * changed. The version must be one that is read.
 */
export function openGear(raw: unknown, version: number): Result<GearType, GearFault[]> {
  if (!isGearVersion(version)) {
    const message = told('It is of version {version}; this Zarnel reads 1 to {newest}.', {
      version: String(version),
      newest: String(GEAR_FORMAT_VERSION),
    });
    return fail([{ path: '', message }]);
  }
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return fail([{ path: '', message: told('A gear type was expected.') }]);
  const parsed = gearTypeSchema.safeParse(raiseGear(raw as Record<string, unknown>, version));
  return parsed.success ? ok(parsed.data) : fail(parsed.error.issues.map(faultOfIssue));
}

/** A raw gear type of a version that is read, by the migrations alone: half-typed gear need not be sound. */
export function raiseGear(raw: Readonly<Record<string, unknown>>, version: number): Record<string, unknown> {
  let current: Record<string, unknown> = { ...raw };
  for (let from = version; from < GEAR_FORMAT_VERSION; from++) {
    const step = GEAR_MIGRATIONS.find((migration) => migration.from === from);
    if (step === undefined) throw new Error(`No migration of gear leads on from version ${from}.`);
    current = step.up(current);
  }
  return current;
}
