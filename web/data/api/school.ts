import type {
  BackupsView,
  Page,
  ReachView,
  RestoreView,
  SchoolView,
  UnreadableRecord,
} from '../../../contract';
import { api, ifMatch, queryOf, type Nothing } from './api';

/** What holds for the whole school, its devices and backups. */
const school = api.injectEndpoints({
  endpoints: (build) => ({
    school: build.query<SchoolView, Nothing>({ query: () => '/school', providesTags: ['school'] }),
    keepSchool: build.mutation<SchoolView, SchoolView>({
      query: ({ revision, ...body }) => ({
        url: '/school',
        method: 'PUT',
        headers: ifMatch(revision),
        body,
      }),
      invalidatesTags: ['school', 'learners', 'readiness', 'evidence', 'changes'],
    }),
    reach: build.query<ReachView, Nothing>({ query: () => '/school/reach' }),
    backups: build.query<BackupsView, Nothing>({
      query: () => '/school/backups',
      providesTags: ['backups'],
    }),
    backUp: build.mutation<BackupsView, Nothing>({
      query: () => ({ url: '/school/backups', method: 'POST' }),
      onQueryStarted: async (_, { dispatch, queryFulfilled }) => {
        try {
          const { data } = await queryFulfilled;
          await dispatch(school.util.upsertQueryData('backups', undefined, data));
        } catch {
          // The screen says it.
        }
      },
    }),
    keepBackupFile: build.mutation<{ readonly name: string }, File>({
      query: (file) => ({
        url: `/school/backups/files?${queryOf({ name: file.name.slice(0, 100) })}`,
        method: 'POST',
        headers: { 'Content-Type': 'application/vnd.sqlite3' },
        body: file,
      }),
      invalidatesTags: ['backups'],
    }),
    removeBackupFile: build.mutation<unknown, string>({
      query: (name) => ({ url: `/school/backups/files/${encodeURIComponent(name)}`, method: 'DELETE' }),
      invalidatesTags: ['backups'],
    }),
    restorePreview: build.query<RestoreView, string>({
      query: (at) => `/school/backups/${encodeURIComponent(at)}`,
      keepUnusedDataFor: 0,
    }),
    restore: build.mutation<BackupsView, string>({
      query: (at) => ({ url: `/school/backups/${encodeURIComponent(at)}/restore`, method: 'POST' }),
    }),
    unreadable: build.query<Page<UnreadableRecord>, Nothing>({ query: () => '/school/unreadable' }),
  }),
});

export const {
  useBackupsQuery,
  useBackUpMutation,
  useKeepBackupFileMutation,
  useRemoveBackupFileMutation,
  useReachQuery,
  useRestoreMutation,
  useRestorePreviewQuery,
  useUnreadableQuery,
  useSchoolQuery,
  useKeepSchoolMutation,
} = school;
