import type {
  CalendarToMake,
  LessonToChange,
  LessonView,
  LinkView,
  Page,
  SeriesToAdd,
} from '../../../contract';
import { api, ifMatch, type Nothing } from './api';

/** Lessons and tests by day, and the calendar made of them. */
const diary = api.injectEndpoints({
  endpoints: (build) => ({
    lessons: build.query<
      Page<LessonView>,
      { readonly from: string; readonly until: string; readonly learner?: string; readonly series?: string }
    >({
      query: (filter) => `/lessons?${new URLSearchParams(filter)}`,
      providesTags: ['lessons'],
    }),
    keepLesson: build.mutation<
      LessonView,
      { readonly id: string; readonly revision: number | null; readonly lesson: LessonToChange }
    >({
      query: ({ id, revision, lesson }) => ({
        url: `/lessons/${id}`,
        method: 'PUT',
        ...(revision === null ? {} : { headers: ifMatch(revision) }),
        body: { ...lesson },
      }),
      invalidatesTags: ['lessons', 'learners', 'readiness', 'evidence'],
    }),
    addSeries: build.mutation<{ readonly added: number }, SeriesToAdd>({
      query: (body) => ({ url: '/lessons', method: 'POST', body }),
      invalidatesTags: ['lessons', 'learners', 'readiness', 'evidence'],
    }),
    removeLesson: build.mutation<
      unknown,
      { readonly id: string; readonly revision: number; readonly later: boolean }
    >({
      query: ({ id, revision, later }) => ({
        url: `/lessons/${id}${later ? '?later=1' : ''}`,
        method: 'DELETE',
        headers: ifMatch(revision),
      }),
      invalidatesTags: ['lessons', 'learners', 'readiness', 'evidence'],
    }),
    makeCalendar: build.mutation<LinkView, CalendarToMake>({
      query: (body) => ({ url: '/calendar', method: 'POST', body }),
    }),
    endCalendar: build.mutation<unknown, Nothing>({ query: () => ({ url: '/calendar', method: 'DELETE' }) }),
  }),
});

export const {
  useLessonsQuery,
  useKeepLessonMutation,
  useAddSeriesMutation,
  useRemoveLessonMutation,
  useMakeCalendarMutation,
  useEndCalendarMutation,
} = diary;
