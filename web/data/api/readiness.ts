import type {
  AdviceView,
  EvidenceView,
  Page,
  ReadinessList,
  ResultToKeep,
  ResultView,
  SettingsView,
  StrictnessView,
  TrustView,
} from '../../../contract';
import type { Advice } from '../../../core/coaching';
import type { ReadinessSettings } from '../../../core/readiness';
import { api, ifMatch, listOf, type Nothing } from './api';

/** So long after a part of the forecasts the next is asked for, in milliseconds. */
const NEXT_PART = 1_000;

/** Of all learners. */
const RESULTS = listOf('results');

/** How ready learners are, what the judgement is made of, and how licence tests went. */
const readiness = api.injectEndpoints({
  endpoints: (build) => ({
    evidence: build.query<EvidenceView, { readonly learner: string; readonly standard: string | null }>({
      query: ({ learner, standard }) =>
        `/learners/${learner}/evidence${standard === null ? '' : `?standard=${encodeURIComponent(standard)}`}`,
      providesTags: (_view, _error, { learner }) => [{ type: 'evidence', id: learner }, 'mocks'],
    }),
    readiness: build.query<ReadinessList, Nothing>({
      query: () => '/readiness',
      providesTags: ['readiness', 'readiness part', 'mocks', listOf('learners')],
      // In a large school forecasts come part by part: whoever looks at them asks for the next.
      onQueryStarted: async (_, { dispatch, queryFulfilled }) => {
        const answer = await queryFulfilled.catch(() => null);
        if ((answer?.data.pending ?? 0) > 0)
          setTimeout(() => dispatch(readiness.util.invalidateTags(['readiness part'])), NEXT_PART);
      },
    }),
    readinessSettings: build.query<SettingsView, Nothing>({
      query: () => '/readiness/settings',
      providesTags: ['readiness'],
    }),
    keepReadinessSettings: build.mutation<
      SettingsView,
      { readonly revision: number; readonly settings: Partial<ReadinessSettings> }
    >({
      query: ({ revision, settings }) => ({
        url: '/readiness/settings',
        method: 'PUT',
        headers: ifMatch(revision),
        body: { settings },
      }),
      invalidatesTags: ['readiness', 'evidence'],
    }),
    coaching: build.query<AdviceView, Nothing>({ query: () => '/coaching', providesTags: ['coaching'] }),
    keepCoaching: build.mutation<
      AdviceView,
      { readonly revision: number; readonly advice: readonly Advice[] }
    >({
      query: ({ revision, advice }) => ({
        url: '/coaching',
        method: 'PUT',
        headers: ifMatch(revision),
        body: { advice },
      }),
      invalidatesTags: ['coaching'],
    }),
    results: build.query<Page<ResultView>, string | null>({
      query: (learner) => (learner === null ? '/results' : `/results?learner=${learner}`),
      providesTags: (_page, _error, learner) => [
        learner === null ? RESULTS : { type: 'results', id: learner },
      ],
    }),
    keepResult: build.mutation<ResultView, { readonly id: string; readonly result: ResultToKeep }>({
      query: ({ id, result }) => ({ url: `/results/${id}`, method: 'PUT', body: { ...result } }),
      invalidatesTags: (_result, _error, { result: { learner } }) => [
        RESULTS,
        { type: 'results', id: learner },
      ],
    }),
    removeResult: build.mutation<unknown, string>({
      query: (id) => ({ url: `/results/${id}`, method: 'DELETE' }),
      invalidatesTags: ['results'],
    }),
    strictness: build.query<StrictnessView, Nothing>({
      query: () => '/trust/strictness',
      providesTags: ['results', 'readiness'],
    }),
    trust: build.query<TrustView, Nothing>({ query: () => '/trust', providesTags: [RESULTS, 'mocks'] }),
  }),
});

export const {
  useEvidenceQuery,
  useReadinessQuery,
  useReadinessSettingsQuery,
  useKeepReadinessSettingsMutation,
  useCoachingQuery,
  useKeepCoachingMutation,
  useResultsQuery,
  useKeepResultMutation,
  useRemoveResultMutation,
  useTrustQuery,
  useStrictnessQuery,
} = readiness;
