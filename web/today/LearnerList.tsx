import { Box, Button, Stack, TextField, Typography } from '@mui/material';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import type { LearnerView } from '../../contract';
import { errorText, useLearnersQuery } from '../api';
import { colour, daysText, daysUntil, EmptyNote, ErrorNote, LoadingNote } from '../ui';

const NewLearnerDialog = lazy(async () => ({
  default: (await import('../learners')).NewLearnerDialog,
}));

/** Who is learning here, those with the nearest licence test first. */
export function LearnerList({ chosen }: { readonly chosen: string | null }) {
  const { data, error, isLoading, refetch } = useLearnersQuery();
  const [letters, setLetters] = useState('');
  const [adding, setAdding] = useState(false);
  const wanted = letters.trim().toLowerCase();
  const learners = [...(data?.items ?? [])]
    .sort(byTestDate)
    .filter(({ name }) => name.toLowerCase().includes(wanted));
  return (
    <Box component="section" aria-labelledby="learners">
      <Stack direction="row" sx={{ justifyContent: 'space-between', alignItems: 'center', mb: 1.5 }}>
        <Typography variant="h2" id="learners">
          Learners
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
      {isLoading ? <LoadingNote what="the learners" /> : null}
      {error ? (
        <ErrorNote title="The learners could not be loaded" onRetry={() => void refetch()}>
          {errorText(error)}
        </ErrorNote>
      ) : null}
      {data && learners.length === 0 ? (
        <EmptyNote title={wanted ? `Nobody is called ${letters}` : 'No learner yet'}>
          Add a learner to start a mock with them.
        </EmptyNote>
      ) : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {learners.map((learner) => (
          <LearnerRow key={learner.id} learner={learner} chosen={learner.id === chosen} />
        ))}
      </Box>
      {adding ? (
        <Suspense fallback={null}>
          <NewLearnerDialog onClose={() => setAdding(false)} />
        </Suspense>
      ) : null}
    </Box>
  );
}

const byTestDate = (a: LearnerView, b: LearnerView): number =>
  (a.testDate ?? '9999').localeCompare(b.testDate ?? '9999') || a.name.localeCompare(b.name);

function LearnerRow({ learner, chosen }: { readonly learner: LearnerView; readonly chosen: boolean }) {
  const days = learner.testDate === null ? null : daysUntil(learner.testDate, new Date());
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        borderBottom: `1px solid ${colour('line')}`,
        bgcolor: chosen ? colour('wash') : 'transparent',
      }}
    >
      <Box
        component={Link}
        to={`/learners/${learner.id}`}
        sx={{ flex: 1, minWidth: 0, py: 1, minHeight: 56, color: 'text.primary', textDecoration: 'none' }}
      >
        <Typography sx={{ fontWeight: 700 }}>{learner.name}</Typography>
        <Typography
          variant="body2"
          sx={{ color: days !== null && days >= 0 && days <= 14 ? colour('ochre') : 'text.secondary' }}
        >
          {days === null ? 'no test booked' : `licence test ${daysText(days)}`}
        </Typography>
      </Box>
      <Button
        component={Link}
        to={`/setup?learner=${learner.id}`}
        color="inherit"
        aria-label={`Start a mock with ${learner.name}`}
        sx={{ minHeight: 56 }}
      >
        Mock
      </Button>
    </Box>
  );
}
