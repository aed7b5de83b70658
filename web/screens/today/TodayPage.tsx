import { Box, Button, Stack, Typography } from '@mui/material';
import { type ReactNode } from 'react';
import { Link } from 'react-router';
import type { MockSummary } from '../../../contract';
import { errorText, useMocksQuery } from '../../data/api';
import { MockRow } from '../../parts/mocks';
import { useKeptHere } from '../../data/log';
import {
  Aside,
  colour,
  dayText,
  hourText,
  isToday,
  localZone,
  longDayText,
  ErrorNote,
  LoadingNote,
  later,
} from '../../parts/ui';
import { LearnerList } from './LearnerList';

/** Comes after the list of the day, which must not wait for it. */
const VehicleReminders = later(async () => (await import('./VehicleReminders')).VehicleReminders, {
  what: 'What vehicles need',
});

/** Only a new school needs them. */
const FirstSteps = later(async () => (await import('./FirstSteps')).FirstSteps, { what: 'The first steps' });

const BackupReminder = later(async () => (await import('./BackupReminder')).BackupReminder, {
  what: 'The state of the backups',
});

const DayAhead = later(async () => (await import('./DayAhead')).DayAhead, { what: 'The day ahead' });

const LAST = 10;

/** The day: its lessons, what is left to do, the last mocks, and who is close to a test. */
export function TodayPage() {
  const mocks = useMocksQuery({}, { pollingInterval: 30_000, refetchOnMountOrArgChange: true });
  const now = new Date();
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 400px' }, gap: { xs: 4, md: 6 } }}>
      <Box sx={{ minWidth: 0 }}>
        <Stack
          direction="row"
          sx={{ justifyContent: 'space-between', alignItems: 'center', flexWrap: 'wrap', gap: 2, mb: 3 }}
        >
          <Box>
            <Typography variant="h1">Today</Typography>
            <Typography sx={{ color: 'text.secondary' }}>
              {longDayText(now.toISOString(), localZone())}
            </Typography>
          </Box>
          <Button
            component={Link}
            to="/setup"
            variant="contained"
            size="large"
            sx={{ minHeight: 60, px: 4, fontSize: '1.2rem' }}
          >
            Start a mock
          </Button>
        </Stack>
        <KeptHere />
        <DayAhead />
        {mocks.error ? (
          <ErrorNote title="The mocks could not be loaded" onRetry={() => void mocks.refetch()}>
            {errorText(mocks.error)}
          </ErrorNote>
        ) : null}
        {mocks.isLoading ? <LoadingNote what="the mocks" /> : null}
        {mocks.data?.keptFrom ? (
          <Aside role="status" tone="ochre" sx={{ mb: 2 }}>
            <Typography>
              As the server last sent it on {dayText(mocks.data.keptFrom, localZone())} at{' '}
              {hourText(mocks.data.keptFrom, localZone())}; it doesn’t answer now.
            </Typography>
          </Aside>
        ) : null}
        {mocks.data ? <Mocks mocks={mocks.data.items} /> : null}
      </Box>
      {/* On a phone it stands below the mocks: until they have come, it would move from under a finger. */}
      <Box sx={{ visibility: { xs: mocks.isLoading ? 'hidden' : 'visible', md: 'visible' } }}>
        <LearnerList />
        {/* Below what can be touched at once: what comes later moves nothing under a finger. */}
        <VehicleReminders />
        <BackupReminder />
      </Box>
    </Box>
  );
}

/** Drives that are only in this browser so far: nothing of them is lost, and each can be opened. */
function KeptHere() {
  const kept = useKeptHere();
  if (kept.length === 0) return null;
  return (
    <Box component="section" aria-label="Saved here, not yet on the server" sx={{ mb: 4 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        Saved here, not yet on the server
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {kept.map(({ id, learner: who, startedAt, zone, standard }) => (
          <Box
            component="li"
            key={id}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 2,
              minHeight: 64,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Box sx={{ flex: 1 }}>
              <Typography sx={{ fontWeight: 700 }}>{who.name}</Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {dayText(startedAt, zone)}, {hourText(startedAt, zone)}, {standard.title}
              </Typography>
            </Box>
            <Button component={Link} to={`/mocks/${id}/debrief`} variant="outlined">
              Open
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function Mocks({ mocks }: { readonly mocks: readonly MockSummary[] }) {
  const running = mocks.filter(({ ended }) => !ended);
  const toSort = mocks.filter(({ ended, unsorted }) => ended && unsorted > 0);
  const last = mocks.filter(({ ended }) => ended).slice(0, LAST);
  if (mocks.length === 0) return <FirstSteps />;
  return (
    <>
      <ToDo {...{ running, toSort }} />
      <Group title="Last mocks" mocks={last} />
      <Button component={Link} to="/mocks" color="inherit">
        All mocks
      </Button>
    </>
  );
}

/** So many flags to sort are listed one by one; the rest is on the screen of all mocks. */
const TO_SORT = 5;

/** What waits to be done: mocks that are running, and flags that were left. */
function ToDo({
  running,
  toSort,
}: {
  readonly running: readonly MockSummary[];
  readonly toSort: readonly MockSummary[];
}) {
  if (running.length + toSort.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="to-do" sx={{ mb: 4 }}>
      <Typography variant="h2" id="to-do" sx={{ mb: 0.5 }}>
        To do
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {running.map((mock) => (
          <Doing key={mock.id} mock={mock} to={`/mocks/${mock.id}/marking`} press="Continue">
            Mock still running
          </Doing>
        ))}
        {toSort.slice(0, TO_SORT).map((mock) => (
          <Doing key={mock.id} mock={mock} to={`/mocks/${mock.id}/debrief`} press="Sort">
            {mock.unsorted} {mock.unsorted === 1 ? 'flag' : 'flags'} to sort
          </Doing>
        ))}
      </Box>
      {toSort.length > TO_SORT ? (
        <Button component={Link} to="/mocks?state=flags" color="inherit">
          {toSort.length - TO_SORT} more with flags to sort
        </Button>
      ) : null}
    </Box>
  );
}

function Doing({
  mock: { learner, startedAt, zone, standard },
  to,
  press,
  children,
}: {
  readonly mock: MockSummary;
  readonly to: string;
  readonly press: string;
  readonly children: ReactNode;
}) {
  const when = isToday(startedAt, new Date()) ? 'today' : dayText(startedAt, zone);
  return (
    <Box
      component="li"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        minHeight: 64,
        borderBottom: `1px solid ${colour('line')}`,
      }}
    >
      <Box sx={{ flex: 1, minWidth: 0 }}>
        <Typography>
          <b>{learner.name}</b>:{' '}
          <Box component="span" sx={{ color: colour('ochre'), fontWeight: 700 }}>
            {children}
          </Box>
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {standard.title}, {when} at {hourText(startedAt, zone)}
        </Typography>
      </Box>
      <Button component={Link} to={to} variant="outlined" aria-label={`${press}: ${learner.name}, ${when}`}>
        {press}
      </Button>
    </Box>
  );
}

function Group({ title, mocks }: { readonly title: string; readonly mocks: readonly MockSummary[] }) {
  if (mocks.length === 0) return null;
  return (
    <Box component="section" aria-label={title} sx={{ mb: 4 }}>
      <Typography variant="h2" sx={{ mb: 0.5 }}>
        {title}
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {mocks.map((mock) => (
          <MockRow key={mock.id} mock={mock} />
        ))}
      </Box>
    </Box>
  );
}
