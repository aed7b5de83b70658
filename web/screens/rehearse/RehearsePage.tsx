import {
  Box,
  Button,
  Checkbox,
  FormControlLabel,
  Slider,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { View } from '../../../core/map';
import { goodReception, poorReception, replayOf, replayOfTrack, type Replay } from '../../../core/guidance';
import { frameAt, metresAlong, stretchOf, type Position } from '../../../core/geo';
import { readGpx, ribbonOf, timingOf, type Route } from '../../../core/route';
import { errorText } from '../../data/api';
import { distanceText, featureText, speedText, useRouteInUnits } from '../../parts/features';
import { Marker, NetworkMap, type MapLine } from '../../parts/map';
import { DirectionCard, Road } from '../../parts/road';
import { useLearnerRoads } from '../../parts/route';
import { useNetwork, type OpenNetwork } from '../../data/network';
import { deviceReceiver } from '../../data/position';
import { Aside, colour, EmptyNote, ErrorNote, LoadingNote, FileButton } from '../../parts/ui';
import { useGuidance, type GuidanceFix } from './useGuidance';
import { useSimulation } from './useSimulation';
import { hush, speak } from './voice';

export function RehearsePage() {
  const { route: id = '' } = useParams();
  const { view: data, error, isLoading, refetch } = useRouteInUnits(id);
  const network = useNetwork(data?.route.network?.id ?? null);
  if (isLoading) return <LoadingNote what="the route" />;
  if (!data)
    return (
      <ErrorNote title="The route could not be loaded" onRetry={() => void refetch()}>
        {errorText(error)}
      </ErrorNote>
    );
  switch (network.status) {
    case 'loading':
      return <LoadingNote what="the road network" />;
    case 'none':
      return (
        <EmptyNote title="The road network of this route is not here">
          You can’t rehearse without it.
        </EmptyNote>
      );
    case 'failed':
      return <ErrorNote title="The road network could not be loaded">Why: {network.why}.</ErrorNote>;
    case 'open':
      return <Rehearse key={data.route.id} route={data.route} network={network.network} />;
  }
}

type Source = 'route' | 'track' | 'device';

/** The guidance stand-in: what a device would say, the road ahead as on the marking screen, and the map. */
function Rehearse({ route, network }: { readonly route: Route; readonly network: OpenNetwork }) {
  const [source, setSource] = useState<Source>('route');
  const [poor, setPoor] = useState(false);
  const [sound, setSound] = useState(true);
  const [spokenBy, setSpokenBy] = useState<'voice' | 'tone' | null>(null);
  const [track, setTrack] = useState<{ readonly name: string; readonly replay: Replay } | null>(null);
  const [trouble, setTrouble] = useState('');
  const loud = useRef(sound);
  useEffect(() => {
    loud.current = sound;
  }, [sound]);
  const say = useCallback((text: string) => {
    if (loud.current) setSpokenBy(speak(text));
  }, []);
  useEffect(() => hush, []);

  const rules = useLearnerRoads().rulesOf(route.learners);
  const { guidance, onFix, restart } = useGuidance(route, network, say, rules);
  const wholeRoute = useMemo(() => replayOf(route.line, timingOf(route)), [route]);
  const simulation = useSimulation(wholeRoute, poor ? poorReception : goodReception, onFix);
  const { worker } = network;

  // The simulated car obeys: where it is led back, it drives back, and on along the route.
  const { back } = guidance;
  const obeyed = useRef<Route | null>(null);
  useEffect(() => {
    if (!back || obeyed.current === back || source !== 'route') return;
    obeyed.current = back;
    const metres = metresAlong(route.line);
    const joined = back.line.at(-1);
    const rest = joined
      ? stretchOf(route.line, metres, nearestAlong(route, joined, guidance.along), metres.at(-1) ?? 0)
      : [];
    simulation.take(steady([...back.line, ...rest]));
  }, [back, route, source, simulation, guidance.along]);

  // A road that is closed, and of which the device knows nothing: the car has to leave the route there.
  const closedAt = useRef(new Set<string>());
  const wrong = useCallback(async () => {
    const line = await worker.wrongTurn(route, guidance.along, rules);
    if (line) simulation.take(steady(line));
  }, [worker, route, guidance.along, simulation, rules]);
  useEffect(() => {
    if (source !== 'route' || guidance.state !== 'on') return;
    const closed = route.features.find(
      ({ id, trap, along }) =>
        trap === 'closed-road' &&
        !closedAt.current.has(id) &&
        along - guidance.along < 120 &&
        along > guidance.along,
    );
    if (!closed) return;
    closedAt.current.add(closed.id);
    void wrong();
  }, [guidance, route, source, wrong]);

  useEffect(() => {
    if (source !== 'device') return;
    return deviceReceiver(
      ({ lat, lon, accuracy, speed }) => onFix({ lat, lon, accuracy, speed, heading: null }),
      (fault) =>
        setTrouble(
          {
            refused: 'This browser isn’t allowed to give a position.',
            'not secure': 'This address isn’t secure, so the browser won’t give a position.',
            'no place': 'No position yet.',
          }[fault],
        ),
    );
  }, [source, onFix]);

  const begin = (next: Source, replay: Replay) => {
    setSource(next);
    closedAt.current.clear();
    obeyed.current = null;
    restart();
    simulation.restart(replay);
  };
  const chooseTrack = async (file: File) => {
    const read = readGpx(await file.text());
    if (!read.ok) return setTrouble(`${file.name}: ${read.problems[0]?.message ?? 'cannot be read'}`);
    setTrouble('');
    const replay = replayOfTrack(read.value.line);
    setTrack({ name: file.name, replay });
    begin('track', replay);
  };

  const { fix, shown, state, caption } = guidance;
  const view = useMemo(() => viewOn(network, fix, route), [network, fix, route]);
  const items = useMemo(() => ribbonOf(route), [route]);
  const ahead = items.filter((item) => item.along > guidance.along);
  const lines = useMemo(
    (): readonly MapLine[] => [
      { positions: route.line, tone: 'jasper', width: 6, directed: true },
      ...(back ? [{ positions: back.line, tone: 'ochre' as const, width: 6, dash: [14, 8] }] : []),
    ],
    [route, back],
  );
  const trap = route.features.find(
    ({ trap: is, along }) => is !== null && along > guidance.along - 20 && along - guidance.along < 400,
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '300px minmax(0, 1fr) 270px' },
        gridTemplateRows: { md: 'minmax(0, 1fr)' },
        height: { md: 'max(600px, calc(100vh - 120px))' },
      }}
    >
      <Box
        component="section"
        aria-label="The road ahead"
        sx={{ display: 'flex', flexDirection: 'column', gap: 1, minHeight: { xs: 480, md: 0 } }}
      >
        <Box role="group" aria-label="Next">
          <DirectionCard
            due={shown.next !== null && shown.metres < DUE}
            lead={shown.next ? `In ${distanceText(shown.metres, route.units)}` : 'No more directions'}
          >
            {shown.next
              ? featureText({ ...shown.next, exits: null }, route.units)
              : 'Follow the road to the end'}
            {shown.then
              ? `, then ${featureText({ ...shown.then, exits: null }, route.units).toLowerCase()}`
              : ''}
          </DirectionCard>
        </Box>
        <Box
          role="status"
          aria-live="polite"
          aria-label="Said"
          sx={{
            borderLeft: `4px solid ${colour(state === 'on' ? 'slate' : state === 'arrived' ? 'moss' : 'ochre')}`,
            pl: 1.5,
            py: 0.5,
            fontSize: 18,
            minHeight: 58,
          }}
        >
          {caption || (simulation.running ? 'Follow the road' : 'Press Start')}
        </Box>
        <Road {...{ ahead, route }} along={guidance.along} />
      </Box>
      <Box sx={{ minWidth: 0, height: { xs: 360, md: '100%' } }}>
        <NetworkMap
          geometry={network.geometry}
          units={route.units}
          lines={lines}
          follow={view}
          height="100%"
          label={`Map: ${shown.road || 'a road without a name'}`}
        >
          {fix ? (
            <Marker position={fix} label="The car" size={34}>
              <svg viewBox="0 0 34 34" width={34} height={34} aria-hidden>
                <g transform={`rotate(${((fix.heading ?? 0) * 180) / Math.PI} 17 17)`}>
                  <rect
                    x="10"
                    y="4"
                    width="14"
                    height="26"
                    rx="5"
                    fill={colour('ink')}
                    stroke={colour('paper')}
                    strokeWidth="2"
                  />
                  <path d="M13 13.5Q17 10.5 21 13.5L20 17H14Z" fill={colour('paper')} />
                </g>
              </svg>
            </Marker>
          ) : null}
        </NetworkMap>
      </Box>
      <Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start', overflowY: { md: 'auto' } }}>
        <Box>
          <Typography variant="h1" sx={{ fontSize: '1.5rem' }}>
            Rehearse: {route.title}
          </Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {shown.road || 'a road without a name'}
            {fix?.speed ? `, ${speedText(fix.speed, route.units)}` : ''}
            {shown.limit ? `. Limit ${speedText(shown.limit, route.units)}, as a hint` : ''}
          </Typography>
        </Box>
        <ToggleButtonGroup
          exclusive
          value={source}
          aria-label="Where the position comes from"
          onChange={(_event, next: Source | null) => {
            if (next === 'route') begin('route', wholeRoute);
            if (next === 'device') begin('device', wholeRoute);
            if (next === 'track' && track) begin('track', track.replay);
          }}
          sx={{ '& button': { flex: 1, textTransform: 'none', minHeight: 48, lineHeight: 1.15 } }}
        >
          <ToggleButton value="route">Simulated</ToggleButton>
          <ToggleButton value="track" disabled={!track}>
            A track
          </ToggleButton>
          <ToggleButton value="device">In the car</ToggleButton>
        </ToggleButtonGroup>
        {source === 'device' ? (
          <Typography>
            The position comes from this device. The driver never touches it: only the person in the passenger
            seat does.
          </Typography>
        ) : (
          <>
            <Button
              variant="contained"
              size="large"
              onClick={() => simulation.setRunning(!simulation.running)}
              sx={{ minHeight: 60, fontSize: '1.2rem' }}
            >
              {simulation.running ? 'Pause' : simulation.second > 0 ? 'Continue' : 'Start'}
            </Button>
            <Box sx={{ px: 1 }}>
              <Typography id="rate">{simulation.rate} times normal speed</Typography>
              <Slider
                aria-labelledby="rate"
                min={1}
                max={20}
                value={simulation.rate}
                onChange={(_event, value) => !Array.isArray(value) && simulation.setRate(value)}
              />
            </Box>
            {source === 'route' ? (
              <Button
                variant="outlined"
                disabled={!simulation.running || state !== 'on'}
                onClick={() => void wrong()}
              >
                Take a wrong turn
              </Button>
            ) : null}
            <FormControlLabel
              control={<Checkbox checked={poor} onChange={(event) => setPoor(event.target.checked)} />}
              label="A poor receiver: noise and gaps"
            />
          </>
        )}
        <FormControlLabel
          control={
            <Checkbox
              checked={sound}
              onChange={(event) => {
                setSound(event.target.checked);
                if (!event.target.checked) hush();
              }}
            />
          }
          label="Speak the directions"
        />
        {sound && spokenBy === 'tone' ? (
          <Typography variant="body2">
            This browser has no voice: you hear a tone and read the words.
          </Typography>
        ) : null}
        <FileButton accept=".gpx,application/gpx+xml" onFile={(file) => void chooseTrack(file)}>
          {track ? `Replace ${track.name}` : 'Replay a GPX track'}
        </FileButton>
        {trouble ? <Typography role="alert">{trouble}</Typography> : null}
        {trap ? (
          <Aside tone="ochre">
            <Typography>
              <b>For the instructor:</b> the device is wrong here on purpose.{' '}
              {trapWords[trap.trap ?? 'wrong-exit']}
            </Typography>
          </Aside>
        ) : null}
        <Button
          variant="outlined"
          onClick={() => begin(source, source === 'track' && track ? track.replay : wholeRoute)}
        >
          Start again
        </Button>
        <Button component={Link} to={`/routes/${route.id}`} color="inherit" sx={{ fontWeight: 400 }}>
          Route sheet
        </Button>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          The limit and the directions are hints: the signs on the road rule. Going another way safely isn’t a
          fault.
        </Typography>
      </Box>
    </Box>
  );
}

const trapWords = {
  'wrong-exit': 'The device counts another exit than the road has: the signs are right.',
  'closed-road': 'The road ahead is closed, and the device does not know.',
  'wrong-speed': 'The device shows another limit than the signs.',
} as const;

/** Metres a second of a car that finds its way back. */
const steady = (line: readonly Position[]): Replay =>
  replayOfTrack(line.map((position) => ({ lat: position.lat, lon: position.lon, time: null })));

/** Where on a route, ahead of a place along it, another place lies. */
function nearestAlong(route: Route, position: Position, from: number): number {
  const { toPoint } = frameAt(position);
  const metres = metresAlong(route.line);
  let best = { along: from, off: Infinity };
  route.line.forEach((one, n) => {
    const along = metres[n] ?? 0;
    if (along < from) return;
    const { x, y } = toPoint(one);
    const off = Math.hypot(x, y);
    if (off < best.off - 1) best = { along, off };
  });
  return best.along;
}

const NEAR_SCALE = 0.35;
/** So near, in metres, the next direction stands out. */
const DUE = 120;

/** The map round the car, north up. */
function viewOn({ geometry }: OpenNetwork, fix: GuidanceFix | null, route: Route): View | null {
  const at = fix ?? route.line[0];
  if (!at) return null;
  return { ...frameAt(geometry.middle).toPoint(at), scale: NEAR_SCALE, up: 0 };
}
