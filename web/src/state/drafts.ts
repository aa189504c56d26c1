import { openDB, type DBSchema } from 'idb';
import { z } from 'zod';
import { faultText, openPlan, type Plan, type PlanFault, type Result } from '@zarnel/core/plan';
import { newId } from '../browser/facilities.ts';
import { openedOnce } from './opened-once.ts';
import { openTabs, ownTab } from './tab.ts';

/** Edits the server has not acknowledged yet, as the plan they led to. */
export type Draft = {
  readonly jobId: string;
  readonly madeFrom: number;
  readonly plan: Plan;
  readonly editCount: number;
  /** The line of edits it belongs to, what only its page knows of it, and how far along that line it is. */
  readonly line: string;
  readonly secret: string;
  readonly order: number;
};

/** A draft that this version cannot read, as it was kept, and why. */
export type UnreadDraft = {
  readonly id: string;
  readonly text: string;
  readonly why: string;
};

/** Where unsent edits wait: for each job, one draft of each tab. */
export type DraftStore = {
  /**
   * This tab’s draft of a job; else one that a closed or crashed tab left behind. It passes the same opening as a file; one that
   * does not is put aside, and hinders nobody.
   */
  readonly read: (jobId: string) => Promise<Draft | undefined>;
  readonly write: (draft: Draft) => Promise<void>;
  /** Removes this tab’s draft of a job, unless it is of another line or has gone on since `order`. */
  readonly remove: (jobId: string, line: string, order: number) => Promise<void>;
  /** What was put aside. */
  readonly unread: () => Promise<readonly UnreadDraft[]>;
  /** Lets go of something that was put aside. */
  readonly letGo: (id: string) => Promise<void>;
};

/** As it lies in the store: of any version, or damaged, but for its key. */
type Kept = { readonly jobId: string; readonly tab: string };
type Schema = DBSchema & { drafts: { key: [string, string]; value: Kept; indexes: { job: string } } };

/** What is put aside is kept under a job of this name, which no job has. */
const ASIDE = 'unread/';

/** Drafts of before lines of edits had names, or secrets, have none. */
const keptSchema = z.object({
  jobId: z.string(),
  madeFrom: z.number().int().min(0),
  editCount: z.number().int().min(0).catch(1),
  plan: z.unknown(),
  line: z.string().optional().catch(undefined),
  secret: z.string().optional().catch(undefined),
  order: z.number().int().min(0).optional().catch(undefined),
});

/** A draft as it was kept by this version or one before; or why it cannot be read. */
export function openDraft(kept: unknown): Result<Draft, string> {
  const parsed = keptSchema.safeParse(kept);
  if (!parsed.success) return { ok: false, fault: 'What is kept of it is damaged.' };
  const { jobId, madeFrom, editCount, line, secret, order } = parsed.data;
  const opened: Result<Plan, PlanFault[]> = openPlan(parsed.data.plan);
  if (!opened.ok) {
    const [first] = opened.fault;
    const where = first === undefined || first.path === '' ? '' : `${first.path}: `;
    return { ok: false, fault: `${where}${first === undefined ? 'It does not open.' : faultText(first)}` };
  }
  return {
    ok: true,
    value: {
      jobId,
      madeFrom,
      plan: opened.value,
      editCount,
      line: line ?? newId(),
      secret: secret ?? newId(),
      order: order ?? editCount,
    },
  };
}

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
      const [store, tab, alive] = [await database(), await ownTab(), await openTabs()];
      // In one transaction, so that no second tab takes over the same, and none is lost on the way.
      const work = store.transaction('drafts', 'readwrite');
      const ofJob = await work.store.index('job').getAll(jobId);
      const aside = await work.store.index('job').getAll(ASIDE + jobId);
      const own = ofJob.filter((each) => each.tab === tab);
      const left = ofJob.filter((each) => each.tab !== tab && alive?.has(each.tab) !== true);
      let found: Draft | undefined;
      for (const kept of [...own, ...left, ...aside]) {
        const isAside = kept.jobId !== jobId;
        const opened = openDraft(isAside ? (kept as { readonly kept?: unknown }).kept : kept);
        if (!opened.ok) {
          if (isAside) continue;
          await work.store.put({ jobId: ASIDE + jobId, tab: newId(), kept, why: opened.fault } as Kept);
          await work.store.delete([kept.jobId, kept.tab]);
          continue;
        }
        if (found !== undefined) continue;
        if (kept.tab === tab) {
          found = opened.value;
        } else if (alive === null && !isAside) {
          // Its tab may live: it keeps its own, and this one is another line.
          found = { ...opened.value, line: newId(), secret: newId() };
          await work.store.put({ ...found, tab });
        } else {
          found = opened.value;
          await work.store.put({ ...found, tab });
          await work.store.delete([kept.jobId, kept.tab]);
        }
      }
      await work.done;
      return found;
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
    unread: async () => {
      const range = IDBKeyRange.bound([ASIDE, ''], [`${ASIDE}\uffff`, '\uffff']);
      const all = await (await database()).getAll('drafts', range);
      return all.map(({ tab, ...rest }) => {
        const { kept, why } = rest as { readonly kept?: unknown; readonly why?: unknown };
        return {
          id: tab,
          text: textOf(kept),
          why: typeof why === 'string' ? why : '',
        };
      });
    },
    letGo: async (id) => {
      const work = (await database()).transaction('drafts', 'readwrite');
      for (const [jobId, tab] of await work.store.getAllKeys())
        if (tab === id && jobId.startsWith(ASIDE)) await work.store.delete([jobId, tab]);
      await work.done;
    },
  };
}

/** The plan as a file where there is something like one, else all that is kept. */
function textOf(kept: unknown): string {
  const { plan } = (typeof kept === 'object' && kept !== null ? kept : {}) as { readonly plan?: unknown };
  return `${JSON.stringify(typeof plan === 'object' && plan !== null ? plan : kept, null, 2)}\n`;
}

function isOver(kept: object, line: string, order: number): boolean {
  const { line: ofLine, order: at } = kept as { readonly line?: unknown; readonly order?: unknown };
  // One without a name was taken up by the line that now removes it.
  return ofLine === undefined || (ofLine === line && (typeof at === 'number' ? at : 0) <= order);
}
