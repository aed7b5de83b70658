import type {
  DrillView,
  ErasureView,
  GoalView,
  HabitsView,
  LearnerSort,
  LearnersToImport,
  LearnerView,
  ListedLearner,
  NewLearner,
  Overrule,
  Page,
  PaperToKeep,
} from '../../../contract';
import { api, ifMatch, listOf, queryOf, PAGE } from './api';

export interface LearnerChanges {
  readonly name?: string;
  readonly testDate?: string | null;
  readonly zone?: string;
  readonly standard?: string | null;
  readonly papers?: readonly PaperToKeep[];
  readonly overrule?: Pick<Overrule, 'word' | 'reason'> | null;
  readonly details?: LearnerView['details'];
  readonly left?: boolean;
  readonly instructor?: string | null;
}

/** Whom a list is of, and in which order. */
export interface LearnersAsked {
  readonly search: string;
  readonly sort: LearnerSort;
  /** Those who are no longer taught here. */
  readonly left?: boolean;
  /** Only those whom one teaches oneself. */
  readonly mine?: boolean;
}

/** As many as a picker offers; also what is there of a list without the server. */
export const PICKED = 100;

const LIST = listOf('learners');

/** Learners: found, added, changed, and what their mocks and drills tell. */
const learners = api.injectEndpoints({
  endpoints: (build) => ({
    /** Those whose name has some letters, the nearest licence test first. */
    learners: build.query<Page<ListedLearner>, string>({
      query: (search) => `/learners?${queryOf({ sort: 'test', limit: PICKED, search })}`,
      providesTags: [LIST],
    }),
    learnerPages: build.infiniteQuery<Page<ListedLearner>, LearnersAsked, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next },
      query: ({ queryArg, pageParam }) =>
        `/learners?${queryOf({ search: queryArg.search, sort: queryArg.sort, left: queryArg.left ? '1' : null, taught: queryArg.mine ? 'me' : null, limit: PAGE, cursor: pageParam })}`,
      providesTags: [LIST],
    }),
    learner: build.query<LearnerView, string>({
      query: (id) => `/learners/${id}`,
      providesTags: (_learner, _error, id) => [{ type: 'learners', id }],
    }),
    addLearner: build.mutation<LearnerView, NewLearner>({
      query: (body) => ({ url: '/learners', method: 'POST', body: { ...body } }),
      invalidatesTags: [LIST],
    }),
    importLearners: build.mutation<{ readonly added: number }, LearnersToImport>({
      query: (body) => ({ url: '/learners/import', method: 'POST', body }),
      invalidatesTags: [LIST, 'readiness', 'lessons', 'changes'],
    }),
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
      invalidatesTags: (_result, _error, { id, change: { testDate, standard } }) => [
        LIST,
        { type: 'learners', id },
        'readiness',
        ...(testDate !== undefined || standard !== undefined
          ? [{ type: 'evidence', id } as const, 'lessons' as const]
          : []),
      ],
    }),
    habits: build.query<HabitsView, { learner: string; before: string }>({
      query: ({ learner, before }) => `/learners/${learner}/habits?before=${encodeURIComponent(before)}`,
    }),
    erasure: build.query<ErasureView, string>({
      query: (id) => `/learners/${id}/erasure`,
      keepUnusedDataFor: 0,
    }),
    eraseLearner: build.mutation<unknown, { readonly id: string; readonly name: string }>({
      query: ({ id, name }) => ({ url: `/learners/${id}/erasure`, method: 'POST', body: { name } }),
      invalidatesTags: (_none, error) =>
        error ? [] : [LIST, 'mocks', 'lessons', 'results', 'readiness', 'evidence', 'practice', 'changes'],
    }),
    goals: build.query<Page<GoalView>, string>({
      query: (learner) => `/learners/${learner}/goals`,
      providesTags: (_page, _error, id) => [{ type: 'goals', id }],
    }),
    tickGoal: build.mutation<
      GoalView,
      { readonly learner: string; readonly goal: GoalView; readonly reached: boolean }
    >({
      query: ({ learner, goal: { id, mock }, reached }) => ({
        url: `/learners/${learner}/goals/${encodeURIComponent(id)}`,
        method: 'PUT',
        body: { mock, reached },
      }),
      invalidatesTags: (_goal, _error, { learner: id }) => [{ type: 'goals', id }],
    }),
    drill: build.query<DrillView, string>({ query: (learner) => `/learners/${learner}/drill` }),
  }),
});

export const {
  useLearnersQuery,
  useLearnerPagesInfiniteQuery,
  useLearnerQuery,
  useAddLearnerMutation,
  useImportLearnersMutation,
  useHabitsQuery,
  useDrillQuery,
  useErasureQuery,
  useEraseLearnerMutation,
  useGoalsQuery,
  useTickGoalMutation,
  useChangeLearnerMutation,
} = learners;
