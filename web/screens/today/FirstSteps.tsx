import { Box, Button, MenuItem, TextField, Typography } from '@mui/material';
import Check from '@mui/icons-material/Check';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  errorText,
  newestVersions,
  useKeepSchoolMutation,
  useLearnersQuery,
  useSchoolQuery,
  useStandardsQuery,
} from '../../data/api';
import { usePractice } from '../../parts/practice';
import { colour, later } from '../../parts/ui';

const NewLearnerDialog = later(async () => (await import('../../parts/people')).NewLearnerDialog, {
  what: 'The form for a new learner',
});

/** What a school without a mock does first; what is done has its tick. */
export function FirstSteps() {
  const [adding, setAdding] = useState(false);
  const { data: school } = useSchoolQuery();
  const { data: standards } = useStandardsQuery();
  const { data: learners } = useLearnersQuery('');
  const [keep, kept] = useKeepSchoolMutation();
  const practise = usePractice(school?.standard ?? null);
  const chosen = school?.standard != null;
  const some = (learners?.items.length ?? 0) > 0;
  return (
    <Box component="section" aria-labelledby="first-steps" sx={{ maxWidth: 720 }}>
      <Typography variant="h2" id="first-steps">
        First steps
      </Typography>
      <Box component="ol" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        <Step n={1} title="Choose your standard" done={chosen}>
          <Typography sx={{ mb: 1.5 }}>
            The rules of your licensing authority’s test. You can choose another one for a learner or a mock.
          </Typography>
          <TextField
            select
            fullWidth
            label="Standard"
            value={school?.standard ?? ''}
            disabled={!school}
            onChange={(event) => school && void keep({ ...school, standard: event.target.value })}
            error={kept.error !== undefined}
            helperText={kept.error ? `Couldn’t save: ${errorText(kept.error)}` : undefined}
          >
            {newestVersions(standards?.items ?? []).map(({ id, title, summary }) => (
              <MenuItem key={id} value={id}>
                {title}: {summary}
              </MenuItem>
            ))}
          </TextField>
        </Step>
        <Step n={2} title="Practise marking" done={false}>
          <Typography sx={{ mb: 1.5 }}>
            Try the marking screen with a made-up learner, at your desk. Nothing of it is saved.
            {chosen ? '' : ' Choose your standard first.'}
          </Typography>
          <Button variant="outlined" disabled={!practise} onClick={() => practise?.()} sx={{ minHeight: 56 }}>
            Start practice
          </Button>
        </Step>
        <Step n={3} title="Add a learner" done={some}>
          <Button
            variant={some ? 'outlined' : 'contained'}
            onClick={() => setAdding(true)}
            sx={{ minHeight: 56 }}
          >
            Add a learner
          </Button>
        </Step>
        <Step n={4} title="Start the first mock" done={false}>
          <Button
            component={Link}
            to="/setup"
            variant={some ? 'contained' : 'outlined'}
            disabled={!some}
            sx={{ minHeight: 56 }}
          >
            Start a mock
          </Button>
        </Step>
      </Box>
      <Typography sx={{ color: 'text.secondary', mt: 2 }}>
        You can add your <Link to="/vehicles">vehicles</Link>, <Link to="/routes/networks">roads</Link> and{' '}
        <Link to="/routes">routes</Link> at any time.
      </Typography>
      {adding ? <NewLearnerDialog onClose={() => setAdding(false)} /> : null}
    </Box>
  );
}

function Step({
  n,
  title,
  done,
  children,
}: {
  readonly n: number;
  readonly title: string;
  readonly done: boolean;
  readonly children: ReactNode;
}) {
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        gap: 2,
        py: 2,
        borderBottom: `1px solid ${colour('line')}`,
        alignItems: 'start',
      }}
    >
      <Box
        sx={{
          flex: 'none',
          width: 40,
          height: 40,
          borderRadius: '50%',
          display: 'grid',
          placeItems: 'center',
          fontWeight: 700,
          fontSize: 20,
          border: `2px solid ${colour(done ? 'moss' : 'strongLine')}`,
          color: colour(done ? 'moss' : 'ink'),
        }}
      >
        {done ? <Check titleAccess="Done" /> : n}
      </Box>
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography variant="h3" sx={{ minHeight: 40, display: 'flex', alignItems: 'center' }}>
          {title}
        </Typography>
        {children}
      </Box>
    </Box>
  );
}
