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
import { goodReception, poorReception, replayOf, replayOfTrack, type Replay } from '../../../core/guidance';
import { frameAt, metresAlong, stretchOf, type Position } from '../../../core/geo';
import { readGpx, timingOf, type Route } from '../../../core/route';
import { errorText } from '../../data/api';
import { distanceText, featureText, speedText, FeatureGlyph, useRouteInUnits } from '../../parts/features';
import { Marker, NetworkMap, type MapLine, type View } from '../../parts/map';
import { useNetwork, type OpenNetwork } from '../../data/network';
import { deviceReceiver } from '../../data/position';
import { colour, EmptyNote, ErrorNote, LoadingNote, FileButton } from '../../parts/ui';
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
          Without it nothing can be rehearsed.
        </EmptyNote>
      );
    case 'failed':
      return <ErrorNote title="The road network could not be loaded">Why: {network.why}.</ErrorNote>;
    case 'open':
      return <Rehearse key={data.route.id} route={data.route} network={network.network} />;
  }
}

type Source = 'route' | 'track' | 'device';

/** The guidance stand-in: a map heading up, the next turn and how far it is, and what a device would say. */
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

  const { guidance, onFix, restart } = useGuidance(route, network, say);
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
    const line = await worker.wrongTurn(route, guidance.along);
    if (line) simulation.take(steady(line));
  }, [worker, route, guidance.along, simulation]);
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
            'no place': 'No place was found yet.',
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
  // While the car stands the map stays as it was turned last.
  const [heading, setHeading] = useState(0);
  if (fix?.heading != null && fix.heading !== heading) setHeading(fix.heading);
  const view = useMemo(() => viewOn(network, fix, heading, route), [network, fix, heading, route]);
  const step = Math.floor(guidance.along / 25) * 25;
  const lines = useMemo(
    (): readonly MapLine[] => [
      { positions: route.line, tone: 'soft', width: 3 },
      // What comes next stands out from where the route passes later.
      ...(back
        ? []
        : [
            {
              positions: stretchOf(route.line, wholeRoute.metres, step, step + 1_300),
              tone: 'slate' as const,
              width: 9,
            },
          ]),
      ...(back ? [{ positions: back.line, tone: 'ochre' as const, width: 8, dash: [14, 8] }] : []),
    ],
    [route, back, wholeRoute, step],
  );
  const trap = route.features.find(
    ({ trap: is, along }) => is !== null && along > guidance.along - 20 && along - guidance.along < 400,
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 2,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) 320px' },
      }}
    >
      <Box sx={{ position: 'relative', minWidth: 0, alignSelf: 'start' }}>
        <NetworkMap
          geometry={network.geometry}
          units={route.units}
          lines={lines}
          follow={view}
          height="min(640px, calc(100vh - 150px))"
          label={`Map, heading up: ${shown.road || 'a road without a name'}`}
        >
          {fix ? (
            <Marker position={fix} label="Here" size={44}>
              <svg viewBox="0 0 44 44" width={44} height={44} aria-hidden>
                <path
                  d="M22 4 36 38 22 30 8 38Z"
                  fill={colour('jasper')}
                  stroke={colour('paper')}
                  strokeWidth="2.5"
                />
              </svg>
            </Marker>
          ) : null}
        </NetworkMap>
        <Box
          sx={{
            position: 'absolute',
            left: 12,
            top: 12,
            right: 12,
            display: 'flex',
            gap: 1.5,
            alignItems: 'start',
            pointerEvents: 'none',
          }}
        >
          <Box
            role="group"
            aria-label="Next"
            sx={{
              bgcolor: colour('ink'),
              color: colour('paper'),
              borderRadius: 1,
              p: 1.5,
              display: 'flex',
              gap: 1.5,
              alignItems: 'center',
              minWidth: 230,
              maxWidth: '70%',
            }}
          >
            {shown.next ? (
              <FeatureGlyph kind={shown.next.kind} size={56} tone="ink" />
            ) : (
              <FeatureGlyph kind="end" size={56} tone="ink" />
            )}
            <Box>
              <Box sx={{ fontSize: 30, fontWeight: 700, lineHeight: 1.1 }}>
                {distanceText(shown.metres, route.units)}
              </Box>
              <Box sx={{ fontSize: 17 }}>
                {shown.next ? featureText({ ...shown.next, exits: null }, route.units) : 'To the end'}
                {shown.then
                  ? `, then ${featureText({ ...shown.then, exits: null }, route.units).toLowerCase()}`
                  : ''}
              </Box>
            </Box>
          </Box>
          <Box
            sx={{
              ml: 'auto',
              bgcolor: colour('paper'),
              border: `1px solid ${colour('strongLine')}`,
              borderRadius: 1,
              p: 1,
              textAlign: 'center',
              minWidth: 84,
            }}
          >
            <Box sx={{ fontSize: 22, fontWeight: 700 }}>
              {shown.limit ? speedText(shown.limit, route.units) : ''}
            </Box>
            <Box sx={{ fontSize: 14, color: colour('soft') }}>limit, a hint</Box>
          </Box>
        </Box>
        <Box
          role="status"
          aria-live="polite"
          aria-label="Said"
          sx={{
            position: 'absolute',
            left: 12,
            right: 12,
            bottom: 26,
            bgcolor: colour(state === 'on' ? 'card' : state === 'arrived' ? 'moss' : 'ochre'),
            color: colour(state === 'on' ? 'ink' : 'paper'),
            border: `1px solid ${colour('strongLine')}`,
            borderRadius: 1,
            p: 1.5,
            fontSize: 21,
            fontWeight: 700,
            minHeight: 58,
            pointerEvents: 'none',
          }}
        >
          {caption || (simulation.running ? 'Follow the road' : 'Press Start')}
        </Box>
      </Box>
      <Box sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <Box>
          <Typography variant="h1" sx={{ fontSize: '1.5rem' }}>
            Rehearse: {route.title}
          </Typography>
          <Typography sx={{ color: 'text.secondary' }}>
            {shown.road || 'a road without a name'}
            {fix?.speed ? `, ${speedText(fix.speed, route.units)}` : ''}
          </Typography>
        </Box>
        <ToggleButtonGroup
          exclusive
          value={source}
          aria-label="Where places come from"
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
            Places come from this device. The driver never touches it: only the person in the passenger seat
            does.
          </Typography>
        ) : (
          <>
            <Button
              variant="contained"
              size="large"
              onClick={() => simulation.setRunning(!simulation.running)}
              sx={{ minHeight: 60, fontSize: '1.2rem' }}
            >
              {simulation.running ? 'Pause' : simulation.second > 0 ? 'Go on' : 'Start'}
            </Button>
            <Box sx={{ px: 1 }}>
              <Typography id="rate">{simulation.rate} times as fast</Typography>
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
            This browser has no voice: a tone, and the words on the map.
          </Typography>
        ) : null}
        <FileButton accept=".gpx,application/gpx+xml" onFile={(file) => void chooseTrack(file)}>
          {track ? `Another track than ${track.name}` : 'Replay a GPX track'}
        </FileButton>
        {trouble ? <Typography role="alert">{trouble}</Typography> : null}
        {trap ? (
          <Box sx={{ borderLeft: `4px solid ${colour('ochre')}`, pl: 1.5 }}>
            <Typography>
              <b>For the instructor:</b> a trap is near. {trapWords[trap.trap ?? 'wrong-exit']}
            </Typography>
          </Box>
        ) : null}
        <Button
          variant="outlined"
          onClick={() => begin(source, source === 'track' && track ? track.replay : wholeRoute)}
        >
          From the start
        </Button>
        <Button component={Link} to={`/routes/${route.id}`} color="inherit" sx={{ fontWeight: 400 }}>
          To the route sheet
        </Button>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          The limit and the directions are hints: the signs on the road rule. Going another way safely is no
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

const NEAR_SCALE = 0.62;

/** The map round the car, its way up; somewhat ahead of it, for that is where one looks. */
function viewOn({ geometry }: OpenNetwork, fix: GuidanceFix | null, up: number, route: Route): View | null {
  const at = fix ?? route.line[0];
  if (!at) return null;
  const { x, y } = frameAt(geometry.middle).toPoint(at);
  const ahead = 110 / NEAR_SCALE;
  return { x: x + ahead * Math.sin(up), y: y + ahead * Math.cos(up), scale: NEAR_SCALE, up };
}
