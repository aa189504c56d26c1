import { openDB, type DBSchema } from 'idb';
import type { Plan } from '@zarnel/core/plan';
import { openedOnce } from './opened-once.ts';
import { openTabs, ownTab } from './tab.ts';

/** Edits the server has not acknowledged yet, as the plan they led to. */
export type Draft = {
  readonly jobId: string;
  readonly madeFrom: number;
  readonly plan: Plan;
  readonly editCount: number;
  /** The line of edits it belongs to, and how far along that line it is. */
  readonly line: string;
  readonly order: number;
};

/** Where unsent edits wait: for each job, one draft of each tab. */
export type DraftStore = {
  /** This tab’s draft of a job; else one that a closed or crashed tab left behind. */
  readonly read: (jobId: string) => Promise<Draft | undefined>;
  readonly write: (draft: Draft) => Promise<void>;
  /** Removes this tab’s draft of a job, unless it is of another line or has gone on since `order`. */
  readonly remove: (jobId: string, line: string, order: number) => Promise<void>;
};

/** Drafts of before lines of edits had names have none. */
type Kept = Omit<Draft, 'line' | 'order'> & Partial<Pick<Draft, 'line' | 'order'>> & { readonly tab: string };
type Schema = DBSchema & { drafts: { key: [string, string]; value: Kept; indexes: { job: string } } };

/** Drafts in the browser's own database, which outlives a crash or a closed window. */
export function browserDrafts(): DraftStore {
  const database = openedOnce(() =>
    openDB<Schema>('zarnel', 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore('drafts', { keyPath: ['jobId', 'tab'] }).createIndex('job', 'jobId');
      },
    }),
  );

  return {
    read: async (jobId) => {
      const [store, tab] = [await database(), await ownTab()];
      const own = await store.get('drafts', [jobId, tab]);
      if (own !== undefined) return draftOf(own);
      const alive = await openTabs();
      const orphan = (await store.getAllFromIndex('drafts', 'job', jobId)).find(
        (draft) => !alive.has(draft.tab),
      );
      if (orphan === undefined) return undefined;
      // Taken over in one transaction, so that no second tab takes it too and none is lost on the way.
      const work = store.transaction('drafts', 'readwrite');
      await work.store.put({ ...orphan, tab });
      await work.store.delete([jobId, orphan.tab]);
      await work.done;
      return draftOf(orphan);
    },
    write: async (draft) => {
      await (await database()).put('drafts', { ...draft, tab: await ownTab() });
    },
    remove: async (jobId, line, order) => {
      const key: [string, string] = [jobId, await ownTab()];
      const work = (await database()).transaction('drafts', 'readwrite');
      const kept = await work.store.get(key);
      if (kept !== undefined && isOver(kept, line, order)) await work.store.delete(key);
      await work.done;
    },
  };
}

function draftOf({ jobId, madeFrom, plan, editCount, line, order }: Kept): Draft {
  return { jobId, madeFrom, plan, editCount, line: line ?? crypto.randomUUID(), order: order ?? editCount };
}

function isOver(kept: Kept, line: string, order: number): boolean {
  // One without a name was taken up by the line that now removes it.
  return kept.line === undefined || (kept.line === line && (kept.order ?? 0) <= order);
}
