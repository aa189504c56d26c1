import { openDB, type DBSchema } from 'idb';
import type { AppliedEdit } from '@zarnel/core';
import { openedOnce } from './opened-once.ts';
import { openTabs, ownTab } from './tab.ts';

/** One step of the history on the screen, which undoes and redoes an edit. */
export type Step = Pick<AppliedEdit, 'patches' | 'inverse'>;

export type Steps = { readonly undo: readonly Step[]; readonly redo: readonly Step[] };

/** Which plan it is: the one at this place of a line of edits. */
export type PlanPlace = { readonly line: string; readonly order: number };

const MOST_STEPS = 400;
const MOST_CHARACTERS = 2_000_000;

/** How much a step takes; worked out once for each. */
const sizes = new WeakMap<Step, number>();

function sizeOf(step: Step): number {
  const known = sizes.get(step);
  if (known !== undefined) return known;
  const size = JSON.stringify(step).length;
  sizes.set(step, size);
  return size;
}

/** Steps with one more at their end. Of more than can be kept the oldest go, never the newest. */
export function withStep(steps: readonly Step[], step: Step): Step[] {
  const kept = [step];
  let characters = sizeOf(step);
  for (const before of steps.toReversed()) {
    characters += sizeOf(before);
    if (kept.length >= MOST_STEPS || characters > MOST_CHARACTERS) break;
    kept.push(before);
  }
  return kept.reverse();
}

type Kept = Steps & PlanPlace & { readonly jobId: string; readonly tab: string };
type Schema = DBSchema & { steps: { key: [string, string]; value: Kept; indexes: { job: string } } };

/** Steps in the browser’s own database, so that what was done can be undone after a reload. */
export function browserSteps() {
  const database = openedOnce(() =>
    openDB<Schema>('zarnel-steps', 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore('steps', { keyPath: ['jobId', 'tab'] }).createIndex('job', 'jobId');
      },
    }),
  );
  return {
    /** The steps that lead to the plan at a place; those of closed tabs that lead elsewhere are let go. */
    read: async (jobId: string, place: PlanPlace): Promise<Steps | undefined> => {
      const [store, tab, alive] = [await database(), await ownTab(), await openTabs()];
      const all = await store.getAllFromIndex('steps', 'job', jobId);
      const gone = all.filter((kept) => kept.tab !== tab && !alive.has(kept.tab));
      for (const kept of gone) await store.delete('steps', [jobId, kept.tab]);
      const own = all.filter((kept) => kept.tab === tab);
      return [...own, ...gone].find(({ line, order }) => line === place.line && order === place.order);
    },
    write: async (jobId: string, place: PlanPlace, { undo, redo }: Steps): Promise<void> => {
      await (await database()).put('steps', { jobId, tab: await ownTab(), ...place, undo, redo });
    },
  };
}
