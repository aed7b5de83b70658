import { nanoid } from '@reduxjs/toolkit';
import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
  type FetchBaseQueryMeta,
} from '@reduxjs/toolkit/query/react';
import {
  API,
  type DrillView,
  type HabitsView,
  type HealthView,
  type HotSpotsView,
  type LearnerView,
  type MarkAtPlace,
  type NewLearner,
  type NetworkSummary,
  type NewVehicle,
  type Page,
  type ProblemDetails,
  type QuestionView,
  type RouteSummary,
  type RouteView,
  type SchoolView,
  type SessionView,
  type SignIn,
  type StandardSummary,
  type TestSummary,
  type BackupsView,
  type ReachView,
  type UnreadableRecord,
  type VehicleView,
} from '../../../contract';
import type { Question } from '../../../core/questions';
import type { Route } from '../../../core/route';
import type { Standard, StandardRef } from '../../../core/standard';
import type { Checkup, VehicleCard, VehicleRecord } from '../../../core/vehicle';

/** A request that takes no argument. */
type Nothing = void;

/** Without the server, the service worker gives its last answer again. */
interface Kept {
  /** When the server gave it, ISO instant; null when it gave it just now. */
  readonly keptFrom: string | null;
}

/** Each request has a mark of its own, which the server sends back: an answer with another one was kept. */
const MARK = 'X-Asked';

function keptFrom(meta: FetchBaseQueryMeta | undefined): string | null {
  if (!meta?.response || meta.response.headers.get(MARK) === meta.request.headers.get(MARK)) return null;
  const date = Date.parse(meta.response.headers.get('date') ?? '');
  return Number.isNaN(date) ? null : new Date(date).toISOString();
}

/** Guards a change against somebody else’s. */
export const ifMatch = (revision: number) => ({ 'If-Match': `"${revision}"` });

/** Which drives and marks are asked for. */
export interface PlacesFilter {
  readonly learner?: string;
  readonly route?: string;
  readonly test?: string;
  readonly skill?: string;
  readonly gravity?: number;
  readonly from?: number;
  readonly until?: number;
}

const asked = fetchBaseQuery({
  baseUrl: API,
  prepareHeaders: (headers) => headers.set(MARK, nanoid()),
});

/** A session that has ended is noticed by whatever asks next: the way in opens over what is on the screen. */
const baseQuery: BaseQueryFn<
  string | FetchArgs,
  unknown,
  FetchBaseQueryError,
  object,
  FetchBaseQueryMeta
> = async (args, store, more) => {
  const answer = await asked(args, store, more);
  const path = typeof args === 'string' ? args : args.url;
  if (answer.error?.status === 401 && !path.startsWith('/session'))
    store.dispatch(api.util.invalidateTags(['session']));
  return answer;
};

/** Whom a list is of, and in which order. */
export interface LearnersAsked {
  readonly search: string;
  readonly sort: 'name' | 'test';
}

export interface MocksAsked {
  readonly search?: string;
  readonly learner?: string;
}

const queryOf = (given: Readonly<Record<string, string | number | null | undefined>>): string =>
  new URLSearchParams(
    Object.entries(given).flatMap(([key, value]) =>
      value === undefined || value === null || value === '' ? [] : [[key, String(value)]],
    ),
  ).toString();

/** As many as a list shows at a time. */
const PAGE = 50;
/** As many mocks as Today and set-up look back on. */
export const RECENT = 60;
/** As many as a picker offers; also what is there of a list without the server. */
export const PICKED = 100;

/**
 * What the server owns, as the screens ask for it. Logs go another way: see web/log. Bodies are spread, for
 * forms hand in instances of the contract's classes and only plain objects are sent as JSON.
 */
export const api = createApi({
  reducerPath: 'api',
  baseQuery,
  tagTypes: [
    'session',
    'school',
    'learners',
    'tests',
    'standards',
    'questions',
    'vehicles',
    'routes',
    'networks',
    'readiness',
    'evidence',
    'results',
    'lessons',
    'links',
    'coaching',
  ],
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
    backups: build.query<BackupsView, Nothing>({ query: () => '/school/backups' }),
    backUp: build.mutation<BackupsView, Nothing>({
      query: () => ({ url: '/school/backups', method: 'POST' }),
      onQueryStarted: async (_, { dispatch, queryFulfilled }) => {
        try {
          const { data } = await queryFulfilled;
          dispatch(api.util.upsertQueryData('backups', undefined, data));
        } catch {
          // The screen says it.
        }
      },
    }),
    reach: build.query<ReachView, Nothing>({ query: () => '/school/reach' }),
    unreadable: build.query<Page<UnreadableRecord>, Nothing>({ query: () => '/school/unreadable' }),
    school: build.query<SchoolView, Nothing>({ query: () => '/school', providesTags: ['school'] }),
    keepSchool: build.mutation<SchoolView, SchoolView>({
      query: ({ standard, units, revision }) => ({
        url: '/school',
        method: 'PUT',
        headers: ifMatch(revision),
        body: { standard, units },
      }),
      invalidatesTags: ['school', 'learners', 'readiness', 'evidence'],
    }),
    /** Those whose name has some letters, the nearest licence test first. */
    learners: build.query<Page<LearnerView>, string>({
      query: (search) => `/learners?${queryOf({ sort: 'test', limit: PICKED, search })}`,
      providesTags: ['learners'],
    }),
    learnerPages: build.infiniteQuery<Page<LearnerView>, LearnersAsked, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next },
      query: ({ queryArg, pageParam }) =>
        `/learners?${queryOf({ ...queryArg, limit: PAGE, cursor: pageParam })}`,
      providesTags: ['learners'],
    }),
    learner: build.query<LearnerView, string>({
      query: (id) => `/learners/${id}`,
      providesTags: ['learners'],
    }),
    addLearner: build.mutation<LearnerView, NewLearner>({
      query: (body) => ({ url: '/learners', method: 'POST', body: { ...body } }),
      invalidatesTags: ['learners'],
    }),
    habits: build.query<HabitsView, { learner: string; before: string }>({
      query: ({ learner, before }) => `/learners/${learner}/habits?before=${encodeURIComponent(before)}`,
    }),
    drill: build.query<DrillView, string>({ query: (learner) => `/learners/${learner}/drill` }),
    vehicles: build.query<Page<VehicleView>, Nothing>({
      query: () => '/vehicles',
      providesTags: ['vehicles'],
    }),
    addVehicle: build.mutation<VehicleView, NewVehicle>({
      query: (body) => ({ url: '/vehicles', method: 'POST', body: { ...body } }),
      invalidatesTags: ['vehicles'],
    }),
    changeVehicle: build.mutation<
      VehicleView,
      {
        readonly id: string;
        readonly revision: number;
        readonly change: {
          readonly name?: string;
          readonly plate?: string;
          readonly card?: VehicleCard;
          readonly record?: VehicleRecord;
        };
      }
    >({
      query: ({ id, revision, change }) => ({
        url: `/vehicles/${id}`,
        method: 'PATCH',
        headers: ifMatch(revision),
        body: change,
      }),
      invalidatesTags: ['vehicles'],
    }),
    checkups: build.query<Page<Checkup>, string>({
      query: (vehicle) => `/vehicles/${vehicle}/checkups`,
      providesTags: ['vehicles'],
    }),
    addCheckup: build.mutation<VehicleView, { readonly vehicle: string; readonly checkup: Checkup }>({
      query: ({ vehicle, checkup }) => ({
        url: `/vehicles/${vehicle}/checkups`,
        method: 'POST',
        body: checkup,
      }),
      invalidatesTags: ['vehicles'],
    }),
    keepPhoto: build.mutation<
      VehicleView,
      { readonly vehicle: string; readonly control: string; readonly jpeg: Blob }
    >({
      query: ({ vehicle, control, jpeg }) => ({
        url: `/vehicles/${vehicle}/photos/${control}`,
        method: 'PUT',
        headers: { 'Content-Type': 'image/jpeg' },
        body: jpeg,
      }),
      invalidatesTags: ['vehicles'],
    }),
    removePhoto: build.mutation<VehicleView, { readonly vehicle: string; readonly control: string }>({
      query: ({ vehicle, control }) => ({ url: `/vehicles/${vehicle}/photos/${control}`, method: 'DELETE' }),
      invalidatesTags: ['vehicles'],
    }),
    questions: build.query<Page<QuestionView>, Nothing>({
      query: () => '/questions',
      providesTags: ['questions'],
    }),
    keepQuestion: build.mutation<
      QuestionView,
      { readonly question: Question; readonly enabled: boolean; readonly revision: number | null }
    >({
      query: ({ question, enabled, revision }) => ({
        url: `/questions/${question.id}`,
        method: 'PUT',
        ...(revision === null ? {} : { headers: ifMatch(revision) }),
        body: { question, enabled },
      }),
      invalidatesTags: ['questions'],
    }),
    unchangeQuestion: build.mutation<QuestionView, { readonly id: string; readonly revision: number }>({
      query: ({ id, revision }) => ({
        url: `/questions/${id}/changes`,
        method: 'DELETE',
        headers: ifMatch(revision),
      }),
      invalidatesTags: ['questions'],
    }),
    keepQuestions: build.mutation<
      { readonly added: number; readonly changed: number; readonly same: number },
      readonly Question[]
    >({
      query: (questions) => ({ url: '/questions', method: 'POST', body: { questions } }),
      invalidatesTags: ['questions'],
    }),
    networks: build.query<Page<NetworkSummary>, Nothing>({
      query: () => '/networks',
      providesTags: ['networks'],
    }),
    routes: build.query<Page<RouteSummary>, Nothing>({ query: () => '/routes', providesTags: ['routes'] }),
    route: build.query<RouteView, string>({
      query: (id) => `/routes/${encodeURIComponent(id)}`,
      providesTags: ['routes'],
    }),
    keepRoute: build.mutation<RouteView, { readonly route: Route; readonly revision: number | null }>({
      query: ({ route, revision }) => ({
        url: `/routes/${encodeURIComponent(route.id)}`,
        method: 'PUT',
        ...(revision === null ? {} : { headers: ifMatch(revision) }),
        body: { route },
      }),
      invalidatesTags: ['routes'],
    }),
    removeRoute: build.mutation<unknown, { readonly id: string; readonly revision: number }>({
      query: ({ id, revision }) => ({
        url: `/routes/${encodeURIComponent(id)}`,
        method: 'DELETE',
        headers: ifMatch(revision),
      }),
      invalidatesTags: ['routes'],
    }),
    keepRoutePhoto: build.mutation<
      RouteView,
      { readonly route: string; readonly feature: string; readonly jpeg: Blob }
    >({
      query: ({ route, feature, jpeg }) => ({
        url: `/routes/${encodeURIComponent(route)}/photos/${encodeURIComponent(feature)}`,
        method: 'PUT',
        headers: { 'Content-Type': 'image/jpeg' },
        body: jpeg,
      }),
      invalidatesTags: ['routes'],
    }),
    track: build.query<Page<{ readonly lat: number; readonly lon: number; readonly at: string }>, string>({
      query: (test) => `/tests/${test}/track`,
    }),
    places: build.query<HotSpotsView, PlacesFilter>({
      query: (filter) => `/places?${queryOf({ ...filter })}`,
    }),
    marksAt: build.query<Page<MarkAtPlace>, { readonly site: string; readonly filter: PlacesFilter }>({
      query: ({ site, filter }) => `/places/${encodeURIComponent(site)}/marks?${queryOf({ ...filter })}`,
    }),
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
    /** The newest mocks, of one learner or of all. */
    tests: build.query<Page<TestSummary> & Kept, MocksAsked>({
      query: (given) => `/tests?${queryOf({ limit: RECENT, ...given })}`,
      transformResponse: (page: Page<TestSummary>, meta): Page<TestSummary> & Kept => ({
        ...page,
        keptFrom: keptFrom(meta),
      }),
      providesTags: ['tests'],
    }),
    mockPages: build.infiniteQuery<Page<TestSummary>, MocksAsked, string | null>({
      infiniteQueryOptions: { initialPageParam: null, getNextPageParam: ({ next }) => next },
      query: ({ queryArg, pageParam }) =>
        `/tests?${queryOf({ ...queryArg, limit: PAGE, cursor: pageParam })}`,
      providesTags: ['tests'],
    }),
  }),
});

export const {
  useHealthQuery,
  useSessionQuery,
  useBackupsQuery,
  useBackUpMutation,
  useReachQuery,
  useUnreadableQuery,
  useSignInMutation,
  useSignInToDemoMutation,
  useSignOutMutation,
  useSchoolQuery,
  useKeepSchoolMutation,
  useLearnersQuery,
  useLazyLearnersQuery,
  useLearnerPagesInfiniteQuery,
  useLearnerQuery,
  useAddLearnerMutation,
  useHabitsQuery,
  useDrillQuery,
  useVehiclesQuery,
  useAddVehicleMutation,
  useChangeVehicleMutation,
  useCheckupsQuery,
  useAddCheckupMutation,
  useKeepPhotoMutation,
  useRemovePhotoMutation,
  useKeepQuestionMutation,
  useUnchangeQuestionMutation,
  useKeepQuestionsMutation,
  useQuestionsQuery,
  useNetworksQuery,
  useRoutesQuery,
  useRouteQuery,
  useLazyRouteQuery,
  useKeepRouteMutation,
  useRemoveRouteMutation,
  useKeepRoutePhotoMutation,
  useTrackQuery,
  usePlacesQuery,
  useMarksAtQuery,
  useStandardsQuery,
  useAddStandardMutation,
  useStandardQuery,
  useTestsQuery,
  useMockPagesInfiniteQuery,
} = api;

export { newestVersions } from '../../../core/standard';

/** What an error of a request means for the person at the screen. */
export function errorText(error: unknown): string {
  const failure = error as FetchBaseQueryError | undefined;
  if (failure?.status === 'FETCH_ERROR') return 'The server does not answer. Marks are kept in this browser.';
  const problem = failure?.data as ProblemDetails | undefined;
  if (!problem?.detail) return 'The request failed. Nothing was stored.';
  const fields = problem.errors?.map(({ path, message }) => `${path}: ${message}`).join('; ');
  return fields ? `${problem.detail} ${fields}` : problem.detail;
}

/** Something else has the id already. */
export const isTaken = (error: unknown): boolean =>
  (error as FetchBaseQueryError | undefined)?.status === 409;

export const isSignedOut = (error: unknown): boolean =>
  (error as FetchBaseQueryError | undefined)?.status === 401;
