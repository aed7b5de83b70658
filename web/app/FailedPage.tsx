import { Box, Button } from '@mui/material';
import { Link, useRouteError } from 'react-router';
import { EmptyNote, ErrorNote } from '../parts/ui';

/** A screen that broke: what is safe, and a way on. */
export function FailedPage() {
  const error = useRouteError();
  return (
    <Box sx={{ p: 4, maxWidth: 720 }}>
      <ErrorNote title="This screen failed" onRetry={() => window.location.reload()}>
        Every mark that was made is saved. {error instanceof Error ? error.message : ''}
      </ErrorNote>
    </Box>
  );
}

export function MissingPage() {
  return (
    <EmptyNote
      title="This screen doesn’t exist"
      action={
        <Button component={Link} to="/" variant="contained">
          Go to today
        </Button>
      }
    >
      The address may be from another school or mistyped.
    </EmptyNote>
  );
}
