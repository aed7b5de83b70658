import type { Page, QuestionSort, QuestionView } from '../../../contract';
import type { Question } from '../../../core/questions';
import { api, ifMatch, pagesOf, type Asked, type Nothing } from './api';

/** The bank of vehicle safety questions. */
const questions = api.injectEndpoints({
  endpoints: (build) => ({
    questions: build.query<Page<QuestionView>, Nothing>({
      query: () => '/questions',
      providesTags: ['questions'],
    }),
    questionPages: build.infiniteQuery<Page<QuestionView>, Asked<QuestionSort>, string | null>({
      ...pagesOf('/questions'),
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
  }),
});

export const {
  useKeepQuestionMutation,
  useUnchangeQuestionMutation,
  useKeepQuestionsMutation,
  useQuestionsQuery,
  useQuestionPagesInfiniteQuery,
} = questions;
