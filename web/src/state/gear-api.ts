import {
  gearDetailSchema,
  gearVersionsSchema,
  problemSchema,
  readGearListSchema,
  type GearDetail,
  type GearList,
} from '@zarnel/contract';
import type { GearKind, GearType } from '@zarnel/core/plan';
import { serverApi } from './server-api.ts';

export type GearQuery = {
  readonly search: string;
  readonly kind: GearKind | '';
  readonly archived: boolean;
  readonly offset: number;
  readonly limit: number;
};

/** The library of gear types on the server. */
const gearApi = serverApi.enhanceEndpoints({ addTagTypes: ['gear'] }).injectEndpoints({
  endpoints: (build) => ({
    gearList: build.query<GearList, GearQuery>({
      query: ({ search, kind, archived, offset, limit }) => ({
        url: 'gear',
        params: { search, kind, archived, offset, limit },
      }),
      transformResponse: (raw) => readGearListSchema.parse(raw),
      providesTags: ['gear'],
    }),
    gearDetail: build.query<GearDetail, string>({
      query: (id) => `gear/${id}`,
      transformResponse: (raw) => gearDetailSchema.parse(raw),
      providesTags: ['gear'],
    }),
    gearVersions: build.query<ReadonlyMap<string, number>, readonly string[]>({
      query: (ids) => ({ url: 'gear/current', method: 'POST', body: { ids } }),
      transformResponse: (raw) =>
        new Map(gearVersionsSchema.parse(raw).versions.map(({ id, version }) => [id, version])),
      providesTags: ['gear'],
    }),
    createGear: build.mutation<GearDetail, GearType>({
      query: (body) => ({ url: 'gear', method: 'POST', body }),
      transformResponse: (raw) => gearDetailSchema.parse(raw),
      invalidatesTags: ['gear'],
    }),
    saveGear: build.mutation<
      GearDetail,
      { readonly id: string; readonly version: number; readonly type: GearType }
    >({
      query: ({ id, version, type }) => ({
        url: `gear/${id}`,
        method: 'PUT',
        body: type,
        headers: { 'If-Match': `"${version}"` },
      }),
      transformResponse: (raw) => gearDetailSchema.parse(raw),
      invalidatesTags: ['gear'],
    }),
    archiveGear: build.mutation<GearDetail, { readonly id: string; readonly archived: boolean }>({
      query: ({ id, archived }) => ({ url: `gear/${id}`, method: 'PATCH', body: { archived } }),
      transformResponse: (raw) => gearDetailSchema.parse(raw),
      invalidatesTags: ['gear'],
    }),
    archiveManyGear: build.mutation<null, { readonly ids: readonly string[]; readonly archived: boolean }>({
      query: (body) => ({ url: 'gear', method: 'PATCH', body }),
      transformResponse: () => null,
      invalidatesTags: ['gear'],
    }),
    importGear: build.mutation<GearList, readonly GearType[]>({
      query: (gear) => ({ url: 'gear/import', method: 'POST', body: { gear } }),
      transformResponse: (raw) => readGearListSchema.parse(raw),
      invalidatesTags: ['gear'],
    }),
  }),
});

export const {
  useGearListQuery,
  useGearDetailQuery,
  useLazyGearDetailQuery,
  useGearVersionsQuery,
  useCreateGearMutation,
  useSaveGearMutation,
  useArchiveGearMutation,
  useArchiveManyGearMutation,
  useImportGearMutation,
} = gearApi;

/** What a refused request said, for a person. */
export function refusalText(error: unknown): string {
  const data = typeof error === 'object' && error !== null ? (error as { data?: unknown }).data : undefined;
  const problem = problemSchema.safeParse(data);
  if (problem.success) return problem.data.detail ?? problem.data.title;
  return 'The server cannot be reached just now. Nothing was lost; try again shortly.';
}
