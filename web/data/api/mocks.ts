import type {
  BesideView,
  BinnedMock,
  LinkView,
  MockChange,
  MockState,
  MockSummary,
  MockView,
  Page,
  SharedView,
  SheetToKeep,
} from '../../../contract';
import { api, ifMatch, keptFrom, pagesOf, queryOf, type Nothing } from './api';

export interface MocksAsked {
  readonly search?: string;
  readonly learner?: string;
  readonly standard?: string;
  readonly state?: MockState;
}

/** Without the server, the service worker gives its last answer again. */
interface Kept {
  /** When the server gave it, ISO instant; null when it gave it just now. */
  readonly keptFrom: string | null;
}

/** As many mocks as Today and set-up look back on. */
export const RECENT = 60;

/** Mock tests as lists tell them, and as they are shared. Their logs go another way: see web/data/log. */
const mocks = api.injectEndpoints({
  endpoints: (build) => ({
    /** The newest mocks, of one learner or of all. */
    mocks: build.query<Page<MockSummary> & Kept, MocksAsked>({
      query: (given) => `/mocks?${queryOf({ limit: RECENT, ...given })}`,
      transformResponse: (page: Page<MockSummary>, meta): Page<MockSummary> & Kept => ({
        ...page,
        keptFrom: keptFrom(meta),
      }),
      providesTags: ['mocks'],
    }),
    mockPages: build.infiniteQuery<Page<MockSummary>, MocksAsked, string | null>({
      ...pagesOf('/mocks'),
      providesTags: ['mocks'],
    }),
    changeMock: build.mutation<
      MockView,
      { readonly id: string; readonly revision: number; readonly change: Readonly<MockChange> }
    >({
      query: ({ id, revision, change }) => ({
        url: `/mocks/${id}`,
        method: 'PATCH',
        headers: ifMatch(revision),
        body: { ...change },
      }),
      invalidatesTags: ['mocks', 'learners', 'readiness', 'evidence', 'changes'],
    }),
    keepSheet: build.mutation<MockView, { readonly id: string; readonly sheet: SheetToKeep }>({
      query: ({ id, sheet }) => ({ url: `/sheets/${id}`, method: 'PUT', body: sheet }),
      invalidatesTags: ['mocks', 'learners', 'readiness', 'evidence', 'results', 'changes'],
    }),
    deleteMock: build.mutation<unknown, string>({
      query: (id) => ({ url: `/mocks/${id}`, method: 'DELETE' }),
      invalidatesTags: ['mocks', 'learners', 'readiness', 'evidence', 'changes'],
    }),
    bin: build.query<Page<BinnedMock>, Nothing>({ query: () => '/mocks/bin', providesTags: ['mocks'] }),
    takeBackMock: build.mutation<MockView, string>({
      query: (id) => ({ url: `/mocks/${id}/back`, method: 'POST' }),
      invalidatesTags: ['mocks', 'learners', 'readiness', 'evidence', 'changes'],
    }),
    beside: build.query<Page<BesideView>, string>({
      query: (mock) => `/mocks/${mock}/beside`,
      providesTags: ['mocks'],
    }),
    track: build.query<Page<{ readonly lat: number; readonly lon: number; readonly at: string }>, string>({
      query: (mock) => `/mocks/${mock}/track`,
    }),
    shares: build.query<Page<LinkView>, string>({
      query: (mock) => `/mocks/${mock}/shares`,
      providesTags: (_page, _error, mock) => [{ type: 'links', id: mock }],
    }),
    makeShare: build.mutation<
      LinkView,
      { readonly mock: string; readonly days: number; readonly fullName: boolean }
    >({
      query: ({ mock, ...body }) => ({ url: `/mocks/${mock}/shares`, method: 'POST', body }),
      invalidatesTags: (_link, _error, { mock }) => [{ type: 'links', id: mock }],
    }),
    endShare: build.mutation<unknown, string>({
      query: (id) => ({ url: `/shares/${id}`, method: 'DELETE' }),
      invalidatesTags: ['links'],
    }),
    shared: build.query<SharedView, string>({ query: (token) => `/shared/${encodeURIComponent(token)}` }),
  }),
});

export const {
  useBesideQuery,
  useTrackQuery,
  useMocksQuery,
  useMockPagesInfiniteQuery,
  useSharesQuery,
  useMakeShareMutation,
  useEndShareMutation,
  useSharedQuery,
  useBinQuery,
  useChangeMockMutation,
  useDeleteMockMutation,
  useKeepSheetMutation,
  useTakeBackMockMutation,
} = mocks;
