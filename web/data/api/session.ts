import {
  may,
  reach,
  type DeviceView,
  type HealthView,
  type Page,
  type PassphraseChange,
  type Right,
  type SessionView,
  type SignIn,
} from '../../../contract';
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
      invalidatesTags: ['devices'],
    }),
    devices: build.query<Page<DeviceView>, Nothing>({
      query: () => '/session/devices',
      providesTags: ['devices'],
    }),
    signOutDevice: build.mutation<unknown, string>({
      query: (id) => ({ url: `/session/devices/${id}`, method: 'DELETE' }),
      invalidatesTags: ['devices'],
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
  useDevicesQuery,
  useSignOutDeviceMutation,
} = session;

/** Whether who is signed in has a right; false until that is known. */
export function useMay(right: Right): boolean {
  const { data } = useSessionQuery();
  return data !== undefined && may(data.instructor.role, right);
}

/** Whether who is signed in may change a learner's record. @returns told by who teaches them; null: nobody */
export function useMayChange(): (taughtBy: { readonly id: string } | null) => boolean {
  const { data } = useSessionQuery();
  return (taughtBy) => {
    if (!data) return false;
    const { id, role } = data.instructor;
    return reach[role].changes === 'all' || taughtBy === null || taughtBy.id === id;
  };
}
