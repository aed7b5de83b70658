import { createApi, fetchBaseQuery, type FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import {
  API,
  type HabitsView,
  type HealthView,
  type LearnerView,
  type NewLearner,
  type Page,
  type ProblemDetails,
  type SessionView,
  type SignIn,
  type StandardSummary,
  type TestSummary,
  type VehicleView,
} from '../../contract';
import type { Standard, StandardRef } from '../../core/standard';

/** A request that takes no argument. */
type Nothing = void;

/**
 * What the server owns, as the screens ask for it. Logs go another way: see web/log. Bodies are spread, for
 * forms hand in instances of the contract's classes and only plain objects are sent as JSON.
 */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: fetchBaseQuery({ baseUrl: API }),
  tagTypes: ['session', 'learners', 'tests', 'standards'],
  endpoints: (build) => ({
    health: build.query<HealthView, Nothing>({ query: () => '/health' }),
    session: build.query<SessionView, Nothing>({ query: () => '/session', providesTags: ['session'] }),
    signIn: build.mutation<SessionView, SignIn>({
      query: (body) => ({ url: '/session', method: 'POST', body: { ...body } }),
      invalidatesTags: (result) => (result ? ['session', 'learners', 'tests'] : []),
    }),
    signInToDemo: build.mutation<SessionView, Nothing>({
      query: () => ({ url: '/session/demo', method: 'POST' }),
      invalidatesTags: (result) => (result ? ['session', 'learners', 'tests'] : []),
    }),
    signOut: build.mutation<unknown, Nothing>({
      query: () => ({ url: '/session', method: 'DELETE' }),
      invalidatesTags: ['session'],
    }),
    learners: build.query<Page<LearnerView>, Nothing>({
      query: () => '/learners?limit=100',
      providesTags: ['learners'],
    }),
    addLearner: build.mutation<LearnerView, NewLearner>({
      query: (body) => ({ url: '/learners', method: 'POST', body: { ...body } }),
      invalidatesTags: ['learners'],
    }),
    habits: build.query<HabitsView, { learner: string; before: string }>({
      query: ({ learner, before }) => `/learners/${learner}/habits?before=${encodeURIComponent(before)}`,
    }),
    vehicles: build.query<Page<VehicleView>, Nothing>({ query: () => '/vehicles' }),
    standards: build.query<Page<StandardSummary>, Nothing>({
      query: () => '/standards',
      providesTags: ['standards', 'tests'],
    }),
    addStandard: build.mutation<StandardRef, Standard>({
      query: (body) => ({ url: '/standards', method: 'POST', body }),
      invalidatesTags: ['standards'],
    }),
    standard: build.query<Standard, StandardRef>({
      query: ({ id, version }) => `/standards/${encodeURIComponent(id)}/${encodeURIComponent(version)}`,
    }),
    tests: build.query<Page<TestSummary>, { learner?: string; cursor?: string }>({
      query: ({ learner, cursor }) => {
        const query = new URLSearchParams({ limit: '60' });
        if (learner) query.set('learner', learner);
        if (cursor) query.set('cursor', cursor);
        return `/tests?${query}`;
      },
      providesTags: ['tests'],
    }),
  }),
});

export const {
  useHealthQuery,
  useSessionQuery,
  useSignInMutation,
  useSignInToDemoMutation,
  useSignOutMutation,
  useLearnersQuery,
  useAddLearnerMutation,
  useHabitsQuery,
  useVehiclesQuery,
  useStandardsQuery,
  useAddStandardMutation,
  useStandardQuery,
  useTestsQuery,
} = api;

/** Of each standard its newest version; of a list with the newest first. */
export const newestVersions = (standards: readonly StandardSummary[]): readonly StandardSummary[] =>
  standards.filter(({ id }, n) => standards.findIndex((other) => other.id === id) === n);

/** What an error of a request means for the person at the screen. */
export function errorText(error: unknown): string {
  const failure = error as FetchBaseQueryError | undefined;
  if (failure?.status === 'FETCH_ERROR') return 'The server does not answer. Marks are kept in this browser.';
  const problem = failure?.data as ProblemDetails | undefined;
  if (!problem?.detail) return 'The request failed. Nothing was stored.';
  const fields = problem.errors?.map(({ path, message }) => `${path}: ${message}`).join('; ');
  return fields ? `${problem.detail} ${fields}` : problem.detail;
}

export const isSignedOut = (error: unknown): boolean =>
  (error as FetchBaseQueryError | undefined)?.status === 401;
