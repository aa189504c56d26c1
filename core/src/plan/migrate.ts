import { told } from '../quantity/told.ts';
import { fail, ok, type Result } from '../result.ts';
import type { PlanFault } from './fault.ts';
import { siteAndGear } from './migrations/0001-site-and-gear.ts';
import { plateHoles } from './migrations/0006-plate-holes.ts';
import { theArray } from './migrations/0005-the-array.ts';
import { penetrationsAndWays } from './migrations/0004-penetrations-and-ways.ts';
import { circuitsAndNames } from './migrations/0003-circuits-and-names.ts';
import { linksAndLoads } from './migrations/0002-links-and-loads.ts';

/** Raises raw JSON of version `from` to `from + 1`. Frozen once released; imports none of today’s types. */
export type Migration = {
  readonly from: number;
  readonly name: string;
  readonly up: (raw: Readonly<Record<string, unknown>>) => Record<string, unknown>;
};

/** Every released migration, oldest first. */
export const MIGRATIONS: readonly Migration[] = [
  { from: 1, name: 'site-and-gear', up: siteAndGear },
  { from: 2, name: 'links-and-loads', up: linksAndLoads },
  { from: 3, name: 'circuits-and-names', up: circuitsAndNames },
  { from: 4, name: 'penetrations-and-ways', up: penetrationsAndWays },
  { from: 5, name: 'the-array', up: theArray },
  { from: 6, name: 'plate-holes', up: plateHoles },
];

/**
 * Raises a raw plan to `currentVersion` by the chain of migrations. A newer plan is refused and left as it
 * is; one without a readable version is not a plan. The input is never changed.
 */
export function migrate(
  raw: Readonly<Record<string, unknown>>,
  migrations: readonly Migration[],
  currentVersion: number,
): Result<Record<string, unknown>, PlanFault> {
  const version = raw.formatVersion;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return fail({
      code: 'not-a-plan',
      path: 'formatVersion',
      message: told('The format version is missing or unreadable.'),
    });
  }
  if (version > currentVersion) {
    return fail({
      code: 'too-new',
      path: 'formatVersion',
      message: told(
        'This file is of format version {version}; this Zarnel reads up to {newest}. Open it with a newer one.',
        {
          version: String(version),
          newest: String(currentVersion),
        },
      ),
    });
  }
  let current: Record<string, unknown> = { ...raw };
  for (let from = version; from < currentVersion; from++) {
    const step = migrations.find((migration) => migration.from === from);
    if (step === undefined) {
      return fail({
        code: 'not-a-plan',
        path: 'formatVersion',
        message: told('No migration leads on from version {from}.', { from: String(from) }),
      });
    }
    current = { ...step.up(current), formatVersion: from + 1 };
  }
  return ok(current);
}
