import { Box, Button, TextField, Typography } from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { Link, useSearchParams } from 'react-router';
import { errorText, useLearnerQuery, useMockPagesInfiniteQuery } from '../../data/api';
import { EmptyNote, ErrorNote, LoadingNote, MoreButton, useSearchParam } from '../../parts/ui';
import { MockRow } from '../../parts/mocks';

/** Every mock of the school, newest first, by learner or by part of a name. */
export function MocksPage() {
  const [params, setParams] = useSearchParams();
  const learner = params.get('learner');
  const [letters, setLetters, search] = useSearchParam('search');
  const { currentData: who } = useLearnerQuery(learner ?? skipToken);
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } = useMockPagesInfiniteQuery(
    learner ? { learner } : { search },
  );
  const mocks = currentData?.pages.flatMap(({ items }) => items) ?? [];
  return (
    <Box sx={{ maxWidth: 900, display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          {who ? `Mocks of ${who.name}` : 'Mocks'}
        </Typography>
        <Button
          component={Link}
          to={learner ? `/setup?learner=${learner}` : '/setup'}
          variant="contained"
          sx={{ minHeight: 56, px: 3 }}
        >
          Start a mock
        </Button>
      </Box>
      {learner ? (
        <Box>
          <Button variant="outlined" onClick={() => setParams({})}>
            Show everybody
          </Button>
        </Box>
      ) : (
        <TextField
          label="Find by the learner’s name"
          value={letters}
          onChange={(event) => setLetters(event.target.value)}
        />
      )}
      {error ? (
        <ErrorNote title="The mocks could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!currentData && isFetching ? <LoadingNote what="the mocks" /> : null}
      {currentData && mocks.length === 0 ? (
        <EmptyNote title={search ? `No mock with “${search}”` : 'No mock yet'}>
          Choose a learner and start one; it takes less than half a minute.
        </EmptyNote>
      ) : null}
      <Box component="ul" aria-label="Mocks" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {mocks.map((mock) => (
          <MockRow key={mock.id} mock={mock} />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
    </Box>
  );
}
