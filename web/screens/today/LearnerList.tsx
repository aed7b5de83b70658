import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { useState } from 'react';
import { Link } from 'react-router';
import { errorText, useReadinessQuery } from '../../data/api';
import { LearnerRow, useLearnersFound } from '../../parts/people';
import { EmptyNote, ErrorNote, later, LoadingNote } from '../../parts/ui';

const NewLearnerDialog = later(async () => (await import('../../parts/people')).NewLearnerDialog, {
  what: 'The form for a new learner',
});

/** As many as can be looked over; the others are found by a few letters, or on the page of all. */
const SHOWN = 6;

/** Whose licence test is nearest and how ready they are, or those who are looked for. */
export function LearnerList() {
  const [letters, setLetters] = useState('');
  const [adding, setAdding] = useState(false);
  const { learners, more, loading, error, retry } = useLearnersFound(letters);
  const { data: readiness } = useReadinessQuery();
  const found = letters.trim() !== '';
  return (
    <Box component="section" aria-labelledby="learners" sx={{ mb: 4 }}>
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center', mb: 1.5 }}>
        <Typography variant="h2" id="learners">
          {found ? 'Learners found' : 'Next licence tests'}
        </Typography>
        <Button variant="outlined" onClick={() => setAdding(true)}>
          Add a learner
        </Button>
      </Stack>
      <TextField
        fullWidth
        label="Find a learner"
        value={letters}
        onChange={(event) => setLetters(event.target.value)}
        sx={{ mb: 1 }}
      />
      {loading && learners.length === 0 ? <LoadingNote what="the learners" /> : null}
      {error ? (
        <ErrorNote title="The learners could not be loaded" onRetry={retry}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {!loading && !error && learners.length === 0 ? (
        <EmptyNote title={found ? `Nobody is called ${letters}` : 'No learner yet'}>
          Add a learner to start a mock with them.
        </EmptyNote>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {learners.slice(0, SHOWN).map((learner) => (
          <LearnerRow
            key={learner.id}
            learner={learner}
            ready={readiness?.items.find((row) => row.learner.id === learner.id)}
          />
        ))}
      </Box>
      {learners.length > SHOWN || more ? (
        <Button
          component={Link}
          to={found ? `/learners?search=${encodeURIComponent(letters)}` : '/learners'}
          color="inherit"
        >
          All learners
        </Button>
      ) : null}
      {adding ? <NewLearnerDialog onClose={() => setAdding(false)} /> : null}
    </Box>
  );
}
