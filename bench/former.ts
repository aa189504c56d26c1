import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Plan } from '../core/src/plan/plan.ts';

/** The last commit before figures were derived by subject: what a full evaluation is compared with. */
export const FORMER_COMMIT = 'd57692abbad4ab80f9999f9f36c0d6788338040a';
const HOME = join(import.meta.dirname, '../node_modules/.cache/former-core');

type FormerCore = { readonly evaluatePlan: (plan: unknown) => { readonly findings: readonly unknown[] } };

/** A plan as that core knew it: conductors counted in wireways, runs of one cable. */
export function asFormer({ nipples, joins, circuits, penetrations, runs, ...more }: Plan): unknown {
  return {
    ...more,
    formatVersion: 3,
    joints: nipples,
    links: joins,
    passes: penetrations.map(({ id, name, face, xMm, yMm, entry }) => ({
      id,
      name,
      face,
      xMm,
      yMm,
      gland: 'gland' in entry ? entry.gland : 'M20',
    })),
    circuits: circuits.flatMap(({ id, name, stretches: [stretch], wire }) =>
      stretch === undefined
        ? []
        : [
            {
              id,
              name,
              ...stretch,
              wire: { kind: 'table', size: wire.size.by === 'awg' ? wire.size.size : '8' },
              count: wire.count,
              currentCarryingCount: wire.carrying,
            },
          ],
    ),
    runs: runs.map(({ id, name, from, to, slackEachEndMm }) => ({
      id,
      name,
      from,
      to,
      slackEachEndMm,
      cableDiameterMm: 9,
    })),
  };
}

/** The core as it was, from the history of this repository; null in a copy without it. */
export async function formerCore(): Promise<FormerCore | null> {
  if (!existsSync(join(HOME, 'core/src/evaluate.ts'))) {
    rmSync(HOME, { recursive: true, force: true });
    mkdirSync(HOME, { recursive: true });
    try {
      const archive = execFileSync('git', ['archive', FORMER_COMMIT, 'core/src'], {
        maxBuffer: 64 * 1024 * 1024,
        stdio: ['ignore', 'pipe', 'ignore'],
      });
      execFileSync('tar', ['-x', '-C', HOME], { input: archive });
    } catch {
      rmSync(HOME, { recursive: true, force: true });
      return null;
    }
  }
  return (await import(pathToFileURL(join(HOME, 'core/src/evaluate.ts')).href)) as FormerCore;
}
