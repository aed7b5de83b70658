import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { BIN_DAYS } from '../../../contract';
import { errorText, useBinQuery, useTakeBackMockMutation } from '../../data/api';
import { dayText, EmptyNote, ErrorNote, hourText, ListRow, LoadingNote, localZone } from '../../parts/ui';

/** Mocks that were deleted, and the way back. */
export function BinPage() {
  const { data, error, refetch } = useBinQuery();
  const [takeBack, taken] = useTakeBackMockMutation();
  return (
    <Box sx={{ maxWidth: 900, display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          Deleted mocks
        </Typography>
        <Button component={Link} to="/mocks" variant="outlined">
          All mocks
        </Button>
      </Box>
      <Typography sx={{ color: 'text.secondary' }}>
        A deleted mock counts nowhere. It stays here for {BIN_DAYS} days, and is then deleted for good.
      </Typography>
      {error ? (
        <ErrorNote title="The deleted mocks could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {taken.error ? <ErrorNote title="Couldn’t bring it back">{errorText(taken.error)}</ErrorNote> : null}
      {!data && !error ? <LoadingNote what="the deleted mocks" /> : null}
      {data?.items.length === 0 ? (
        <EmptyNote title="No deleted mocks">A mock is deleted on its report, with Edit.</EmptyNote>
      ) : null}
      <Box component="ul" aria-label="Deleted mocks" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {data?.items.map(({ id, learner, standard, startedAt, zone, removedAt, events }) => (
          <ListRow key={id}>
            <Box sx={{ flex: '1 1 260px' }}>
              <Typography sx={{ fontWeight: 700 }}>{learner.name}</Typography>
              <Typography sx={{ color: 'text.secondary' }}>
                {dayText(startedAt, zone)}, {hourText(startedAt, zone)}, {standard}, {events}{' '}
                {events === 1 ? 'mark or step' : 'marks and steps'}; deleted {dayText(removedAt, localZone())}
              </Typography>
            </Box>
            <Button variant="outlined" disabled={taken.isLoading} onClick={() => void takeBack(id)}>
              Bring back
            </Button>
          </ListRow>
        ))}
      </Box>
    </Box>
  );
}
