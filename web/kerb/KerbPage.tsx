import { Box, Button, Stack, Typography } from '@mui/material';
import { Link, useParams } from 'react-router';
import { useDrive } from '../log';
import { dayText, hourText } from '../ui';
import { DriveNotOpen, LimitTrace, VerdictBanner } from '../verdict';
import { MarkList } from './MarkList';
import { PegList } from './PegList';

/** Still parked: the verdict with the limit that decided it, and the pegs that want sorting. */
export function KerbPage() {
  const { test: id = '' } = useParams();
  const onScreen = useDrive(id);
  if (onScreen.status !== 'open') return <DriveNotOpen onScreen={onScreen} />;
  const { drive, judgement, record } = onScreen;
  const { test, standard } = drive;
  return (
    <Box sx={{ maxWidth: 1080, mx: 'auto' }}>
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2, mb: 2.5 }}
      >
        <Box>
          <Typography variant="h1">At the kerb with {test.learner.name}</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {dayText(test.startedAt, test.zone)}, {hourText(test.startedAt, test.zone)}, {standard.title}{' '}
            {standard.version}
            {test.retest ? ', re-test' : ''}
          </Typography>
        </Box>
        <Stack direction="row" spacing={1.5}>
          {judgement.drive.end ? null : (
            <Button component={Link} to={`/tests/${id}/deck`} variant="contained">
              Back to the Deck
            </Button>
          )}
          <Button component={Link} to={`/tests/${id}`} variant="outlined">
            Report
          </Button>
        </Stack>
      </Stack>
      <VerdictBanner standard={standard} judgement={judgement} />
      <PegList {...{ standard, judgement, record }} startedAt={test.startedAt} />
      <MarkList {...{ standard, judgement, record }} startedAt={test.startedAt} />
      <Box sx={{ mt: 4 }}>
        <LimitTrace standard={standard} judgement={judgement} startedAt={test.startedAt} />
      </Box>
    </Box>
  );
}
