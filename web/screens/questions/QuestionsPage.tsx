import { Box, Button, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { NavLink, useLocation, useParams } from 'react-router';
import { errorText } from '../../data/api';
import { LearnerPicker, useLearnersFound } from '../../parts/people';
import { colour, daysText, daysUntil, EmptyNote, ErrorNote, LoadingNote } from '../../parts/ui';
import { BankView } from './BankView';
import { DrawView } from './DrawView';
import { DrillView } from './DrillView';
import { MemoryView } from './MemoryView';
import { useChosen } from './useChosen';

const views = [
  { id: 'drill', label: 'Drill' },
  { id: 'draw', label: 'As in a test' },
  { id: 'memory', label: 'Memory' },
  { id: 'bank', label: 'Bank' },
] as const;

/** Vehicle safety questions: drilled for the very car, drawn as in a test, remembered, and kept. */
export function QuestionsPage() {
  const { view = 'drill' } = useParams();
  const { search } = useLocation();
  const chosen = useChosen();
  const { learner, vehicle } = chosen;
  const chooser = (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr' },
        gap: 2,
        maxWidth: 760,
        mb: 3,
      }}
    >
      <LearnerPicker
        label="Learner"
        chosen={learner}
        onChoose={(picked) => chosen.choose('learner', picked?.id ?? '')}
      />
      <TextField
        select
        label="Car of the test"
        value={vehicle?.id ?? ''}
        onChange={(event) => chosen.choose('car', event.target.value)}
      >
        {chosen.vehicles.map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
  return (
    <Box>
      <Typography variant="h1">Questions</Typography>
      <Stack
        component="nav"
        aria-label="Questions"
        direction="row"
        sx={{ borderBottom: `1px solid ${colour('line')}`, mb: 2.5, flexWrap: 'wrap' }}
      >
        {views.map(({ id, label }) => (
          <Box
            key={id}
            component={NavLink}
            to={{ pathname: `/questions/${id}`, search }}
            aria-current={view === id ? 'page' : undefined}
            sx={{
              px: { xs: 1.5, sm: 2.5 },
              py: 1.75,
              color: 'text.primary',
              textDecoration: 'none',
              whiteSpace: 'nowrap',
              borderBottom: `4px solid ${view === id ? colour('jasper') : 'transparent'}`,
              fontWeight: view === id ? 700 : 400,
            }}
          >
            {label}
          </Box>
        ))}
      </Stack>
      {view === 'bank' ? (
        <BankView />
      ) : (
        <>
          {chosen.error ? (
            <ErrorNote title="Learners and cars could not be loaded">{errorText(chosen.error)}</ErrorNote>
          ) : null}
          {chosen.loading ? (
            <LoadingNote what="learners and cars" />
          ) : !learner ? (
            <>
              {chooser}
              <Learners onChoose={(id) => chosen.choose('learner', id)} />
            </>
          ) : view === 'draw' ? (
            <DrawView key={learner.id} learner={learner} vehicle={vehicle} chooser={chooser} />
          ) : view === 'memory' ? (
            <>
              {chooser}
              <MemoryView learner={learner} vehicle={vehicle} />
            </>
          ) : (
            <DrillView key={learner.id} learner={learner} vehicle={vehicle} chooser={chooser} />
          )}
        </>
      )}
    </Box>
  );
}

/** So many learners are offered to begin with; all others are found by a few letters. */
const OFFERED = 8;

/** Whose questions: those with the nearest licence test at one touch. */
function Learners({ onChoose }: { readonly onChoose: (id: string) => void }) {
  const { learners, loading } = useLearnersFound('');
  if (loading) return null;
  if (learners.length === 0)
    return <EmptyNote title="No learner yet">Add one on Today, then drill questions with them.</EmptyNote>;
  return (
    <Box component="section" aria-labelledby="whose">
      <Typography variant="h2" id="whose">
        Whose questions?
      </Typography>
      <Typography sx={{ color: 'text.secondary', mb: 1.5 }}>
        Choose a learner. Each question comes back shortly before they would forget it.
      </Typography>
      <Box
        sx={{
          display: 'grid',
          gap: 1.25,
          gridTemplateColumns: { xs: '1fr', sm: '1fr 1fr', lg: 'repeat(4, 1fr)' },
        }}
      >
        {learners.slice(0, OFFERED).map(({ id, name, testDate }) => (
          <Button
            key={id}
            variant="outlined"
            color="inherit"
            onClick={() => onChoose(id)}
            sx={{ minHeight: 76, display: 'block', textAlign: 'left', borderColor: colour('strongLine') }}
          >
            <Box component="span" sx={{ display: 'block', fontSize: 18, fontWeight: 700 }}>
              {name}
            </Box>
            <Box component="span" sx={{ display: 'block', fontWeight: 400, color: 'text.secondary' }}>
              {testDate === null
                ? 'no test booked'
                : `licence test ${daysText(daysUntil(testDate, new Date()))}`}
            </Box>
          </Button>
        ))}
      </Box>
    </Box>
  );
}
