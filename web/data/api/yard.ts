import type {
  OwnYardFile,
  Page,
  PracticeRunView,
  PracticeToKeep,
  PracticeView,
  YardView,
} from '../../../contract';
import type { Course, YardVehicle } from '../../../core/yard';
import { api, ifMatch, listOf, type Nothing } from './api';

/** A course or a vehicle of the school's own, as it is sent. */
type Kept =
  | { readonly kind: 'course'; readonly file: Course; readonly revision: number | null }
  | {
      readonly kind: 'vehicle';
      readonly file: YardVehicle;
      readonly of: string | null;
      readonly revision: number | null;
    };

const RUNS = listOf('practice');

/** Courses and vehicles as geometry, and runs that were kept with a learner. */
const yard = api.injectEndpoints({
  endpoints: (build) => ({
    yard: build.query<YardView, Nothing>({ query: () => '/yard', providesTags: ['yard'] }),
    keepYardFile: build.mutation<OwnYardFile, Kept>({
      query: (kept) => ({
        url: `/yard/${kept.kind}s/${kept.file.id}`,
        method: 'PUT',
        headers: kept.revision === null ? {} : ifMatch(kept.revision),
        body: kept.kind === 'course' ? { course: kept.file } : { vehicle: kept.file, of: kept.of },
      }),
      invalidatesTags: ['yard'],
    }),
    removeYardFile: build.mutation<unknown, Pick<OwnYardFile, 'kind' | 'id' | 'revision'>>({
      query: ({ kind, id, revision }) => ({
        url: `/yard/${kind}s/${id}`,
        method: 'DELETE',
        headers: ifMatch(revision),
      }),
      invalidatesTags: ['yard'],
    }),
    practice: build.query<Page<PracticeView>, string>({
      query: (learner) => `/practice?learner=${learner}`,
      providesTags: (_page, _error, learner) => [RUNS, { type: 'practice', id: learner }],
    }),
    practiceRun: build.query<PracticeRunView, string>({ query: (id) => `/practice/${id}` }),
    keepPractice: build.mutation<PracticeRunView, { readonly id: string; readonly run: PracticeToKeep }>({
      query: ({ id, run }) => ({ url: `/practice/${id}`, method: 'PUT', body: { ...run } }),
      invalidatesTags: (_run, _error, { run }) => [{ type: 'practice', id: run.learner }],
    }),
    removePractice: build.mutation<unknown, string>({
      query: (id) => ({ url: `/practice/${id}`, method: 'DELETE' }),
      invalidatesTags: [RUNS],
    }),
  }),
});

export const {
  useYardQuery,
  useKeepYardFileMutation,
  useRemoveYardFileMutation,
  usePracticeQuery,
  usePracticeRunQuery,
  useKeepPracticeMutation,
  useRemovePracticeMutation,
} = yard;
