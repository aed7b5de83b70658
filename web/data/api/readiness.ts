import type {
  AdviceView,
  EvidenceView,
  Page,
  PastView,
  ReadinessList,
  ResultToKeep,
  ResultView,
  SettingsView,
  StrictnessView,
  TrustView,
} from '../../../contract';
import type { Advice } from '../../../core/coaching';
import type { ReadinessSettings } from '../../../core/readiness';
import { api, ifMatch, listOf, partByPart, type Nothing } from './api';

/** Of one learner, under a standard of its own or the one they prepare for. */
interface Whose {
  readonly learner: string;
  readonly standard: string | null;
}
const under = (standard: string | null): string =>
  standard === null ? '' : `?standard=${encodeURIComponent(standard)}`;

const parts = {
  list: partByPart('readiness'),
  past: partByPart('past'),
  strictness: partByPart('strictness'),
} as const;

/** Of all learners. */
const RESULTS = listOf('results');

/** How ready learners are, what the judgement is made of, and how licence tests went. */
const readiness = api.injectEndpoints({
  endpoints: (build) => ({
    evidence: build.query<EvidenceView, Whose>({
      query: ({ learner, standard }) => `/learners/${learner}/evidence${under(standard)}`,
      providesTags: (_view, _error, { learner }) => [{ type: 'evidence', id: learner }, 'mocks'],
    }),
    past: build.query<PastView, Whose>({
      query: ({ learner, standard }) => `/learners/${learner}/past${under(standard)}`,
      providesTags: (view, _error, { learner }) => [
        { type: 'evidence', id: learner },
        'mocks',
        ...parts.past.partsOf(view),
      ],
      onQueryStarted: parts.past.onQueryStarted,
    }),
    readiness: build.query<ReadinessList, Nothing>({
      query: () => '/readiness',
      providesTags: (list) => ['readiness', 'mocks', listOf('learners'), ...parts.list.partsOf(list)],
      onQueryStarted: parts.list.onQueryStarted,
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
      providesTags: (view) => ['results', 'readiness', ...parts.strictness.partsOf(view)],
      onQueryStarted: parts.strictness.onQueryStarted,
    }),
    trust: build.query<TrustView, Nothing>({ query: () => '/trust', providesTags: [RESULTS, 'mocks'] }),
  }),
});

export const {
  useEvidenceQuery,
  usePastQuery,
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
