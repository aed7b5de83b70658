import { Box, Button, Stack, Typography } from '@mui/material';
import { useMemo, useState } from 'react';
import { skipToken } from '@reduxjs/toolkit/query';
import { useDispatch } from 'react-redux';
import { Link, useNavigate, useParams } from 'react-router';
import { helpIn, helpWords, ratingsBy } from '../../../core/marking';
import { reportOf } from '../../../core/report';
import { endPractice, useDrive } from '../../data/log';
import { useRouteQuery } from '../../data/api';
import { Aside, dayText, hourText, later, WindowTitle } from '../../parts/ui';
import { DriveNotOpen, FullTest, LimitTrace, VerdictBanner } from '../../parts/verdict';
import { MarkList } from './MarkList';
import { FlagList } from './FlagList';
import { Ratings } from './Ratings';
import { TakenBackList } from './TakenBackList';

/** Brings the forecast with it, which the verdict must not wait for. */
const Talk = later(async () => (await import('./Talk')).Talk, { what: 'What to talk about' });

const shownKey = (mock: string): string => `verdict shown ${mock}`;

/** Still parked: first the learner's own view, then the flags, then the verdict, and what to do about it. */
export function DebriefPage() {
  const { mock: id = '' } = useParams();
  const onScreen = useDrive(id);
  const navigate = useNavigate();
  const dispatch = useDispatch();
  const [opened, setOpened] = useState(() => sessionStorage.getItem(shownKey(id)) !== null);
  const open = onScreen.status === 'open' ? onScreen : null;
  const { data: driven } = useRouteQuery(open?.drive.mock.route?.id ?? skipToken);
  const route = driven?.route ?? null;
  const report = useMemo(
    () => (open ? reportOf(open.drive.standard, open.judgement, open.drive.mock, route) : null),
    [open, route],
  );
  if (onScreen.status !== 'open') return <DriveNotOpen onScreen={onScreen} />;
  if (!report) return null;
  const { drive, judgement, act } = onScreen;
  const { mock, standard } = drive;
  const own = ratingsBy(judgement.drive, 'learner');
  const running = judgement.drive.end === null;
  // Once both have looked at the verdict there is nothing left to be asked first.
  const shown = opened || running || ratingsBy(judgement.drive, 'instructor').size > 0;
  const reopen = () => {
    act({ do: 'reopen' });
    void navigate(`/mocks/${id}/marking`);
  };
  const finish = () => {
    void navigate('/');
    dispatch(endPractice(id));
  };
  const show = () => {
    sessionStorage.setItem(shownKey(id), 'yes');
    setOpened(true);
  };
  return (
    <Box sx={{ maxWidth: 1080, mx: 'auto' }}>
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2, mb: 2.5 }}
      >
        <Box>
          <WindowTitle name={`${mock.learner.name}, debrief`} />
          <Typography variant="h1">Debrief with {mock.learner.name}</Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {dayText(mock.startedAt, mock.zone)}, {hourText(mock.startedAt, mock.zone)}, {standard.title}{' '}
            {standard.version}
            {mock.retest ? ', re-test' : ''}
          </Typography>
        </Box>
        <Stack direction="row" spacing={1.5}>
          {running ? (
            <Button component={Link} to={`/mocks/${id}/marking`} variant="contained">
              Back to marking
            </Button>
          ) : (
            <Button variant="outlined" onClick={reopen}>
              Reopen drive
            </Button>
          )}
          {drive.practice ? (
            <Button variant="contained" onClick={finish}>
              Finish practice
            </Button>
          ) : (
            <>
              <Button component={Link} to={`/learners/${mock.learner.id}`} variant="outlined">
                Learner
              </Button>
              <Button component={Link} to={`/mocks/${id}`} variant="outlined">
                Report
              </Button>
            </>
          )}
        </Stack>
      </Stack>
      {drive.practice ? (
        <Aside sx={{ mb: 2 }}>
          <Typography>
            This was practice with a made-up learner. Nothing of it is saved: Finish practice removes it.
          </Typography>
        </Aside>
      ) : null}
      {shown ? (
        <VerdictBanner report={report}>
          <FullTest {...{ judgement, act }} />
        </VerdictBanner>
      ) : (
        <Box component="section" aria-labelledby="own-view">
          <Typography variant="h2" id="own-view">
            {mock.learner.name.split(' ')[0]}, how did it feel?
          </Typography>
          <Typography sx={{ color: 'text.secondary', mb: 1 }}>
            Engine off, then hand it over or ask: the learner’s own view comes before the verdict.
          </Typography>
          <Ratings {...{ standard, judgement, act }} by="learner" />
        </Box>
      )}
      {shown && mock.source === 'car' && !drive.practice ? (
        <Typography sx={{ mt: 1.5 }}>
          Help given in this drive: <b>{helpWords(helpIn(judgement.drive))}</b>.
        </Typography>
      ) : null}
      <FlagList {...{ standard, judgement, act }} startedAt={mock.startedAt} />
      {shown ? null : (
        <Button
          variant="contained"
          size="large"
          onClick={show}
          sx={{ mt: 3, minHeight: 64, px: 4, fontSize: '1.2rem' }}
        >
          {own.size > 0 ? 'Show the verdict' : 'Show the verdict without it'}
        </Button>
      )}
      {shown ? (
        <>
          {drive.practice ? null : <Talk {...{ mock, standard, judgement, act }} />}
          {running ? null : (
            <Box component="section" aria-labelledby="both" sx={{ mt: 4 }}>
              <Typography variant="h2" id="both">
                Your own view, next to the learner’s
              </Typography>
              <Ratings {...{ standard, judgement, act }} by="instructor" />
            </Box>
          )}
          <MarkList {...{ standard, judgement, report, route, act }} startedAt={mock.startedAt} />
          <TakenBackList {...{ standard, judgement, act }} startedAt={mock.startedAt} />
          <Box sx={{ mt: 4 }}>
            <LimitTrace report={report} />
          </Box>
        </>
      ) : null}
    </Box>
  );
}
