import { Box, Button, Stack, Typography } from '@mui/material';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { clockText } from '../../../core/marking';
import { reportOf } from '../../../core/report';
import { skipToken } from '@reduxjs/toolkit/query';
import {
  useLearnerQuery,
  useMayChange,
  usePeopleQuery,
  useRouteQuery,
  useSessionQuery,
} from '../../data/api';
import { useDrive } from '../../data/log';
import { Aside, hourText, longDayText, WindowTitle } from '../../parts/ui';
import { DriveNotOpen, FullTest, LimitTrace, VerdictBanner } from '../../parts/verdict';
import { Beside } from './Beside';
import { DriveMap } from './DriveMap';
import { markedBy } from './markedBy';
import { MarkTable } from './MarkTable';
import { MockDialog } from './MockDialog';
import { OtherStandards } from './OtherStandards';
import { RunningTotals } from './RunningTotals';
import { SaveMenu } from './SaveMenu';
import { SectionTable } from '../../parts/report';
import { ShareDialog } from './ShareDialog';
import { TimeLine } from '../../parts/report';

/** One drive in full: how it came out and why, when things happened, and where they gathered. */
export function ReportPage() {
  const { mock: id = '' } = useParams();
  const onScreen = useDrive(id);
  const [sharing, setSharing] = useState(false);
  const [editing, setEditing] = useState(false);
  const { data: people } = usePeopleQuery();
  const { data: session } = useSessionQuery();
  const mayChange = useMayChange();
  const open = onScreen.status === 'open' ? onScreen : null;
  const routeId = open?.drive.mock.route?.id ?? null;
  const { data: learner } = useLearnerQuery(open?.drive.mock.learner.id ?? skipToken);
  const { data: driven, isLoading } = useRouteQuery(routeId ?? skipToken);
  const route = driven?.route ?? null;
  const report = useMemo(
    () => (open ? reportOf(open.drive.standard, open.judgement, open.drive.mock, route) : null),
    [open, route],
  );
  if (onScreen.status !== 'open') return <DriveNotOpen onScreen={onScreen} />;
  if (!report) return null;
  const { drive, judgement, act } = onScreen;
  const { mock, standard } = drive;
  const mine = mock.instructor.id === session?.instructor.id || mayChange(learner?.instructor ?? null);
  const facts: readonly (readonly [string, ReactNode])[] = [
    ['Started', `${longDayText(mock.startedAt, mock.zone)}, ${hourText(mock.startedAt, mock.zone)}`],
    ['Driven', `${clockText(report.seconds)} (h:min:s)`],
    ['Standard', `${standard.title} ${standard.version}${mock.retest ? ', re-test' : ''}`],
    ['Vehicle', mock.vehicle?.name ?? 'not named'],
    ['Route', mock.route ? <Link to={`/routes/${mock.route.id}`}>{mock.route.title}</Link> : 'none'],
    ['Marked by', markedBy(mock, open?.drive.events ?? [], people?.items ?? [])],
  ];
  return (
    <Box sx={{ maxWidth: 1120, mx: 'auto', display: 'grid', gridTemplateColumns: 'minmax(0, 1fr)', gap: 4 }}>
      <Box>
        <Stack
          direction="row"
          sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2, mb: 2 }}
        >
          <WindowTitle name={`${mock.learner.name}, report`} />
          <Typography variant="h1">
            <Box component={Link} to={`/learners/${mock.learner.id}`} sx={{ color: 'inherit' }}>
              {mock.learner.name}
            </Box>
          </Typography>
          <Stack direction="row" className="screen-only" sx={{ gap: 1.5, flexWrap: 'wrap' }}>
            <Button component={Link} to={`/mocks/${id}/reading`} variant="outlined">
              What the marks mean
            </Button>
            <Button component={Link} to={`/mocks/${id}/debrief`} variant="outlined">
              Debrief
            </Button>
            {mine ? (
              <Button variant="outlined" onClick={() => setEditing(true)}>
                Edit
              </Button>
            ) : null}
            <SaveMenu mock={id} />
            <Button variant="outlined" onClick={() => setSharing(true)}>
              Share
            </Button>
            <Button variant="outlined" onClick={() => window.print()}>
              Print
            </Button>
          </Stack>
        </Stack>
        <VerdictBanner report={report}>
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
      <Beside mock={mock} />
      {mock.source === 'paper' ? null : <TimeLine report={report} />}
      {/* Until its route is here nobody can say where the marks were made. */}
      {isLoading ? null : <DriveMap {...{ mock, report, route }} />}
      <SectionTable {...{ standard, report }} />
      <LimitTrace report={report} />
      <RunningTotals report={report} />
      <OtherStandards drive={drive} />
      <MarkTable {...{ standard, judgement, report, route, act }} startedAt={mock.startedAt} />
      {mock.note ? (
        <Aside role="note">
          <Typography sx={{ fontWeight: 700 }}>Note, for instructors only</Typography>
          <Typography sx={{ whiteSpace: 'pre-wrap' }}>{mock.note}</Typography>
        </Aside>
      ) : null}
      {editing ? <MockDialog mock={mock} onClose={() => setEditing(false)} /> : null}
      {sharing ? (
        <ShareDialog mock={id} learner={mock.learner.name} onClose={() => setSharing(false)} />
      ) : null}
    </Box>
  );
}
