import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import type { LearnerView } from '../../../contract';
import { colour, daysText, daysUntil } from '../ui';

/** A test within so many days is near. */
const NEAR_DAYS = 14;

/** One learner in a list: their page, and a mock at one touch. */
export function LearnerRow({ learner }: { readonly learner: LearnerView }) {
  const days = learner.testDate === null ? null : daysUntil(learner.testDate, new Date());
  const near = days !== null && days >= 0 && days <= NEAR_DAYS;
  return (
    <Box
      component="li"
      sx={{ display: 'flex', alignItems: 'center', borderBottom: `1px solid ${colour('line')}` }}
    >
      <Box
        component={Link}
        to={`/learners/${learner.id}`}
        sx={{ flex: 1, minWidth: 0, py: 1, minHeight: 56, color: 'text.primary', textDecoration: 'none' }}
      >
        <Typography sx={{ fontWeight: 700 }}>{learner.name}</Typography>
        <Typography variant="body2" sx={{ color: near ? colour('ochre') : 'text.secondary' }}>
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
