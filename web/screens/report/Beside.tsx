import { Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { MockView } from '../../../contract';
import { useBesideQuery } from '../../data/api';
import { sharedText } from '../../parts/agreement';
import { Aside } from '../../parts/ui';

/** Whether others marked this drive too, and how far they agree. */
export function Beside({ mock }: { readonly mock: MockView }) {
  const { data } = useBesideQuery(mock.id, { refetchOnMountOrArgChange: true });
  const others = data?.items ?? [];
  if (others.length === 0 && !mock.beside) return null;
  return (
    <Aside role="note">
      {mock.beside ? (
        <Typography sx={{ fontWeight: 700 }}>
          Marked only to compare: it counts nowhere, in no forecast and in no average.
        </Typography>
      ) : null}
      {others.map(({ mock: other, agreement }) => (
        <Typography key={other.id} component="div">
          {other.instructor.name} marked this drive too.{' '}
          {agreement ? sharedText(agreement) : 'Both are compared once both have ended.'}{' '}
          <Button component={Link} to={`/mocks/${mock.id}/beside/${other.id}`} className="screen-only">
            Compare
          </Button>
        </Typography>
      ))}
    </Aside>
  );
}
