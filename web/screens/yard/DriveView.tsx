import {
  Box,
  Button,
  FormControlLabel,
  MenuItem,
  Switch,
  TextField,
  ToggleButton,
  ToggleButtonGroup,
  Typography,
} from '@mui/material';
import { skipToken } from '@reduxjs/toolkit/query';
import { useEffect, useMemo, useRef, useState, type ComponentProps, type ReactNode } from 'react';
import type { Standard } from '../../../core/standard';
import {
  bodiesOf,
  fullLock,
  judgeFollowed,
  posesIn,
  reportRun,
  sampleAt,
  step,
  sweep,
  type Course,
  type Followed,
  type Layout,
  type Plan,
  type RunReport,
  type Sample,
} from '../../../core/yard';
import { newestVersions, useStandardQuery, useStandardsQuery } from '../../data/api';
import { usePlan } from '../../data/yard';
import {
  AHEAD,
  Columns,
  HeadButtons,
  Replay,
  runLine,
  RunResult,
  SeatView,
  Slips,
  SweepLayer,
  usePlayback,
  VehicleGlyph,
  YardDrawing,
} from '../../parts/yard';
import { UnseenNote, useCones } from './Cones';
import { DriveControls } from './DriveControls';
import { KeepRun } from './KeepRun';
import { useDriving, type DrivingNow } from './useDriving';
import { useSeat } from './useSeat';
import type { Yard } from './useYard';

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
  const driving = useDriving(vehicle, layout, start);
  const [ended, setEnded] = useState(false);
  const { path, running, followed, stop, startedAt } = driving;
  const { standards, id, standard, choose } = useYardStandard(yard);
  const wheel = useRef<HTMLDivElement>(null);
  const over = useMemo(
    () => running && standard !== null && endsHere(standard, course, followed),
    [running, standard, course, followed],
  );
  useEffect(() => {
    if (!over) return;
    stop();
    setEnded(true);
  }, [over, stop]);
  const again = (): void => {
    setEnded(false);
    driving.reset();
  };
  const begin = (): void => {
    driving.start();
    // On a phone the drawing and the pedals have to be in view together.
    wheel.current?.scrollIntoView({ block: 'nearest' });
  };
  const end = (): void => {
    stop();
    setEnded(true);
  };
  const buttons = (
    <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
      {running ? (
        <Button variant="contained" onClick={end}>
          Finish
        </Button>
      ) : ended ? null : (
        <Button variant="contained" onClick={begin}>
          Start
        </Button>
      )}
      {path.length > 0 ? <Button onClick={again}>Start again</Button> : null}
    </Box>
  );
  const standardField =
    standards.length > 0 ? (
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
    ) : (
      <Typography color="text.secondary">
        No standard of the school has a manoeuvre like this course, so the run is counted but not marked.
      </Typography>
    );
  if (ended)
    return (
      <Finished
        yard={yard}
        layout={layout}
        path={path}
        plan={plan}
        standard={standard}
        startedAt={startedAt ?? new Date()}
      >
        {standardField}
        {buttons}
      </Finished>
    );
  return (
    <Columns
      drawing={
        <Box ref={wheel} sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'minmax(0, 1fr)' }}>
          <Driven {...{ layout, vehicle, driving, plan, buttons }} />
        </Box>
      }
      panel={
        <>
          <Box component="section" aria-label="This run" sx={{ display: 'grid', gap: 1.5 }}>
            <Typography variant="h2">This run</Typography>
            {standardField}
            <Typography role="status">
              {path.length === 0 ? 'Press Start, then drive.' : runLine(followed)}
            </Typography>
            {followed.slips.length > 0 ? <Slips slips={followed.slips} layout={layout} /> : null}
          </Box>
          {running ? null : panel}
        </>
      }
    />
  );
}

/** The vehicle on the course from above or from the seat, what moves it, and the cones that are close and out of sight. */
function Driven({
  layout,
  vehicle,
  driving,
  plan,
  buttons,
}: Pick<Props, 'layout'> &
  Pick<Yard, 'vehicle'> & {
    readonly driving: DrivingNow;
    readonly plan: Plan | null;
    readonly buttons: ReactNode;
  }) {
  const [ghost, setGhost] = useState(false);
  const [from, setFrom] = useState<'above' | 'seat'>('above');
  const { now } = driving;
  const { own } = useSeat(vehicle);
  const [head, setHead] = useState(AHEAD);
  const ahead = now.v === 0 ? null : { ...now, ...step(own, now, now, { v: now.v, steer: now.steer }, SOON) };
  const { unseen } = useCones({ vehicle: own, layout, pose: now, ahead });
  const planned = ghost && plan ? sampleAt(plan.path, now.t) : null;
  const swept = useMemo(() => (plan ? sweep(vehicle, plan.path) : null), [plan, vehicle]);
  const fromAbove = (
    <YardDrawing layout={layout} vehicle={vehicle} places label={`${layout.title}, driven from above`}>
      {(projection) => (
        <>
          {ghost && swept ? <SweepLayer projection={projection} sweep={swept} area={false} tracks /> : null}
          {planned ? <VehicleGlyph projection={projection} vehicle={vehicle} pose={planned} faint /> : null}
          <VehicleGlyph projection={projection} vehicle={vehicle} pose={now} steer={now.steer} />
        </>
      )}
    </YardDrawing>
  );
  return (
    <>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <ToggleButtonGroup
          size="small"
          exclusive
          value={from}
          aria-label="View"
          onChange={(_, next: typeof from | null) => next && setFrom(next)}
        >
          <ToggleButton value="above">From above</ToggleButton>
          <ToggleButton value="seat">From the seat</ToggleButton>
        </ToggleButtonGroup>
        {buttons}
      </Box>
      <Box sx={{ position: 'relative' }}>
        {from === 'seat' ? (
          <SeatView
            layout={layout}
            vehicle={own}
            pose={now}
            head={head}
            onHead={setHead}
            instead={fromAbove}
          />
        ) : (
          fromAbove
        )}
        <UnseenNote unseen={unseen} />
      </Box>
      {from === 'seat' ? <HeadHelp vehicle={own} onHead={setHead} /> : null}
      <DriveControls driving={driving} share={now.steer / fullLock(vehicle)} />
      {from === 'above' ? (
        <FormControlLabel
          control={
            <Switch checked={ghost} disabled={!plan} onChange={({ target }) => setGhost(target.checked)} />
          }
          label={plan ? 'Show the planned way' : 'The planned way isn’t ready yet'}
        />
      ) : null}
    </>
  );
}

/** How the head is turned while driving from the seat. */
const HeadHelp = (props: ComponentProps<typeof HeadButtons>) => (
  <>
    <HeadButtons {...props} />
    <Typography
      variant="body2"
      color="text.secondary"
      // There are no keys on a phone.
      sx={{ display: { xs: 'none', sm: 'block' } }}
    >
      Turn the head with Q and E, up and down with R and F, ahead with Z, or drag the view. See sets the seat
      and the mirrors.
    </Typography>
  </>
);

/** Seconds after which the pose tells where the vehicle is going. */
const SOON = 1;

/** The finished run: played again beside the plan, what the standard says of it, and with whom it is kept. */
function Finished({
  yard,
  layout,
  path,
  plan,
  standard,
  startedAt,
  children,
}: {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly path: readonly Sample[];
  readonly plan: Plan | null;
  readonly standard: Standard | null;
  readonly startedAt: Date;
  readonly children: ReactNode;
}) {
  const { course, vehicle, settings } = yard;
  const report = useMemo(() => reportRun(vehicle, layout, path), [vehicle, layout, path]);
  const judged = useMemo(() => standard && judgeNow(standard, course, report), [standard, course, report]);
  const playback = usePlayback(path.at(-1)?.t ?? 0);
  return (
    <Columns
      drawing={<Replay {...{ layout, vehicle, path, playback }} planned={plan?.path ?? null} />}
      panel={
        <>
          <Box component="section" aria-label="Result" sx={{ display: 'grid', gap: 1.5 }}>
            <Typography variant="h2">Result</Typography>
            {children}
            {standard && judged?.ok ? (
              <RunResult
                standard={standard}
                outcome={judged.value.verdict.outcome}
                breaches={judged.value.verdict.breaches}
              />
            ) : null}
            <Typography>{resultLine(report)}</Typography>
            {report.slips.length > 0 ? (
              <Slips slips={report.slips} layout={layout} onSeek={playback.seek} />
            ) : null}
          </Box>
          {standard && path.length > 1 ? (
            <KeepRun run={{ course, vehicle, settings, path }} standard={standard} startedAt={startedAt} />
          ) : null}
        </>
      }
    />
  );
}

const resultLine = (report: RunReport): string =>
  `${runLine(report)}. Nearest to ${report.clearance.of.replaceAll('-', ' ')}: ${(Math.max(0, report.clearance.metres) * 100).toFixed(0)} cm.`;

/** A run as the standard's evaluator judges it. @param until seconds of a run that is still on */
function judgeNow(standard: Standard, course: Course, run: Followed, until?: number) {
  let n = 0;
  const newId = (): string => `yard-${(n += 1)}`;
  const startedAt = new Date(0).toISOString();
  return judgeFollowed(standard, course, run, {
    startedAt,
    device: 'yard',
    newId,
    ...(until === undefined ? {} : { until }),
  });
}

/** Whether the standard ends the test at what has happened so far. */
function endsHere(standard: Standard, course: Course, followed: Followed): boolean {
  const judged = judgeNow(standard, course, followed, followed.until);
  return judged.ok && judged.value.verdict.outcome === 'ended';
}

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
