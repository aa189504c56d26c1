import { readReadingListSchema, type ReadReadingList } from '@zarnel/contract';
import { serverApi } from './server-api.ts';

/** Readings of a job. New ones go through the outbox, so that none is lost on the way. */
const readingApi = serverApi.enhanceEndpoints({ addTagTypes: ['readings'] }).injectEndpoints({
  endpoints: (build) => ({
    readings: build.query<ReadReadingList, string>({
      query: (jobId) => `jobs/${jobId}/readings?limit=5000`,
      transformResponse: (raw) => readReadingListSchema.parse(raw),
      providesTags: ['readings'],
    }),
    strikeReading: build.mutation<
      null,
      { readonly jobId: string; readonly id: string; readonly reason: string | null }
    >({
      query: ({ jobId, id, reason }) => ({
        url: `jobs/${jobId}/readings/${id}/strike`,
        method: 'POST',
        body: { reason },
      }),
      invalidatesTags: ['readings'],
    }),
  }),
});

export const { useReadingsQuery, useStrikeReadingMutation } = readingApi;

export function refreshReadings() {
  return readingApi.util.invalidateTags(['readings']);
}
