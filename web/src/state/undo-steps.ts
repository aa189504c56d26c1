import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { z } from 'zod';
import { FORMAT_VERSION, type AppliedEdit } from '@zarnel/core/plan';
import { InTurn } from '../in-turn.ts';
import { openedOnce } from './opened-once.ts';
import { openTabs, ownTab } from './tab.ts';

/** One step of the history on the screen, which undoes and redoes an edit. */
export type Step = Pick<AppliedEdit, 'patches' | 'inverse'>;

export type Steps = { readonly undo: readonly Step[]; readonly redo: readonly Step[] };

/** Which plan it is: the one at this place of a line of edits. */
export type PlanPlace = { readonly line: string; readonly order: number };

/** What a step of the history looks like; whether it fits its plan shows when it is taken. */
const patchesSchema = z.array(
  z.object({
    op: z.enum(['add', 'remove', 'replace']),
    path: z.array(z.union([z.string(), z.number()])),
    value: z.unknown().optional(),
  }),
);
const stepSchema = z.object({ patches: patchesSchema, inverse: patchesSchema });

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

type Key = readonly [jobId: string, tab: string];
type KeptPlace = PlanPlace & {
  readonly jobId: string;
  readonly tab: string;
  /** The steps by their numbers, in order. */
  readonly undo: readonly number[];
  readonly redo: readonly number[];
};
type KeptStep = {
  readonly jobId: string;
  readonly tab: string;
  readonly number: number;
  readonly step: Step;
};
type Schema = DBSchema & {
  places: { key: [string, string]; value: KeptPlace; indexes: { job: string } };
  steps: { key: [string, string, number]; value: KeptStep };
};

const fromStore = new WeakSet<Step>();

/** Whether a step was read back from the browser: whether it leads to a plan shows when it is taken. */
export function isFromStore(step: Step): boolean {
  return fromStore.has(step);
}

/** Steps in the browser’s own database, so that what was done can be undone after a reload. Each is written once. */
export function browserSteps() {
  const database = openedOnce(() =>
    // Steps fit only plans of the format they were made in: those of an older one cannot be undone any more.
    openDB<Schema>('zarnel-steps', FORMAT_VERSION, {
      upgrade: (fresh) => {
        for (const name of [...fresh.objectStoreNames]) fresh.deleteObjectStore(name);
        fresh.createObjectStore('places', { keyPath: ['jobId', 'tab'] }).createIndex('job', 'jobId');
        fresh.createObjectStore('steps', { keyPath: ['jobId', 'tab', 'number'] });
      },
    }),
  );
  const line = new InTurn();
  const numbers = new WeakMap<Step, number>();
  /** Of each job, those that are in the database. */
  const written = new Map<string, Set<number>>();
  let last = 0;

  const remove = async (store: IDBPDatabase<Schema>, [jobId, tab]: Key) => {
    await store.delete('places', [jobId, tab]);
    await store.delete('steps', IDBKeyRange.bound([jobId, tab, 0], [jobId, tab, Infinity]));
  };

  const write = async (jobId: string, place: PlanPlace, { undo, redo }: Steps): Promise<void> => {
    const [store, tab] = [await database(), await ownTab()];
    const numberOf = (step: Step) => {
      const number = numbers.get(step) ?? ++last;
      numbers.set(step, number);
      return number;
    };
    const known = written.get(jobId) ?? new Set();
    const kept = { undo: undo.map(numberOf), redo: redo.map(numberOf) };
    const wanted = new Set([...kept.undo, ...kept.redo]);
    const work = store.transaction(['places', 'steps'], 'readwrite');
    const asked: Promise<unknown>[] = [work.objectStore('places').put({ jobId, tab, ...place, ...kept })];
    for (const step of [...undo, ...redo]) {
      const number = numberOf(step);
      if (!known.has(number)) asked.push(work.objectStore('steps').put({ jobId, tab, number, step }));
    }
    for (const number of known)
      if (!wanted.has(number)) asked.push(work.objectStore('steps').delete([jobId, tab, number]));
    await Promise.all([...asked, work.done]);
    written.set(jobId, wanted);
  };

  const read = async (jobId: string, place: PlanPlace): Promise<Steps | undefined> => {
    const [store, tab, alive] = [await database(), await ownTab(), await openTabs()];
    const all = await store.getAllFromIndex('places', 'job', jobId);
    const ours = all.filter((kept) => kept.tab === tab || alive?.has(kept.tab) === false);
    const found = ours.find(({ line, order }) => line === place.line && order === place.order);
    const steps = new Map<number, Step>();
    if (found !== undefined) {
      const range = IDBKeyRange.bound([jobId, found.tab, 0], [jobId, found.tab, Infinity]);
      for (const { number, step } of await store.getAll('steps', range)) {
        const read = stepSchema.safeParse(step);
        if (!read.success) continue;
        steps.set(number, step);
        fromStore.add(step);
      }
    }
    for (const kept of ours) await remove(store, [jobId, kept.tab]);
    written.delete(jobId);
    if (found === undefined) return undefined;
    // Steps follow each other: behind one that cannot be read none of the others fits.
    const stepsOf = (list: readonly number[]) => {
      const unread = list.findLastIndex((number) => !steps.has(number));
      return list.slice(unread + 1).flatMap((number) => steps.get(number) ?? []);
    };
    const kept = { undo: stepsOf(found.undo), redo: stepsOf(found.redo) };
    await write(jobId, place, kept);
    return kept;
  };

  return {
    /** The steps that lead to the plan at a place; those of closed tabs, and those that lead elsewhere, are let go. */
    read: (jobId: string, place: PlanPlace) => line.do(() => read(jobId, place)),
    /** Of quick writes only the newest of a job is done. */
    write: (jobId: string, place: PlanPlace, steps: Steps) =>
      line.doNewest(jobId, () => write(jobId, place, steps)),
  };
}
