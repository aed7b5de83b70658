import type { Page, StandardSort, StandardSummary } from '../../../contract';
import type { Standard, StandardRef } from '../../../core/standard';
import { api, FOUND, pagesOf, queryOf, type Asked, type Nothing } from './api';

/** Marking standards. */
const standards = api.injectEndpoints({
  endpoints: (build) => ({
    standards: build.query<Page<StandardSummary>, Nothing>({
      query: () => '/standards',
      providesTags: ['standards', 'mocks'],
    }),
    standardPages: build.infiniteQuery<Page<StandardSummary>, Asked<StandardSort>, string | null>({
      ...pagesOf('/standards'),
      providesTags: ['standards', 'mocks'],
    }),
    standardsFound: build.query<Page<StandardSummary>, string>({
      query: (search) => `/standards?${queryOf({ search, limit: FOUND })}`,
      providesTags: ['standards', 'mocks'],
    }),
    addStandard: build.mutation<StandardRef, Standard>({
      query: (body) => ({ url: '/standards', method: 'POST', body }),
      invalidatesTags: ['standards'],
    }),
    standard: build.query<Standard, StandardRef>({
      query: ({ id, version }) => `/standards/${encodeURIComponent(id)}/${encodeURIComponent(version)}`,
    }),
  }),
});

export const {
  useStandardsQuery,
  useStandardPagesInfiniteQuery,
  useStandardsFoundQuery,
  useAddStandardMutation,
  useStandardQuery,
} = standards;

/** State that has what was asked of the server. */
export type WithStandards = Parameters<ReturnType<typeof standards.endpoints.standard.select>>[0];

/** Whether one version of a standard was asked for and answered, well or badly. */
export function isStandardAnswered(state: WithStandards, ref: StandardRef): boolean {
  const { isSuccess, isError } = standards.endpoints.standard.select(ref)(state);
  return isSuccess || isError;
}
