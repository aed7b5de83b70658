import { Box } from '@mui/material';
import { lazy, Suspense } from 'react';
import { Outlet } from 'react-router';
import { errorText, isSignedOut, useSessionQuery } from '../api';
import { ErrorNote, LoadingNote } from '../ui';

const SignInPage = lazy(async () => ({ default: (await import('./SignInPage')).SignInPage }));

/** Nothing but the way in, until somebody is signed in. */
export function Guard() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  if (isLoading)
    return (
      <Box sx={{ p: 4 }}>
        <LoadingNote what="Jasperwren" />
      </Box>
    );
  if (isSignedOut(error))
    return (
      <Suspense fallback={null}>
        <SignInPage />
      </Suspense>
    );
  // A drive goes on while the server is away; only without ever having had a session is there nothing to show.
  if (!data && error)
    return (
      <Box sx={{ p: 4, maxWidth: 720 }}>
        <ErrorNote title="The server does not answer" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      </Box>
    );
  return <Outlet />;
}
