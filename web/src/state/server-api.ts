import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';
import {
  addressSchema,
  jobListSchema,
  jobSummarySchema,
  problemSchema,
  revisionListSchema,
  savedSchema,
  type Address,
  type JobList,
  type JobsQuery,
  type JobSummary,
  type NewJob,
  type RevisionList,
} from '@zarnel/contract';
import { faultText, openPlan, type Plan } from '@zarnel/core/plan';
import type { Save, SaveAnswer } from './autosaver.ts';
import type { PlanPlace } from './undo-steps.ts';

/** The server's jobs. Answers go through the schemas the server used. */
export const serverApi = createApi({
  reducerPath: 'server',
  baseQuery: fetchBaseQuery({
    baseUrl: '/api/',
    prepareHeaders: (headers, { getState }) => {
      const { person } = (getState() as { readonly view: { readonly person: string } }).view;
      for (const [name, value] of Object.entries(workedBy(person))) headers.set(name, value);
    },
  }),
  tagTypes: ['jobs', 'revisions'],
  endpoints: (build) => ({
    address: build.query<Address, null>({
      query: () => 'address',
      transformResponse: (raw) => addressSchema.parse(raw),
    }),
    jobs: build.query<JobList, JobsQuery>({
      query: (params) => ({ url: 'jobs', params }),
      transformResponse: (raw) => jobListSchema.parse(raw),
      providesTags: ['jobs'],
    }),
    revisions: build.query<
      RevisionList,
      { readonly jobId: string; readonly offset: number; readonly limit: number }
    >({
      query: ({ jobId, ...params }) => ({ url: `jobs/${jobId}/revisions`, params }),
      transformResponse: (raw) => revisionListSchema.parse(raw),
      providesTags: ['revisions'],
      keepUnusedDataFor: 0,
    }),
    nameRevision: build.mutation<
      unknown,
      { readonly jobId: string; readonly number: number; readonly name: string | null }
    >({
      query: ({ jobId, number, name }) => ({
        url: `jobs/${jobId}/revisions/${number}`,
        method: 'PATCH',
        body: { name },
      }),
      invalidatesTags: ['revisions'],
    }),
    createJob: build.mutation<JobSummary, NewJob>({
      query: (body) => ({ url: 'jobs', method: 'POST', body }),
      transformResponse: (raw) => jobSummarySchema.parse(raw),
      invalidatesTags: ['jobs'],
    }),
    importJob: build.mutation<JobSummary, Plan>({
      query: (body) => ({ url: 'jobs/import', method: 'POST', body }),
      transformResponse: (raw) => jobSummarySchema.parse(raw),
      invalidatesTags: ['jobs'],
    }),
    copyJob: build.mutation<JobSummary, string>({
      query: (id) => ({ url: `jobs/${id}/copy`, method: 'POST' }),
      transformResponse: (raw) => jobSummarySchema.parse(raw),
      invalidatesTags: ['jobs'],
    }),
    patchJob: build.mutation<JobSummary, { id: string; name?: string; archived?: boolean }>({
      query: ({ id, ...body }) => ({ url: `jobs/${id}`, method: 'PATCH', body }),
      transformResponse: (raw) => jobSummarySchema.parse(raw),
      invalidatesTags: ['jobs'],
    }),
  }),
});

export const {
  useJobsQuery,
  useRevisionsQuery,
  useNameRevisionMutation,
  useCreateJobMutation,
  useImportJobMutation,
  useCopyJobMutation,
  usePatchJobMutation,
} = serverApi;

export type ReadPlan =
  | {
      readonly kind: 'plan';
      readonly plan: Plan;
      readonly revision: number;
      readonly place: PlanPlace | null;
    }
  | { readonly kind: 'missing' }
  | { readonly kind: 'unreachable' }
  | { readonly kind: 'refused'; readonly message: string };

/** Reads a job's plan, the newest or a revision, with the revision it is. */
export async function readPlan(jobId: string, revision?: number): Promise<ReadPlan> {
  const path = revision === undefined ? 'plan' : `revisions/${revision}`;
  const response = await tryFetch(`/api/jobs/${jobId}/${path}`);
  if (response === null || response.status >= 500) return { kind: 'unreachable' };
  if (response.status === 404) return { kind: 'missing' };
  if (!response.ok) {
    const problem = problemSchema.safeParse(await response.json().catch(() => null));
    return { kind: 'refused', message: problem.data?.detail ?? `The server refused (${response.status}).` };
  }
  const opened = openPlan(await response.json());
  if (!opened.ok)
    return { kind: 'refused', message: faultText(opened.fault[0] ?? { message: 'The plan does not open.' }) };
  return {
    kind: 'plan',
    plan: opened.value,
    revision: Number(response.headers.get('ETag')?.replaceAll(/\D/gu, '')),
    place: placeOf(response.headers.get('Line-Of-Work')),
  };
}

function placeOf(header: string | null): PlanPlace | null {
  const [, line, order] = /^([0-9a-f-]{36}); (\d+)$/u.exec(header ?? '') ?? [];
  return line === undefined ? null : { line, order: Number(order) };
}

/** Sends a plan made from a revision. Never throws: what went wrong is in the answer. */
export function sendPlan({ jobId, madeFrom, plan, line, order }: Save, person: string): Promise<SaveAnswer> {
  const headers = { 'Line-Of-Work': `${line}; ${order}`, ...workedBy(person) };
  return sendOver(`/api/jobs/${jobId}/plan`, 'PUT', madeFrom, plan, headers);
}

/** Makes an older revision the newest again. */
export function sendRestore(
  jobId: string,
  madeFrom: number,
  revision: number,
  person: string,
): Promise<SaveAnswer> {
  return sendOver(`/api/jobs/${jobId}/restore`, 'POST', madeFrom, { revision }, workedBy(person));
}

/** Says that something to drill by was printed or taken from a revision. False where the server did not hear it. */
export async function sendPrinted(jobId: string, revision: number): Promise<boolean> {
  const response = await tryFetch(`/api/jobs/${jobId}/revisions/${revision}/printed`, { method: 'POST' });
  return response?.ok === true;
}

/** The number of a job’s newest revision, whether or not that opens; null where the server does not say. */
export async function readNewestRevision(jobId: string): Promise<number | null> {
  const response = await tryFetch(`/api/jobs/${jobId}`);
  const summary = jobSummarySchema.safeParse(await response?.json().catch(() => null));
  return summary.data?.revision ?? null;
}

/** Who makes a change, as they call themselves, in a header, which holds plain letters only. */
function workedBy(person: string): Readonly<Record<string, string>> {
  // Half a character cannot be encoded.
  const whole = person.replaceAll(/\p{Surrogate}/gu, '');
  return whole === '' ? {} : { 'Worked-By': encodeURIComponent(whole) };
}

async function sendOver(
  url: string,
  method: string,
  madeFrom: number,
  content: unknown,
  more: Readonly<Record<string, string>> = {},
): Promise<SaveAnswer> {
  const headers = { 'Content-Type': 'application/json', 'If-Match': `"${madeFrom}"`, ...more };
  const response = await tryFetch(url, { method, headers, body: JSON.stringify(content) });
  if (response?.status === 507) return { kind: 'disk-full' };
  if (response === null || response.status >= 500) return { kind: 'unreachable' };
  const body: unknown = await response.json().catch(() => null);
  if (response.ok) return { kind: 'saved', revision: savedSchema.parse(body).revision };
  const problem = problemSchema.safeParse(body);
  const { current, kept, detail } = problem.success ? problem.data : {};
  if (response.status === 412 && current !== undefined && kept !== undefined) {
    return { kind: 'stale', current, kept };
  }
  return { kind: 'refused', message: detail ?? `The server refused the save (${response.status}).` };
}

/** A network that is down and a request that failed to leave are the same to us: try again later. */
async function tryFetch(url: string, init?: RequestInit): Promise<Response | null> {
  try {
    return await fetch(url, { ...init, cache: 'no-store' });
  } catch (error) {
    if (error instanceof TypeError) return null;
    throw error;
  }
}
