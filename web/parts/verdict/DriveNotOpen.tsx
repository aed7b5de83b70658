import { Button } from '@mui/material';
import { Link } from 'react-router';
import type { DriveOnScreen } from '../../data/log';
import { EmptyNote, ErrorNote, LoadingNote } from '../ui';

/** A drive that is not on the screen: still loading, not there, or out of reach. */
export function DriveNotOpen({
  onScreen,
}: {
  readonly onScreen: Exclude<DriveOnScreen, { status: 'open' }>;
}) {
  switch (onScreen.status) {
    case 'loading':
      return <LoadingNote what="the drive" />;
    case 'missing':
      return (
        <EmptyNote
          title="This mock doesn’t exist"
          action={
            <Button component={Link} to="/" variant="contained">
              Go to today
            </Button>
          }
        >
          The address may be mistyped, or from another school.
        </EmptyNote>
      );
    case 'signed out':
      return (
        <ErrorNote title="You are signed out" onRetry={() => window.location.reload()}>
          Sign in again to see this mock. Marks made here are saved.
        </ErrorNote>
      );
    case 'unreachable':
      return (
        <ErrorNote title="The server doesn’t answer" onRetry={onScreen.retry}>
          This mock isn’t saved in this browser, so it can’t be shown until the server is back.
        </ErrorNote>
      );
  }
}
