import {
  Box,
  Button,
  FormControlLabel,
  MenuItem,
  Slider,
  Switch,
  TextField,
  Typography,
} from '@mui/material';
import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { skipToken } from '@reduxjs/toolkit/query';
import { judge, outcomeWords } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import {
  bodiesOf,
  followRun,
  fullLock,
  markRun,
  posesIn,
  reportRun,
  sampleAt,
  sweep,
  type Followed,
  type Layout,
  type RunReport,
  type Sample,
} from '../../../core/yard';
import { newestVersions, useStandardQuery, useStandardsQuery } from '../../data/api';
import { usePlan } from '../../data/yard';
import { SweepLayer, VehicleGlyph, YardDrawing } from '../../parts/yard';
import { OutcomeSign } from '../../parts/verdict';
import { Columns } from './Columns';
import { useDriving, type DrivingNow } from './useDriving';
import type { Yard } from './useYard';
import { runLine, slipTitle, wheelWords } from './words';

interface Props {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly panel: ReactNode;
}

/** Driving the course from above: keys, buttons or a game pad, counted while it goes, marked at the end. */
export function DriveView({ yard, layout, panel }: Props) {
  const { vehicle, course, settings } = yard;
  const { answer } = usePlan({ course, vehicle, settings });
  const plan = answer?.feasible ? answer.plan : null;
  const [start] = useMemo(
    () => (plan?.path[0] ? [plan.path[0]] : posesIn(bodiesOf(vehicle), layout.start)),
    [plan, vehicle, layout],
  );
  const driving = useDriving(vehicle, start);
  const [ghost, setGhost] = useState(false);
  const [ended, setEnded] = useState(false);
  const { now, path, running } = driving;
  const followed = useMemo(
    () => followRun(vehicle, layout, driving.told, false),
    [vehicle, layout, driving.told],
  );
  const planned = ghost && plan ? sampleAt(plan.path, now.t) : null;
  const swept = useMemo(() => (plan ? sweep(vehicle, plan.path) : null), [plan, vehicle]);
  const own = useMemo(() => (ended ? sweep(vehicle, path) : null), [ended, vehicle, path]);
  const { standards, id, standard, choose } = useYardStandard(yard);
  // Judged again only when something went wrong: the clock alone is read at the end.
  const wrong = followed.slips.length + followed.movements.length;
  const stopped = useMemo(
    () => running && standard !== null && wrong > 0 && endsHere(standard, yard, followed),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [running, standard, wrong],
  );
  const { stop } = driving;
  useEffect(() => {
    if (!stopped) return;
    stop();
    setEnded(true);
  }, [stopped, stop]);
  const again = (): void => {
    setEnded(false);
    driving.reset();
  };
  const end = (): void => {
    driving.stop();
    setEnded(true);
  };
  return (
    <Columns
      drawing={
        <>
          <YardDrawing layout={layout} vehicle={vehicle} places label={`${layout.title}, driven from above`}>
            {(projection) => (
              <>
                {own ? <SweepLayer projection={projection} sweep={own} area tracks /> : null}
                {ghost && swept ? (
                  <SweepLayer projection={projection} sweep={swept} area={false} tracks />
                ) : null}
                {planned ? (
                  <VehicleGlyph projection={projection} vehicle={vehicle} pose={planned} faint />
                ) : null}
                <VehicleGlyph projection={projection} vehicle={vehicle} pose={now} steer={now.steer} />
              </>
            )}
          </YardDrawing>
          <Controls driving={driving} share={now.steer / fullLock(vehicle)} />
          <FormControlLabel
            control={
              <Switch checked={ghost} disabled={!plan} onChange={({ target }) => setGhost(target.checked)} />
            }
            label={plan ? 'Show the planned way' : 'The planned way isn’t ready yet'}
          />
        </>
      }
      panel={
        <>
          <Box component="section" aria-label="This run" sx={{ display: 'grid', gap: 1.5 }}>
            <Typography variant="h2">This run</Typography>
            {standards.length > 0 ? (
              <TextField
                select
                size="small"
                label="Marked under"
                value={id}
                disabled={running}
                onChange={({ target }) => choose(target.value)}
              >
                {standards.map((one) => (
                  <MenuItem key={one.id} value={one.id}>
                    {one.title}
                  </MenuItem>
                ))}
              </TextField>
            ) : null}
            {ended ? null : (
              <Typography role="status">
                {path.length === 0 ? 'Press Start, then drive.' : runLine(followed)}
              </Typography>
            )}
            <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
              {running ? (
                <Button variant="contained" onClick={end}>
                  Finish
                </Button>
              ) : ended ? null : (
                <Button variant="contained" onClick={driving.start}>
                  Start
                </Button>
              )}
              {path.length > 0 ? <Button onClick={again}>Start again</Button> : null}
            </Box>
            {followed.slips.length > 0 && !ended ? <Slips slips={followed.slips} layout={layout} /> : null}
          </Box>
          {ended ? <Marked yard={yard} layout={layout} path={path} standard={standard} /> : null}
          {running ? null : panel}
        </>
      }
    />
  );
}

function Slips({ slips, layout }: Pick<RunReport, 'slips'> & { readonly layout: Layout }) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
      {slips.map((slip, n) => (
        <li key={n}>
          {slipTitle(slip, layout)}, at {slip.t.toFixed(0)} s
        </li>
      ))}
    </Box>
  );
}

/** Pedals to hold and a wheel to turn, for fingers; keys and a game pad do the same. */
function Controls({
  driving: { hold, running, now },
  share,
}: {
  readonly driving: DrivingNow;
  readonly share: number;
}) {
  const [wheel, setWheel] = useState(0);
  const pedal = (part: 'forward' | 'reverse', title: string) => (
    <Button
      variant="outlined"
      disabled={!running}
      sx={{ minHeight: 56, touchAction: 'none', userSelect: 'none' }}
      onPointerDown={() => hold({ [part]: true })}
      onPointerUp={() => hold({ [part]: false })}
      onPointerLeave={() => hold({ [part]: false })}
      onPointerCancel={() => hold({ [part]: false })}
      onContextMenu={(event) => event.preventDefault()}
    >
      {title}
    </Button>
  );
  return (
    <Box role="group" aria-label="Wheel and pedals" sx={{ display: 'grid', gap: 1.5 }}>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2, maxWidth: 520 }}>
        {pedal('reverse', 'Hold to reverse')}
        {pedal('forward', 'Hold to drive')}
      </Box>
      <Box sx={{ px: 1, maxWidth: 520 }}>
        <Typography variant="body2">
          Wheel: {wheelWords(share)}. Speed: {(Math.abs(now.v) * 3.6).toFixed(1)} km/h
        </Typography>
        <Slider
          aria-label="Steering wheel"
          disabled={!running}
          track={false}
          min={-1}
          max={1}
          step={0.02}
          value={wheel}
          marks={[
            { value: -1, label: 'Left' },
            { value: 0, label: 'Straight' },
            { value: 1, label: 'Right' },
          ]}
          onChange={(_, next) => {
            setWheel(next as number);
            hold({ wheel: -(next as number) });
          }}
          onChangeCommitted={(_, next) => hold({ wheel: -(next as number) })}
        />
      </Box>
      <Typography variant="body2" color="text.secondary">
        Keys: arrows, or W A S D. A game pad steers with its left stick; its triggers are the pedals. The
        wheel stays as you turned it.
      </Typography>
    </Box>
  );
}

/** A run as the standard's evaluator judges it; null where the standard has no such manoeuvre. */
function judged(standard: Standard, yard: Yard, report: RunReport) {
  const startedAt = new Date(0).toISOString();
  let n = 0;
  const newId = (): string => `yard-${(n += 1)}`;
  const events = markRun(standard, yard.course, report, { startedAt, device: 'yard', newId });
  return events.ok ? judge(standard, events.value, { retest: false, startedAt }) : null;
}

/** Whether the standard ends the test at what has happened so far. */
const endsHere = (standard: Standard, yard: Yard, followed: Followed): boolean =>
  judged(standard, yard, { ...followed, clearance: { metres: 0, of: '' } })?.verdict.outcome === 'ended';

/** The standards that have a manoeuvre like this course, and the one that is chosen. */
function useYardStandard({ course }: Yard) {
  const { data } = useStandardsQuery();
  const [chosen, setChosen] = useState('');
  const standards = newestVersions(data?.items ?? []).filter(({ manoeuvreKinds }) =>
    course.manoeuvres.some((kind) => manoeuvreKinds.includes(kind)),
  );
  const ref = standards.find(({ id }) => id === chosen) ?? standards[0];
  const { currentData } = useStandardQuery(ref ? { id: ref.id, version: ref.version } : skipToken);
  return { standards, id: ref?.id ?? '', standard: currentData ?? null, choose: setChosen };
}

/** The finished run, and what the standard says of it. */
function Marked({
  yard,
  layout,
  path,
  standard,
}: {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly path: readonly Sample[];
  readonly standard: Standard | null;
}) {
  const report = useMemo(() => reportRun(yard.vehicle, layout, path), [yard.vehicle, layout, path]);
  const result = useMemo(() => standard && judged(standard, yard, report), [standard, yard, report]);
  return (
    <Box component="section" aria-label="Result" sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h2">Result</Typography>
      {standard && result ? (
        <Box sx={{ display: 'grid', gap: 0.5 }}>
          <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            <OutcomeSign outcome={result.verdict.outcome} />
            <Typography variant="h3" component="p">
              {outcomeWords[result.verdict.outcome]}
            </Typography>
          </Box>
          {result.verdict.breaches.map(({ limit }) => (
            <Typography key={limit}>{because(standard, limit)}</Typography>
          ))}
        </Box>
      ) : null}
      <Typography>
        {runLine(report)}. Nearest to {report.clearance.of.replaceAll('-', ' ')}:{' '}
        {(Math.max(0, report.clearance.metres) * 100).toFixed(0)} cm.
      </Typography>
      {report.slips.length > 0 ? <Slips slips={report.slips} layout={layout} /> : null}
      <Typography variant="body2" color="text.secondary">
        This is practice on a screen: it isn’t kept and doesn’t count towards readiness.
      </Typography>
    </Box>
  );
}

const because = (standard: Standard, limit: string): string =>
  [...standard.limits, ...standard.manoeuvres.flatMap(({ limits }) => limits)].find(({ id }) => id === limit)
    ?.because ?? limit;
