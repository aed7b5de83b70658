import { v4 as newId } from 'uuid';
import {
  Autocomplete,
  Box,
  Button,
  Checkbox,
  FormControlLabel,
  LinearProgress,
  Stack,
  TextField,
  Typography,
} from '@mui/material';
import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { skipToken } from '@reduxjs/toolkit/query';
import { boundsOf } from '../../../core/map';
import { firstName } from '../../../core/names';
import { skillWeights, weights } from '../../../core/compose';
import type { Position } from '../../../core/geo';
import type { Problem } from '../../../core/problems';
import {
  featureKindOf,
  proposedIndependent,
  sheetOf,
  type FeatureKindId,
  type Route,
} from '../../../core/route';
import {
  errorText,
  useLazyRouteQuery,
  useHabitsQuery,
  useKeepRouteMutation,
  useLearnerQuery,
  useRoutesQuery,
  useMocksQuery,
} from '../../data/api';
import { FeatureGlyph, lengthText, minutesText, useUnits } from '../../parts/features';
import { Marker, NetworkMap, type MapLine } from '../../parts/map';
import { told, type OpenNetwork, useNetwork, type Composed } from '../../data/network';
import { LearnerPicker } from '../../parts/people';
import { LearnersField, RoadNotes, useLearnerRoads } from '../../parts/route';
import {
  colour,
  EmptyNote,
  ErrorNote,
  LoadingNote,
  NumberField,
  OpeningRow,
  withParam,
} from '../../parts/ui';

/** Kinds that somebody asks for in a route, in the order in which they come to mind. */
const WISHES: readonly FeatureKindId[] = [
  'mini-roundabout',
  'roundabout',
  'dual-join',
  'traffic-lights',
  'hill-start',
  'zebra-crossing',
  'signal-crossing',
  'stop-junction',
  'meeting-place',
  'bend',
  'one-way',
  'school-zone',
  'bay-park',
  'parallel-park',
  'emergency-stop',
  'level-crossing',
  'bus-lane',
];

type State =
  | { readonly step: 'asking' }
  | { readonly step: 'looking'; readonly done: number; readonly best: number }
  | { readonly step: 'impossible'; readonly problems: readonly Problem[] }
  | { readonly step: 'found'; readonly proposals: readonly Composed[] };

export function ComposePage() {
  const [params] = useSearchParams();
  const network = useNetwork(params.get('network'));
  switch (network.status) {
    case 'loading':
      return <LoadingNote what="the road network" />;
    case 'none':
      return <EmptyNote title="There are no roads to compose on">Import a road network first.</EmptyNote>;
    case 'failed':
      return <ErrorNote title="The road network could not be loaded">Why: {network.why}.</ErrorNote>;
    case 'open':
      return <Compose network={network.network} />;
  }
}

/** Says what a route should be like, and is shown several that are. */
function Compose({ network }: { readonly network: OpenNetwork }) {
  const { geometry, worker, summary } = network;
  const [params, setParams] = useSearchParams();
  const { data: routes } = useRoutesQuery();
  const { currentData: learner = null } = useLearnerQuery(params.get('learner') ?? skipToken);
  const [now] = useState(() => new Date().toISOString());
  const { currentData: habits } = useHabitsQuery(learner ? { learner: learner.id, before: now } : skipToken);
  const { currentData: mocks } = useMocksQuery(learner ? { learner: learner.id } : skipToken);
  const units = useUnits();
  const [picked, setPicked] = useState<Position | null>(null);
  // Unless another is chosen, routes begin where those of the school do.
  const start = picked ?? routes?.items[0]?.start ?? null;
  const [minutes, setMinutes] = useState<number | null>(38);
  const [alone, setAlone] = useState<number | null>(20);
  const [wants, setWants] = useState<readonly FeatureKindId[]>(['mini-roundabout', 'hill-start']);
  const [unlike, setUnlike] = useState(true);
  const [learners, setLearners] = useState('');
  const { rulesOf } = useLearnerRoads();
  const [seed, setSeed] = useState(1);
  const [state, setState] = useState<State>({ step: 'asking' });
  const [chosen, setChosen] = useState(0);
  const [keep, { error, isLoading }] = useKeepRouteMutation();
  const [readRoute] = useLazyRouteQuery();
  const navigate = useNavigate();

  const look = async (withSeed: number) => {
    if (!start || minutes === null) return;
    setSeed(withSeed);
    setChosen(0);
    setState({ step: 'looking', done: 0, best: -Infinity });
    const last = [...new Set((mocks?.items ?? []).flatMap(({ route }) => (route ? [route.id] : [])))].slice(
      0,
      3,
    );
    const lately = unlike
      ? await Promise.all(last.map(async (id) => (await readRoute(id, true).unwrap()).route.line)).catch(
          () => [],
        )
      : [];
    const result = await worker.compose(
      {
        start,
        minutes,
        wants: Object.fromEntries(wants.map((kind) => [kind, 1])),
        skills: habits ? skillWeights(habits.learner, habits.school) : {},
        lately,
        seed: withSeed,
        proposals: 3,
        steps: 16_000,
      },
      {
        id: 'proposal',
        title: titleOf(learner?.name ?? null, minutes),
        units,
        network: { id: summary.id, version: summary.version },
        learners,
      },
      told((done: number, best: number) =>
        setState((was) => (was.step === 'looking' ? { step: 'looking', done, best } : was)),
      ),
      rulesOf(learners),
    );
    if (result.ok) setState({ step: 'found', proposals: result.value });
    else if (result.problems.some(({ code }) => code === 'cancelled')) setState({ step: 'asking' });
    else setState({ step: 'impossible', problems: result.problems });
  };
  const bring = async (route: Route, to: 'edit' | 'sheet') => {
    if (alone === null) return;
    const id = newId();
    const kept = await keep({
      route: { ...route, id, independent: proposedIndependent(route, alone) },
      revision: null,
    });
    if (kept.data) void navigate(to === 'edit' ? `/routes/${id}/edit` : `/routes/${id}`);
  };

  const proposals = state.step === 'found' ? state.proposals : [];
  const shown = proposals[chosen];
  const lines = useMemo((): readonly MapLine[] => {
    const others = (state.step === 'found' ? state.proposals : []).filter((_one, n) => n !== chosen);
    const now = state.step === 'found' ? state.proposals[chosen] : undefined;
    return [
      ...others.map(({ route }): MapLine => ({
        positions: route.line,
        tone: 'soft',
        width: 2,
        dash: [6, 6],
      })),
      ...(now ? [{ positions: now.route.line, tone: 'jasper' as const, width: 5, directed: true }] : []),
    ];
  }, [state, chosen]);
  const fit = useMemo(
    () => (shown ? boundsOf(geometry.middle, shown.route.line) : geometry.bounds),
    [shown, geometry],
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 3,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '400px minmax(0, 1fr)' },
      }}
    >
      <Box
        component="form"
        aria-label="What the route should be like"
        onSubmit={(event) => {
          event.preventDefault();
          void look(seed);
        }}
        sx={{ display: 'grid', gap: 2, alignContent: 'start' }}
      >
        <Typography variant="h1">Compose a route</Typography>
        <Typography>
          {start
            ? picked
              ? 'It starts and ends where you clicked.'
              : 'It starts and ends where your other routes do; a click on the map moves that.'
            : 'Click on the map where it should start and end.'}
        </Typography>
        <Box sx={{ display: 'flex', gap: 2 }}>
          <NumberField
            label="Minutes"
            value={minutes}
            least={5}
            most={120}
            whole
            onNumber={setMinutes}
            sx={{ flex: 1 }}
          />
          <NumberField
            label="Independent minutes"
            value={alone}
            least={0}
            most={60}
            whole
            onNumber={setAlone}
            sx={{ flex: 1 }}
          />
        </Box>
        <Autocomplete
          multiple
          disableCloseOnSelect
          options={WISHES}
          value={[...wants]}
          onChange={(_event, next) => setWants(next)}
          getOptionLabel={(kind) => featureKindOf(kind)?.title ?? kind}
          renderOption={({ key, ...props }, kind) => (
            <Box component="li" key={key} {...props} sx={{ gap: 1 }}>
              <FeatureGlyph kind={kind} size={24} /> {featureKindOf(kind)?.title}
            </Box>
          )}
          renderInput={(input) => <TextField {...input} label="It must have" />}
        />
        <LearnersField value={learners} onChange={setLearners} />
        <LearnerPicker
          label="Practise the weak skills of"
          chosen={learner}
          onChoose={(picked) =>
            setParams((before) => withParam(before, 'learner', picked?.id ?? ''), { replace: true })
          }
        />
        {learner ? (
          <FormControlLabel
            control={<Checkbox checked={unlike} onChange={(event) => setUnlike(event.target.checked)} />}
            label={`Unlike the last three routes of ${firstName(learner.name)}`}
          />
        ) : null}
        {state.step === 'looking' ? (
          <Box role="status">
            <Typography>
              Looking: {Math.round(100 * state.done)}%
              {state.best > -Infinity ? `, best so far ${state.best.toFixed(0)} points` : ''}
            </Typography>
            <LinearProgress
              aria-label="Finding routes"
              variant="determinate"
              value={100 * state.done}
              sx={{ my: 1 }}
            />
            <Button variant="outlined" onClick={() => void worker.cancel()}>
              Cancel
            </Button>
          </Box>
        ) : (
          <Stack direction="row" sx={{ gap: 1 }}>
            <Button
              type="submit"
              variant="contained"
              size="large"
              disabled={!start || minutes === null || alone === null}
              sx={{ flex: 1 }}
            >
              Find routes
            </Button>
            {state.step === 'found' ? (
              <Button variant="outlined" onClick={() => void look(seed + 1)}>
                Others
              </Button>
            ) : null}
          </Stack>
        )}
        {state.step === 'impossible' ? (
          <Box
            role="alert"
            sx={{
              borderLeft: `6px solid ${colour('jasper')}`,
              bgcolor: colour('wash'),
              borderRadius: 1,
              p: 2,
            }}
          >
            <Typography variant="h3" component="p">
              This route doesn’t exist
            </Typography>
            {state.problems.map(({ message }) => (
              <Typography key={message}>{message.charAt(0).toUpperCase() + message.slice(1)}.</Typography>
            ))}
            <Typography sx={{ mt: 1 }}>Ask for less, allow more time, or start elsewhere.</Typography>
          </Box>
        ) : null}
        {error ? <ErrorNote title="Couldn’t save the route">{errorText(error)}</ErrorNote> : null}
      </Box>
      <Box sx={{ minWidth: 0, display: 'grid', gap: 2, alignContent: 'start' }}>
        <NetworkMap
          geometry={geometry}
          units={units}
          lines={lines}
          fit={fit}
          height={shown ? 380 : 620}
          label="Map: a click says where the route starts and ends"
          {...(state.step === 'looking' ? {} : { onPick: setPicked })}
        >
          {start ? (
            <Marker position={start} label="Start and end" size={30}>
              <FeatureGlyph kind="start" size={28} tone="ink" filled />
            </Marker>
          ) : null}
        </NetworkMap>
        {proposals.map((proposal, n) => (
          <ProposalCard
            key={n}
            n={n}
            proposal={proposal}
            chosen={n === chosen}
            busy={isLoading}
            onChoose={() => setChosen(n)}
            onBring={(to) => void bring(proposal.route, to)}
          />
        ))}
      </Box>
    </Box>
  );
}

const titleOf = (learner: string | null, minutes: number): string =>
  learner ? `For ${firstName(learner)}, ${minutes} minutes` : `Composed, ${minutes} minutes`;

const partWords: Readonly<
  Record<keyof Omit<Composed['score'], 'total'>, readonly [title: string, why: string]>
> = {
  skills: [
    'Skills exercised',
    `each brings up to ${weights.skill} points times how much it’s needed; the third time counts less than the first`,
  ],
  minutes: [
    'Length',
    `${weights.minute} points for each minute squared beyond ${weights.slack} from the wish`,
  ],
  missing: ['Missing', `${weights.missing} points for each thing that you asked for and it lacks`],
  repeats: ['Driven twice', `${weights.repeat} points for each kilometre`],
  turnsRound: ['Turning round', `${weights.turnRound} points each time`],
  lately: ['Driven recently', `${weights.lately} points if it were all known`],
};

function ProposalCard({
  n,
  proposal,
  chosen,
  busy,
  onChoose,
  onBring,
}: {
  readonly n: number;
  readonly proposal: Composed;
  readonly chosen: boolean;
  readonly busy: boolean;
  readonly onChoose: () => void;
  readonly onBring: (to: 'edit' | 'sheet') => void;
}) {
  const { route, score } = proposal;
  const { rulesOf } = useLearnerRoads();
  const sheet = useMemo(() => sheetOf(route, null, rulesOf(route.learners)), [route, rulesOf]);
  const telling = sheet.kinds.filter(({ kind }) => WISHES.includes(kind)).slice(0, 8);
  return (
    <Box
      component="section"
      aria-label={`Proposal ${n + 1}`}
      sx={{
        border: `${chosen ? 2 : 1}px solid ${colour(chosen ? 'jasper' : 'line')}`,
        borderRadius: 1,
        bgcolor: colour('card'),
        p: 2,
      }}
    >
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
        <Box sx={{ flex: 1, minWidth: 220 }}>
          <Typography variant="h2">
            {minutesText(sheet.seconds)}, {lengthText(sheet.metres, route.units)}
          </Typography>
          <Typography sx={{ color: 'text.secondary' }}>{score.total.toFixed(0)} points</Typography>
        </Box>
        <Stack direction="row" sx={{ gap: 1, flexWrap: 'wrap' }}>
          {chosen ? null : (
            <Button variant="outlined" onClick={onChoose}>
              Show it
            </Button>
          )}
          <Button variant="outlined" disabled={busy} onClick={() => onBring('edit')}>
            Save and edit
          </Button>
          <Button variant="contained" disabled={busy} onClick={() => onBring('sheet')}>
            Save
          </Button>
        </Stack>
      </Box>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          mt: 1,
          p: 0,
          display: 'flex',
          flexWrap: 'wrap',
          columnGap: 2,
          rowGap: 0.5,
        }}
      >
        {telling.map(({ kind, title, times }) => (
          <Box component="li" key={kind} sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
            <FeatureGlyph kind={kind} size={22} /> {times} × {title}
          </Box>
        ))}
      </Box>
      <RoadNotes sheet={sheet} units={route.units} />
      <OpeningRow summary={<Typography>How it was scored</Typography>}>
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {(Object.keys(partWords) as (keyof typeof partWords)[]).map((part) => (
            <Typography component="li" key={part}>
              <b>
                {partWords[part][0]}: {score[part] > 0 ? '+' : ''}
                {score[part].toFixed(1)}
              </b>
              , {partWords[part][1]}
            </Typography>
          ))}
        </Box>
        <Typography sx={{ mt: 1 }}>
          Most exercised:{' '}
          {sheet.skills
            .slice(0, 6)
            .map(({ title, times }) => `${title} ${times} times`)
            .join(', ')}
          .
        </Typography>
      </OpeningRow>
    </Box>
  );
}
