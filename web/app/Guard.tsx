import { Box, Dialog } from '@mui/material';
import { lazy, Suspense, useEffect, useRef } from 'react';
import { Outlet, useLocation } from 'react-router';
import { errorText, isSignedOut, useSessionQuery } from '../data/api';
import { forgetDrafts, giveUpAll, LeaveGuard } from '../parts/unsaved';
import { sendWaiting } from '../data/log';
import { ErrorNote, LoadingNote } from '../parts/ui';
import { useDispatch } from 'react-redux';

const SignInPage = lazy(async () => ({ default: (await import('./SignInPage')).SignInPage }));
const SignInForm = lazy(async () => ({ default: (await import('./SignInPage')).SignInForm }));

/**
 * Nothing but the way in, until somebody is signed in. A session that ends later takes nothing off the screen:
 * the way in opens over it, and what was typed is still there.
 */
export function Guard() {
  const { data, error, isLoading, refetch } = useSessionQuery();
  const { pathname } = useLocation();
  const dispatch = useDispatch();
  const who = useRef<string | null>(null);
  const instructor = isSignedOut(error) ? null : (data?.instructor.id ?? null);
  useEffect(() => {
    if (instructor === null) return;
    // Somebody else: nothing of the one before may stay on the screen.
    if (who.current !== null && who.current !== instructor) {
      giveUpAll();
      forgetDrafts();
      window.location.assign('/');
    }
    who.current = instructor;
    dispatch(sendWaiting());
  }, [instructor, dispatch]);
  if (isLoading)
    return (
      <Box sx={{ p: 4 }}>
        <LoadingNote what="Jasperwren" />
      </Box>
    );
  if (isSignedOut(error) && !data)
    return (
      <Suspense fallback={null}>
        <SignInPage />
      </Suspense>
    );
  // A drive goes on while the server is away; only without ever having had a session is there nothing to show.
  if (!data && error)
    return (
      <Box sx={{ p: 4, maxWidth: 720 }}>
        <ErrorNote title="The server doesn’t answer" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      </Box>
    );
  // Nobody signs in while a learner is driving: marks are kept here, and sent after the drive.
  const ended = isSignedOut(error) && !pathname.endsWith('/marking');
  return (
    <LeaveGuard>
      <Outlet />
      <Dialog open={ended} fullWidth maxWidth="xs" aria-labelledby="signed-out">
        <Suspense fallback={null}>
          <SignInForm name={data?.instructor.name ?? ''} />
        </Suspense>
      </Dialog>
    </LeaveGuard>
  );
}
