import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import {
  addressSchema,
  gearDetailSchema,
  gearVersionsSchema,
  jobListSchema,
  jobSummarySchema,
  newReadingSchema,
  readGearListSchema,
  readReadingListSchema,
  revisionListSchema,
  savedSchema,
} from '@zarnel/contract';
import { openPlan } from '@zarnel/core/plan';
import { openDraft } from './drafts.ts';
import { readPreferences } from './preferences.ts';

/** What pages of earlier versions sent, were answered and kept: `npm run record NAME` makes such a file. */
const FOLDER = join(import.meta.dirname, '..', '..', '..', 'contract', 'recordings');

const recordingSchema = z.object({
  exchanges: z.array(
    z.object({
      method: z.string(),
      path: z.string(),
      status: z.number(),
      answer: z.string(),
      answerHeaders: z.record(z.string(), z.string()),
    }),
  ),
  kept: z.object({
    databases: z.array(z.object({ name: z.string(), stores: z.record(z.string(), z.array(z.unknown())) })),
    local: z.record(z.string(), z.string()),
  }),
});

const recordings = readdirSync(FOLDER).map((name) => {
  const text = readFileSync(join(FOLDER, name), 'utf8');
  return { name, ...recordingSchema.parse(JSON.parse(text)) };
});

const plan = { safeParse: (value: unknown) => ({ success: openPlan(value).ok }) };
/** By what is asked, what reads the answer. */
const READERS: readonly (readonly [RegExp, { safeParse: (value: unknown) => { success: boolean } }])[] = [
  [/^GET \/api\/address$/u, addressSchema],
  [/^GET \/api\/jobs$/u, jobListSchema],
  [/^GET \/api\/jobs\/:id\/plan$/u, plan],
  [/^GET \/api\/jobs\/:id\/revisions$/u, revisionListSchema],
  [/^GET \/api\/jobs\/:id\/readings$/u, readReadingListSchema],
  [/^(?:GET|PATCH) \/api\/jobs\/:id$/u, jobSummarySchema],
  [/^POST \/api\/jobs(?:\/import|\/:id\/copy)?$/u, jobSummarySchema],
  [/^(?:PUT \/api\/jobs\/:id\/plan|POST \/api\/jobs\/:id\/restore)$/u, savedSchema],
  [/^(?:GET \/api\/gear|POST \/api\/gear\/import)$/u, readGearListSchema],
  [/^(?:(?:GET|PUT|PATCH) \/api\/gear\/:id|POST \/api\/gear)$/u, gearDetailSchema],
  [/^POST \/api\/gear\/current$/u, gearVersionsSchema],
];

const kindOf = ({ method, path }: { readonly method: string; readonly path: string }) =>
  `${method} ${path.replace(/\?.*$/u, '').replaceAll(/[0-9a-f]{8}-[0-9a-f-]{27}/gu, ':id')}`;

/** An answer of a newer server: every object has something more. */
function withMore(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withMore);
  if (typeof value !== 'object' || value === null) return value;
  return {
    ...Object.fromEntries(Object.entries(value).map(([key, each]) => [key, withMore(each)])),
    more: 1,
  };
}

describe.each(recordings)('with what $name recorded, this page', ({ exchanges, kept }) => {
  const answers = exchanges.filter(({ answer }) => answer !== '');

  test('reads every answer of that server', () => {
    const unread = answers.flatMap((each) => {
      const reader = READERS.find(([kind]) => kind.test(kindOf(each)))?.[1];
      if (reader === undefined) return [`nothing reads ${kindOf(each)}`];
      return reader.safeParse(JSON.parse(each.answer)).success ? [] : [kindOf(each)];
    });
    expect(unread).toEqual([]);
    expect(answers.length).toBeGreaterThan(15);
  });

  test('reads the same of a newer one, which says more of everything', () => {
    const unread = answers.flatMap((each) => {
      const kind = kindOf(each);
      // Documents have versions of their own: what a newer one says is not passed over.
      if (/plan$|gear(?:\/:id)?$/u.test(kind) && !/^GET \/api\/gear$/u.test(kind)) return [];
      const reader = READERS.find(([pattern]) => pattern.test(kind))?.[1];
      return reader?.safeParse(withMore(JSON.parse(each.answer))).success === true ? [] : [kind];
    });
    expect(unread).toEqual([]);
  });

  test('takes up what it kept: edits, readings, and what a person prefers', () => {
    const storeOf = (database: string, store: string) =>
      kept.databases.find(({ name }) => name === database)?.stores[store] ?? [];
    const drafts = storeOf('zarnel', 'drafts');
    expect(drafts.length).toBeGreaterThan(0);
    for (const draft of drafts) {
      const opened = openDraft(draft);
      expect(opened.ok ? '' : opened.fault).toBe('');
    }
    const waiting = storeOf('zarnel-readings', 'readings') as { reading: unknown }[];
    expect(waiting.map(({ reading }) => newReadingSchema.safeParse(reading).success)).toEqual(
      waiting.map(() => true),
    );
    const preferences = readPreferences({ getItem: (key) => kept.local[key] ?? null });
    expect(preferences.person).toBe('Rowan Pell');
  });
});

describe('a draft', () => {
  test('that is damaged is no draft, and says why; whatever it is, nothing breaks', () => {
    const [whole] = recordings[0]?.kept.databases.find(({ name }) => name === 'zarnel')?.stores.drafts ?? [];
    const draft = whole as { plan: Record<string, unknown> };
    expect(openDraft(draft).ok).toBe(true);
    for (const damaged of [
      undefined,
      null,
      'x',
      {},
      { ...draft, plan: undefined },
      { ...draft, plan: { ...draft.plan, faces: 7 } },
      { ...draft, plan: { ...draft.plan, rootFace: 'gone' } },
      { ...draft, plan: { ...draft.plan, formatVersion: 999 } },
      { ...draft, madeFrom: 'three' },
    ]) {
      const opened = openDraft(damaged);
      expect(opened.ok ? 'it opened' : opened.fault).toMatch(/\S/u);
      expect(opened.ok).toBe(false);
    }
    // One of an older format is raised, as a file is.
    const older = { ...draft, plan: { ...draft.plan, formatVersion: 6 } };
    const raised = openDraft(older);
    expect(raised.ok ? raised.value.plan.formatVersion : raised.fault).toBe(draft.plan.formatVersion);
  });
});
