import type {
  AdviceView,
  CalendarToMake,
  EvidenceView,
  LearnerView,
  LessonToKeep,
  LessonView,
  LinkView,
  Overrule,
  Page,
  PaperToKeep,
  ReadinessRow,
  ResultToKeep,
  ResultView,
  SettingsView,
  SharedView,
  TrustView,
} from '../../../contract';
import type { Advice } from '../../../core/coaching';
import type { ReadinessSettings } from '../../../core/readiness';
import { api, ifMatch } from '../api';

type Nothing = void;

export interface LearnerChanges {
  readonly name?: string;
  readonly testDate?: string | null;
  readonly zone?: string;
  readonly standard?: string | null;
  readonly papers?: readonly PaperToKeep[];
  readonly overrule?: Pick<Overrule, 'word' | 'reason'> | null;
  readonly left?: boolean;
}

/** What the screens of a term ask for: readiness, results, the diary, reports. They come with those screens. */
const term = api.injectEndpoints({
  endpoints: (build) => ({
    changeLearner: build.mutation<
      LearnerView,
      { readonly id: string; readonly revision: number; readonly change: LearnerChanges }
    >({
      query: ({ id, revision, change }) => ({
        url: `/learners/${id}`,
        method: 'PATCH',
        headers: ifMatch(revision),
        body: change,
      }),
      // Papers and names change no evidence; a licence test is an entry of the diary.
      invalidatesTags: (_result, _error, { change: { testDate, standard } }) =>
        testDate !== undefined || standard !== undefined
          ? ['learners', 'readiness', 'evidence', 'lessons']
          : ['learners', 'readiness'],
    }),
    evidence: build.query<EvidenceView, { readonly learner: string; readonly standard: string | null }>({
      query: ({ learner, standard }) =>
        `/learners/${learner}/evidence${standard === null ? '' : `?standard=${encodeURIComponent(standard)}`}`,
      providesTags: ['evidence', 'tests'],
    }),
    readiness: build.query<Page<ReadinessRow>, Nothing>({
      query: () => '/readiness',
      providesTags: ['readiness', 'tests', 'learners'],
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
      providesTags: ['results'],
    }),
    keepResult: build.mutation<ResultView, { readonly id: string; readonly result: ResultToKeep }>({
      query: ({ id, result }) => ({ url: `/results/${id}`, method: 'PUT', body: { ...result } }),
      invalidatesTags: ['results'],
    }),
    removeResult: build.mutation<unknown, string>({
      query: (id) => ({ url: `/results/${id}`, method: 'DELETE' }),
      invalidatesTags: ['results'],
    }),
    trust: build.query<TrustView, Nothing>({ query: () => '/trust', providesTags: ['results', 'tests'] }),
    lessons: build.query<
      Page<LessonView>,
      { readonly from: string; readonly until: string; readonly learner?: string }
    >({
      query: (filter) => `/lessons?${new URLSearchParams(filter)}`,
      providesTags: ['lessons'],
    }),
    keepLesson: build.mutation<
      LessonView,
      { readonly id: string; readonly revision: number | null; readonly lesson: LessonToKeep }
    >({
      query: ({ id, revision, lesson }) => ({
        url: `/lessons/${id}`,
        method: 'PUT',
        ...(revision === null ? {} : { headers: ifMatch(revision) }),
        body: { ...lesson },
      }),
      invalidatesTags: ['lessons', 'learners', 'readiness', 'evidence'],
    }),
    removeLesson: build.mutation<unknown, { readonly id: string; readonly revision: number }>({
      query: ({ id, revision }) => ({ url: `/lessons/${id}`, method: 'DELETE', headers: ifMatch(revision) }),
      invalidatesTags: ['lessons', 'learners', 'readiness', 'evidence'],
    }),
    makeCalendar: build.mutation<LinkView, CalendarToMake>({
      query: (body) => ({ url: '/calendar', method: 'POST', body }),
    }),
    endCalendar: build.mutation<unknown, Nothing>({ query: () => ({ url: '/calendar', method: 'DELETE' }) }),
    shares: build.query<Page<LinkView>, string>({
      query: (test) => `/tests/${test}/shares`,
      providesTags: ['links'],
    }),
    makeShare: build.mutation<
      LinkView,
      { readonly test: string; readonly days: number; readonly fullName: boolean }
    >({
      query: ({ test, ...body }) => ({ url: `/tests/${test}/shares`, method: 'POST', body }),
      invalidatesTags: ['links'],
    }),
    endShare: build.mutation<unknown, string>({
      query: (id) => ({ url: `/shares/${id}`, method: 'DELETE' }),
      invalidatesTags: ['links'],
    }),
    shared: build.query<SharedView, string>({ query: (token) => `/shared/${encodeURIComponent(token)}` }),
  }),
});

export const {
  useChangeLearnerMutation,
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
  useLessonsQuery,
  useKeepLessonMutation,
  useRemoveLessonMutation,
  useMakeCalendarMutation,
  useEndCalendarMutation,
  useSharesQuery,
  useMakeShareMutation,
  useEndShareMutation,
  useSharedQuery,
} = term;
