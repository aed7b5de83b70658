import type {
  ChangeView,
  ComparedDrive,
  GradingView,
  Invitation,
  InvitationMade,
  InvitationView,
  Page,
  PersonChange,
  PersonView,
  SessionView,
  Welcome,
  WelcomeView,
} from '../../../contract';
import { api, pagesOf, type Nothing } from './api';

/** Who works in the school, how they get in, and who changed what. */
const people = api.injectEndpoints({
  endpoints: (build) => ({
    people: build.query<Page<PersonView>, Nothing>({ query: () => '/people', providesTags: ['people'] }),
    changePerson: build.mutation<
      PersonView,
      { readonly id: string; readonly change: Readonly<PersonChange> }
    >({
      query: ({ id, change }) => ({ url: `/people/${id}`, method: 'PATCH', body: { ...change } }),
      invalidatesTags: (result) => (result ? ['people', 'session', 'changes'] : []),
    }),
    comparedDrives: build.query<Page<ComparedDrive>, Nothing>({
      query: () => '/gradings/drives',
      providesTags: ['mocks'],
    }),
    gradings: build.query<Page<GradingView>, Nothing>({
      query: () => '/gradings',
      providesTags: ['gradings'],
    }),
    keepGrading: build.mutation<GradingView, { readonly id: string; readonly grades: GradingView['grades'] }>(
      {
        query: ({ id, grades }) => ({ url: `/gradings/${id}`, method: 'PUT', body: { grades } }),
        invalidatesTags: ['gradings'],
      },
    ),
    signOutPerson: build.mutation<unknown, string>({
      query: (id) => ({ url: `/people/${id}/devices`, method: 'DELETE' }),
      invalidatesTags: ['people', 'changes'],
    }),
    makePassphraseLink: build.mutation<InvitationMade, string>({
      query: (id) => ({ url: `/people/${id}/passphrase`, method: 'POST' }),
      invalidatesTags: ['people', 'changes'],
    }),
    invitations: build.query<Page<InvitationView>, Nothing>({
      query: () => '/invitations',
      providesTags: ['people'],
    }),
    invite: build.mutation<InvitationMade, Invitation>({
      query: (body) => ({ url: '/invitations', method: 'POST', body: { ...body } }),
      invalidatesTags: ['people', 'changes'],
    }),
    endInvitation: build.mutation<unknown, string>({
      query: (id) => ({ url: `/invitations/${id}`, method: 'DELETE' }),
      invalidatesTags: ['people'],
    }),
    changePages: build.infiniteQuery<Page<ChangeView>, { readonly by: string }, string | null>({
      ...pagesOf('/changes'),
      providesTags: ['changes'],
    }),
    welcome: build.query<WelcomeView, string>({ query: (token) => `/welcome/${token}` }),
    acceptWelcome: build.mutation<SessionView, { readonly token: string; readonly answer: Welcome }>({
      query: ({ token, answer }) => ({ url: `/welcome/${token}`, method: 'POST', body: { ...answer } }),
    }),
  }),
});

export const {
  useChangePagesInfiniteQuery,
  useChangePersonMutation,
  useComparedDrivesQuery,
  useGradingsQuery,
  useKeepGradingMutation,
  useEndInvitationMutation,
  useInvitationsQuery,
  useInviteMutation,
  useMakePassphraseLinkMutation,
  usePeopleQuery,
  useSignOutPersonMutation,
  useWelcomeQuery,
  useAcceptWelcomeMutation,
} = people;
