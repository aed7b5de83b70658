import { Box, Button, FormControlLabel, LinearProgress, Switch, Typography } from '@mui/material';
import { useMemo, useState, type ReactNode } from 'react';
import {
  fullLock,
  sampleAt,
  sweep,
  whyNot,
  type Layout,
  type Moment,
  type Plan,
  type Spot,
  type YardVehicle,
} from '../../../core/yard';
import { usePlan } from '../../data/yard';
import { colour, ErrorNote } from '../../parts/ui';
import {
  Columns,
  countText,
  PlaybackBar,
  SweepLayer,
  usePlayback,
  VehicleGlyph,
  wheelWords,
  YardDrawing,
  type Projection,
} from '../../parts/yard';
import { Marks } from './Marks';
import type { Yard } from './useYard';

interface Props {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly panel: ReactNode;
}

/** How the course is driven: planned for this vehicle, played back, in an instructor's words. */
export function ShowView({ yard, layout, panel }: Props) {
  const [stopped, setStopped] = useState(false);
  const { course, vehicle, settings } = yard;
  const plan = usePlan(stopped ? null : { course, vehicle, settings });
  if (plan.answer?.feasible)
    return <Played layout={layout} vehicle={vehicle} plan={plan.answer.plan} panel={panel} />;
  return (
    <Columns
      drawing={<YardDrawing layout={layout} vehicle={vehicle} places label={`Plan of ${layout.title}`} />}
      panel={
        <>
          {plan.error ? (
            <ErrorNote title="Couldn’t plan this course">Change a size or choose another vehicle.</ErrorNote>
          ) : plan.answer ? (
            <ErrorNote title="This vehicle can’t do it here">{whyNot(plan.answer)}</ErrorNote>
          ) : stopped ? (
            <Button variant="contained" onClick={() => setStopped(false)}>
              Find the way
            </Button>
          ) : (
            <Box role="status" sx={{ display: 'grid', gap: 1 }}>
              <Typography>Finding the way with the fewest movements</Typography>
              <LinearProgress aria-label="Finding the way" />
              <Typography variant="body2" color="text.secondary">
                {(plan.searched ?? 0).toLocaleString()} positions tried
              </Typography>
              <Button sx={{ justifySelf: 'start' }} onClick={() => setStopped(true)}>
                Stop
              </Button>
            </Box>
          )}
          {panel}
        </>
      }
    />
  );
}

function Played({
  layout,
  vehicle,
  plan,
  panel,
}: {
  readonly layout: Layout;
  readonly vehicle: YardVehicle;
  readonly plan: Plan;
  readonly panel: ReactNode;
}) {
  const end = plan.path.at(-1)?.t ?? 0;
  const playback = usePlayback(end);
  const { t, seek } = playback;
  const [area, setArea] = useState(true);
  const [tracks, setTracks] = useState(true);
  const [shown, setShown] = useState<Moment | null>(null);
  const swept = useMemo(() => sweep(vehicle, plan.path), [vehicle, plan]);
  const now = sampleAt(plan.path, t);
  const piece = plan.stages.findLastIndex(({ from }) => from <= t + 1e-6);
  const share = (now?.steer ?? 0) / fullLock(vehicle);
  return (
    <Columns
      drawing={
        <>
          <YardDrawing
            layout={layout}
            vehicle={vehicle}
            label={`${layout.title} as it is driven, ${t.toFixed(0)} of ${end.toFixed(0)} seconds`}
          >
            {(projection) => (
              <>
                <SweepLayer projection={projection} sweep={swept} area={area} tracks={tracks} />
                {shown?.mark && Math.abs(t - shown.t) < 1.5 ? (
                  <SightLine projection={projection} line={shown.mark.line} />
                ) : null}
                {now ? (
                  <VehicleGlyph projection={projection} vehicle={vehicle} pose={now} steer={now.steer} />
                ) : null}
              </>
            )}
          </YardDrawing>
          <PlaybackBar playback={playback}>
            <FormControlLabel
              control={<Switch checked={area} onChange={({ target }) => setArea(target.checked)} />}
              label="Swept area"
            />
            <FormControlLabel
              control={<Switch checked={tracks} onChange={({ target }) => setTracks(target.checked)} />}
              label="Tyre tracks"
            />
          </PlaybackBar>
        </>
      }
      panel={
        <>
          <Box component="section" aria-label="What to do" sx={{ display: 'grid', gap: 1 }}>
            <Typography variant="h2">
              {countText(plan.movements, 'movement')}
              {plan.shunts > 0 ? `, ${countText(plan.shunts, 'shunt')}` : ''}
            </Typography>
            <Typography color="text.secondary">
              {`Nearest to ${plan.clearance.of.replaceAll('-', ' ')}: ${(plan.clearance.metres * 100).toFixed(0)} cm. Wheel now: ${wheelWords(share)}.`}
            </Typography>
            <Box component="ol" sx={{ m: 0, pl: 0, listStyle: 'none', display: 'grid' }}>
              {plan.stages.map(({ say, from }, n) => (
                <Box component="li" key={from}>
                  <Button
                    fullWidth
                    onClick={() => seek(from)}
                    aria-current={n === piece ? 'step' : undefined}
                    sx={{
                      justifyContent: 'flex-start',
                      textAlign: 'left',
                      fontWeight: n === piece ? 700 : 400,
                      color: 'text.primary',
                      borderLeft: '4px solid',
                      borderColor: n === piece ? 'primary.main' : 'divider',
                      borderRadius: 0,
                      py: 1,
                    }}
                  >
                    {n + 1}. {say}
                  </Button>
                </Box>
              ))}
            </Box>
          </Box>
          <Marks
            {...{ vehicle, layout, plan }}
            onShow={(moment) => {
              setShown(moment);
              seek(moment.t);
            }}
          />
          {panel}
        </>
      }
    />
  );
}

/** What the driver looks along at a mark: from the eye or the mirror to what is covered. */
function SightLine({
  projection,
  line: [from, to],
}: {
  readonly projection: Projection;
  readonly line: readonly [Spot, Spot];
}) {
  const [[x1, y1], [x2, y2]] = [projection.at(from), projection.at(to)];
  return (
    <g aria-hidden>
      <line {...{ x1, y1, x2, y2 }} stroke={colour('jasper')} strokeWidth={2} strokeDasharray="7 4" />
      <circle cx={x2} cy={y2} r={5} fill="none" stroke={colour('jasper')} strokeWidth={2} />
    </g>
  );
}
