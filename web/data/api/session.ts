import type { HealthView, PassphraseChange, SessionView, SignIn } from '../../../contract';
import { api, type Nothing } from './api';

/** Who is here: signing in and out. */
const session = api.injectEndpoints({
  endpoints: (build) => ({
    health: build.query<HealthView, Nothing>({ query: () => '/health' }),
    session: build.query<SessionView, Nothing>({ query: () => '/session', providesTags: ['session'] }),
    signIn: build.mutation<SessionView, SignIn>({
      query: (body) => ({ url: '/session', method: 'POST', body: { ...body } }),
      invalidatesTags: (result) => (result ? ['session', 'learners', 'mocks'] : []),
    }),
    signInToDemo: build.mutation<SessionView, Nothing>({
      query: () => ({ url: '/session/demo', method: 'POST' }),
      invalidatesTags: (result) => (result ? ['session', 'learners', 'mocks'] : []),
    }),
    changePassphrase: build.mutation<SessionView, PassphraseChange>({
      query: (body) => ({ url: '/session/passphrase', method: 'PUT', body: { ...body } }),
    }),
    signOutOthers: build.mutation<unknown, Nothing>({
      query: () => ({ url: '/session/others', method: 'DELETE' }),
    }),
    signOut: build.mutation<unknown, Nothing>({
      query: () => ({ url: '/session', method: 'DELETE' }),
      invalidatesTags: ['session'],
    }),
  }),
});

export const {
  useHealthQuery,
  useSessionQuery,
  useSignInMutation,
  useSignInToDemoMutation,
  useChangePassphraseMutation,
  useSignOutOthersMutation,
  useSignOutMutation,
} = session;
