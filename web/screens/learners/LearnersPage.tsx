import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { errorText, useLearnerPagesInfiniteQuery } from '../../data/api';
import { LearnerRow } from '../../parts/people';
import { EmptyNote, ErrorNote, LoadingNote, MoreButton, useSearchParam, withParam } from '../../parts/ui';
import { NewLearnerDialog } from '../../parts/people';

/** Everybody who learns here, found by name, by name or by their next test. */
export function LearnersPage() {
  const [params, setParams] = useSearchParams();
  const [letters, setLetters, search] = useSearchParam('search');
  const [adding, setAdding] = useState(false);
  const sort = params.get('sort') === 'name' ? 'name' : 'test';
  const { currentData, error, isFetching, hasNextPage, fetchNextPage, refetch } =
    useLearnerPagesInfiniteQuery({ search, sort });
  const learners = currentData?.pages.flatMap(({ items }) => items) ?? [];
  return (
    <Box sx={{ maxWidth: 900, display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h1" sx={{ mr: 'auto' }}>
          Learners
        </Typography>
        <Button variant="contained" onClick={() => setAdding(true)} sx={{ minHeight: 56, px: 3 }}>
          Add a learner
        </Button>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: { xs: '1fr', sm: '1fr 240px' } }}>
        <TextField
          label="Find a learner"
          value={letters}
          onChange={(event) => setLetters(event.target.value)}
        />
        <TextField
          select
          label="Sort by"
          value={sort}
          onChange={(event) =>
            setParams((before) => withParam(before, 'sort', event.target.value), { replace: true })
          }
        >
          <MenuItem value="test">Next licence test</MenuItem>
          <MenuItem value="name">Name</MenuItem>
        </TextField>
      </Box>
      {error ? (
        <ErrorNote title="The learners could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!currentData && isFetching ? <LoadingNote what="the learners" /> : null}
      {currentData && learners.length === 0 ? (
        <EmptyNote title={search ? `Nobody is called “${search}”` : 'No learner yet'}>
          Add a learner to start a mock with them.
        </EmptyNote>
      ) : null}
      <Box component="ul" aria-label="Learners" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {learners.map((learner) => (
          <LearnerRow key={learner.id} learner={learner} />
        ))}
      </Box>
      <MoreButton more={hasNextPage} loading={isFetching} onMore={() => void fetchNextPage()} />
      {adding ? <NewLearnerDialog onClose={() => setAdding(false)} /> : null}
    </Box>
  );
}
