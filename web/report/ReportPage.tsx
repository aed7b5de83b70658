import { Box, Button, Stack, Typography } from '@mui/material';
import { useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { clockText, elapsedSeconds } from '../../core/marking';
import { useDrive } from '../log';
import { hourText, longDayText } from '../ui';
import { DriveNotOpen, FullTest, LimitTrace, VerdictBanner } from '../verdict';
import { DriveMap } from './DriveMap';
import { MarkTable } from './MarkTable';
import { OtherStandards } from './OtherStandards';
import { RunningTotals } from './RunningTotals';
import { SaveMenu } from './SaveMenu';
import { SectionTable } from './SectionTable';
import { ShareDialog } from './ShareDialog';
import { TimeLine } from './TimeLine';

/** One drive in full: how it came out and why, when things happened, and where they gathered. */
export function ReportPage() {
  const { test: id = '' } = useParams();
  const onScreen = useDrive(id);
  const [sharing, setSharing] = useState(false);
  if (onScreen.status !== 'open') return <DriveNotOpen onScreen={onScreen} />;
  const { drive, judgement, act } = onScreen;
  const { test, standard } = drive;
  const seconds = elapsedSeconds(judgement.drive, test.startedAt, drive.events.at(-1)?.at ?? test.startedAt);
  const facts: readonly (readonly [string, ReactNode])[] = [
    ['Started', `${longDayText(test.startedAt, test.zone)}, ${hourText(test.startedAt, test.zone)}`],
    ['Driven', `${clockText(seconds)} (h:min:s)`],
    ['Standard', `${standard.title} ${standard.version}${test.retest ? ', re-test' : ''}`],
    ['Vehicle', test.vehicle?.name ?? 'not named'],
    ['Route', test.route ? <Link to={`/routes/${test.route.id}`}>{test.route.title}</Link> : 'none'],
    ['Marked by', test.instructor.name],
  ];
  return (
    <Box sx={{ maxWidth: 1120, mx: 'auto', display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 4 }}>
      <Box>
        <Stack
          direction="row"
          sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2, mb: 2 }}
        >
          <Typography variant="h1">
            <Box component={Link} to={`/learners/${test.learner.id}`} sx={{ color: 'inherit' }}>
              {test.learner.name}
            </Box>
          </Typography>
          <Stack direction="row" className="screen-only" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
            <Button component={Link} to={`/tests/${id}/kerb`} variant="outlined">
              Debrief
            </Button>
            <SaveMenu test={id} />
            <Button variant="outlined" onClick={() => setSharing(true)}>
              Share
            </Button>
            <Button variant="outlined" onClick={() => window.print()}>
              Print
            </Button>
          </Stack>
        </Stack>
        <VerdictBanner {...{ standard, judgement }}>
          <FullTest {...{ judgement, act }} />
        </VerdictBanner>
        <Box component="dl" sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 4, rowGap: 1, mt: 2, mb: 0 }}>
          {facts.map(([name, value]) => (
            <Box key={name}>
              <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
                {name}
              </Typography>
              <Typography component="dd" sx={{ m: 0 }}>
                {value}
              </Typography>
            </Box>
          ))}
        </Box>
      </Box>
      <TimeLine {...{ standard, judgement, seconds }} startedAt={test.startedAt} />
      <DriveMap {...{ test, standard, judgement }} />
      <SectionTable {...{ standard, judgement }} setting={test} />
      <LimitTrace standard={standard} judgement={judgement} startedAt={test.startedAt} />
      <RunningTotals {...{ standard, judgement, seconds }} startedAt={test.startedAt} />
      <OtherStandards drive={drive} />
      <MarkTable {...{ standard, judgement, act }} startedAt={test.startedAt} />
      {sharing ? (
        <ShareDialog test={id} learner={test.learner.name} onClose={() => setSharing(false)} />
      ) : null}
    </Box>
  );
}
