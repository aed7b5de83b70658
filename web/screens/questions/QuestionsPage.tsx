import { Box, MenuItem, Stack, TextField, Typography } from '@mui/material';
import { NavLink, useLocation, useParams } from 'react-router';
import { errorText } from '../../data/api';
import { LearnerPicker } from '../../parts/people';
import { colour, EmptyNote, ErrorNote, LoadingNote } from '../../parts/ui';
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
        sx={{ borderBottom: `1px solid ${colour('line')}`, mb: 2.5, overflowX: 'auto' }}
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
          {chosen.loading ? <LoadingNote what="learners and cars" /> : null}
          {!learner ? (
            <>
              {chooser}
              <EmptyNote title="Choose a learner">
                Then questions can be drilled, drawn and remembered for them.
              </EmptyNote>
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
