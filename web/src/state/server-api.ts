import { createApi, type BaseQueryFn } from '@reduxjs/toolkit/query/react';
import {
  addressSchema,
  jobListSchema,
  jobSummarySchema,
  revisionListSchema,
  type Address,
  type JobList,
  type JobsQuery,
  type JobSummary,
  type NewJob,
  type RevisionList,
} from '@zarnel/contract';
import type { Plan } from '@zarnel/core/plan';
import { askServer } from './ask-server.ts';

/** A question as an endpoint asks it. */
type Question =
  | string
  | {
      readonly url: string;
      readonly method?: string;
      readonly params?: object;
      readonly body?: unknown;
      readonly headers?: Readonly<Record<string, string>>;
    };

/** Why a question has no answer: a problem document of the server’s, or nothing where it was not reached. */
export type QuestionFault = { readonly status: number | 'not-reached'; readonly data: unknown };

const askBase: BaseQueryFn<Question, unknown, QuestionFault> = async (question, { getState }) => {
  const { url, method, params, body, headers } = typeof question === 'string' ? { url: question } : question;
  const { person } = (getState() as { readonly view: { readonly person: string } }).view;
  const query = new URLSearchParams(
    Object.entries(params ?? {}).flatMap(([name, value]) =>
      value === undefined ? [] : [[name, String(value)] as [string, string]],
    ),
  ).toString();
  const heard = await askServer({
    path: `/api/${url}${query === '' ? '' : `?${query}`}`,
    ...(method === undefined ? {} : { method }),
    headers: {
      ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
      ...workedBy(person),
      ...headers,
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (heard.kind === 'not-reached') return { error: { status: 'not-reached', data: null } };
  if (heard.status >= 400) return { error: { status: heard.status, data: heard.body } };
  return { data: heard.body };
};

/** The server's jobs. Answers are read for what is known of them. */
export const serverApi = createApi({
  reducerPath: 'server',
  baseQuery: askBase,
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

/** Who makes a change, as they call themselves, in a header, which holds plain letters only. */
export function workedBy(person: string): Readonly<Record<string, string>> {
  // Half a character cannot be encoded.
  const whole = person.replaceAll(/\p{Surrogate}/gu, '');
  return whole === '' ? {} : { 'Worked-By': encodeURIComponent(whole) };
}
