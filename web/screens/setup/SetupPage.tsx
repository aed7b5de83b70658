import { v4 as newId } from 'uuid';
import { Box, Button, Checkbox, FormControlLabel, Typography } from '@mui/material';
import { useState } from 'react';
import { useDispatch } from 'react-redux';
import { useNavigate, useSearchParams } from 'react-router';
import type { RouteSummary, MockSummary } from '../../../contract';
import { isFixedCourse } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import {
  errorText,
  newestVersions,
  useLearnerQuery,
  useLearnersQuery,
  useRoutesQuery,
  useSessionQuery,
  useStandardQuery,
  useStandardsQuery,
  useSchoolQuery,
  useMocksQuery,
  useVehiclesQuery,
} from '../../data/api';
import { beginDrive, useActOn } from '../../data/log';
import { Aside, colour, ErrorNote, hourText, LoadingNote, localZone } from '../../parts/ui';
import { skipToken } from '@reduxjs/toolkit/query';
import { useReceiver } from '../../data/position';
import { GoalsText } from '../../parts/goals';
import type { Picked } from '../../parts/people';
import { usePractice } from '../../parts/practice';
import { lengthText, minutesText, SideWarning } from '../../parts/features';
import { FitnessSign, fitnessNow, fitnessWords, Reasons } from '../../parts/fitness';
import { useAction } from '../../parts/keys';
import { actions } from './actions';
import { Choice } from './Choice';
import { LearnerChoice } from './LearnerChoice';
import { ReadyChecks, type Ticks } from './ReadyChecks';

/** From nothing to a running mock in under twenty seconds: what was chosen last is chosen already. */
export function SetupPage() {
  const [params, setParams] = useSearchParams();
  const learnerId = params.get('learner');
  // One that was just found in a list is here already, also without the server.
  const listed = useLearnersQuery('');
  const asked = useLearnerQuery(learnerId ?? skipToken);
  const { data: school } = useSchoolQuery();
  const standards = useStandardsQuery();
  const vehicles = useVehiclesQuery();
  const routes = useRoutesQuery();
  const session = useSessionQuery();
  const earlier = useMocksQuery(learnerId ? { learner: learnerId } : skipToken, {
    refetchOnMountOrArgChange: true,
  });
  const [chosenStandard, setStandard] = useState<string | null>(null);
  const [chosenVehicle, setVehicle] = useState<string | null>(params.get('vehicle'));
  const [chosenRoute, setRoute] = useState<string | null>(params.get('route'));
  const [retest, setRetest] = useState(false);
  const [together, setTogether] = useState(false);
  const places = useReceiver();
  const [ticks, setTicks] = useState<Ticks>({});
  const actOn = useActOn();
  const dispatch = useDispatch();
  const navigate = useNavigate();

  const last = earlier.currentData?.items[0];
  // Somebody else marks this learner now: the same drive can be marked beside them.
  const running = earlier.currentData?.items.find(
    ({ ended, beside, instructor: by, startedAt }) =>
      !ended &&
      !beside &&
      by.id !== session.data?.instructor.id &&
      Date.now() - Date.parse(startedAt) < JUST_BEGUN,
  );
  const first = together ? (running ?? null) : null;
  const learner = asked.currentData ?? listed.data?.items.find(({ id }) => id === learnerId) ?? null;
  const standardId =
    chosenStandard ??
    learner?.preparesFor ??
    last?.standard.id ??
    school?.standard ??
    standards.data?.items[0]?.id ??
    null;
  const practise = usePractice(standardId);
  const inUse = vehicles.data?.items.filter(({ retired }) => !retired) ?? [];
  const lastVehicle = inUse.find(({ id }) => id === last?.vehicle?.id);
  const vehicleId = chosenVehicle ?? (lastVehicle ?? inUse[0])?.id ?? null;
  const routeId = chosenRoute ?? routeFor(routes.data?.items ?? [], earlier.currentData?.items ?? []);
  const route = routes.data?.items.find(({ id }) => id === routeId) ?? null;
  const summary = standards.data?.items.find(({ id }) => id === standardId);
  const { currentData: standard } = useStandardQuery(
    first
      ? { id: first.standard.id, version: first.standard.version }
      : summary
        ? { id: summary.id, version: summary.version }
        : skipToken,
  );
  // A yard has no road to follow.
  const course = standard !== undefined && isFixedCourse(standard);
  const vehicle = vehicles.data?.items.find(({ id }) => id === vehicleId) ?? null;
  const fitness = vehicle ? fitnessNow(vehicle) : null;
  const instructor = session.data?.instructor;
  const units = standard?.units ?? school?.units ?? 'imperial';

  const start = (under: Standard) => {
    if (!learner || !instructor) return;
    const id = newId();
    dispatch(
      beginDrive({
        standard: under,
        mock: {
          id,
          learner: { id: learner.id, name: learner.name },
          instructor,
          ...(first
            ? { vehicle: first.vehicle, route: first.route, retest: first.retest, beside: first.id }
            : {
                vehicle: vehicle ? { id: vehicle.id, name: vehicle.name } : null,
                route: route && !course ? { id: route.id, title: route.title } : null,
                retest,
                beside: null,
              }),
          standard: { id: under.id, version: under.version, title: under.title },
          startedAt: new Date().toISOString(),
          zone: localZone(),
          ready: under.checks.flatMap((check) => (ticks[check.id] === 'right' ? [check.id] : [])),
          note: '',
          revision: 1,
          source: 'car',
        },
      }),
    );
    actOn(id, {
      do: 'begin',
      failed: under.checks.flatMap((check) => (ticks[check.id] === 'wrong' ? [check.id] : [])),
    });
    void navigate(`/mocks/${id}/marking`);
  };
  useAction(actions.start, () => standard && start(standard), learner !== null && standard !== undefined);

  const error = standards.error ?? vehicles.error;
  if (error) return <ErrorNote title="Set-up could not be loaded">{errorText(error)}</ErrorNote>;
  if (!standards.data || !vehicles.data) return <LoadingNote what="learners and standards" />;

  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' }, gap: { xs: 3, md: 6 } }}>
      <Box>
        <Typography variant="h1" sx={{ mb: 2.5 }}>
          Start a mock
        </Typography>
        <LearnerChoice
          chosen={learner}
          onChoose={(id) => setParams(id ? { learner: id } : {}, { replace: true })}
        />
        {running ? (
          <Aside role="status" sx={{ mb: 2 }}>
            <Typography>
              {running.instructor.name} has been marking a mock of {running.learner.name} since{' '}
              {hourText(running.startedAt, running.zone)}.
            </Typography>
            <FormControlLabel
              control={
                <Checkbox checked={together} onChange={(event) => setTogether(event.target.checked)} />
              }
              label="I mark the same drive, only to compare. My marks count nowhere."
              sx={{ minHeight: 56, ml: 0 }}
            />
          </Aside>
        ) : null}
        {first ? (
          <Typography sx={{ mb: 2 }}>
            As in the other mock: {first.standard.title} {first.standard.version},{' '}
            {first.vehicle?.name ?? 'no vehicle named'}, {first.route?.title ?? 'no route'}
            {first.retest ? ', re-test' : ''}.
          </Typography>
        ) : (
          <>
            <Choice
              title="Standard"
              most={3}
              chosen={standardId}
              onChoose={setStandard}
              options={newestVersions(standards.data.items).map(({ id, title, summary: text }) => ({
                id,
                title,
                text,
              }))}
            />
            <Choice
              title="Vehicle"
              chosen={vehicleId}
              onChoose={setVehicle}
              options={inUse.map((car) => {
                const { verdict } = fitnessNow(car);
                const text = verdict === 'fit' ? car.plate : `${car.plate}. ${fitnessWords(verdict)}`;
                return { id: car.id, title: car.name, text };
              })}
            />
            {(routes.data?.items.length ?? 0) > 0 && !course ? (
              <Choice
                title="Route"
                most={3}
                chosen={route?.id ?? NO_ROUTE}
                onChoose={setRoute}
                options={[
                  { id: NO_ROUTE, title: 'No route', text: 'Directions as they come' },
                  ...(routes.data?.items ?? []).map(({ id, title, seconds, metres }) => ({
                    id,
                    title,
                    text: `${minutesText(seconds)}, ${lengthText(metres, units)}`,
                  })),
                ]}
              />
            ) : null}
            <FormControlLabel
              control={<Checkbox checked={retest} onChange={(event) => setRetest(event.target.checked)} />}
              label="This is a re-test"
              sx={{ minHeight: 56, ml: 0 }}
            />
          </>
        )}
        <FormControlLabel
          control={<Checkbox checked={places.on} onChange={(event) => places.choose(event.target.checked)} />}
          label="Save the position of each mark, from this device’s location"
          sx={{ minHeight: 56, ml: 0, display: 'flex' }}
        />
      </Box>
      <Box>
        {standard ? (
          <ReadyChecks standard={standard} ticks={ticks} onChange={setTicks} />
        ) : (
          <LoadingNote what="the checks" />
        )}
        <Box sx={{ mt: 2 }}>
          {fitness && fitness.verdict !== 'fit' ? (
            <Box
              role={fitness.verdict === 'not fit' ? 'alert' : undefined}
              sx={{ mb: 2, p: 1.5, borderRadius: 1, bgcolor: colour('wash') }}
            >
              <FitnessSign verdict={fitness.verdict} />
              <Reasons reasons={fitness.reasons.slice(0, 4)} />
            </Box>
          ) : null}
          {standard && route && !course ? <SideWarning standard={standard} route={route} /> : null}
          <Button
            color="inherit"
            disabled={!practise}
            onClick={() => practise?.()}
            sx={{ fontWeight: 400, textDecoration: 'underline', px: 0 }}
          >
            Practise marking with a made-up learner instead
          </Button>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            Only the person in the passenger seat marks, never the driver. Watching the road comes before
            marking. Your authority&rsquo;s current text and licensed practice decide, not this program.
          </Typography>
        </Box>
        {/* In sight however long the list is. */}
        <Box sx={{ position: 'sticky', bottom: 0, py: 2, bgcolor: colour('paper') }}>
          {learner ? (
            <Box sx={{ pb: 1.5, '&:empty': { display: 'none' } }}>
              <GoalsText learner={learner.id} />
            </Box>
          ) : null}
          <Button
            variant="contained"
            fullWidth
            disabled={!learner || !standard}
            onClick={() => standard && start(standard)}
            sx={{ minHeight: 76, fontSize: '1.4rem' }}
          >
            {startText(learner, first)}
            {learner ? (
              <Box
                component="kbd"
                sx={{ ml: 1.5, fontSize: 15, opacity: 0.8, display: { xs: 'none', lg: 'inline' } }}
              >
                {actions.start.named}
              </Box>
            ) : null}
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

const startText = (learner: Picked | null, first: MockSummary | null): string => {
  if (!learner) return 'Choose a learner first';
  return first ? `Mark beside ${first.instructor.name}` : `Start the mock with ${learner.name}`;
};

/** A mock that nobody ended for longer was forgotten, in milliseconds. */
const JUST_BEGUN = 3 * 3_600_000;

const NO_ROUTE = 'none';

/** The route that this learner has not driven for longest, where they drive on routes at all. */
function routeFor(routes: readonly RouteSummary[], earlier: readonly MockSummary[]): string {
  const driven = earlier.flatMap(({ route }) => (route ? [route.id] : []));
  if (driven.length === 0 || earlier[0]?.route === null) return NO_ROUTE;
  const since = (id: string) => {
    const n = driven.indexOf(id);
    return n < 0 ? Infinity : n;
  };
  return [...routes].sort((a, b) => since(b.id) - since(a.id))[0]?.id ?? NO_ROUTE;
}
