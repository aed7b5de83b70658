import { Box, FormControlLabel, Switch, Typography } from '@mui/material';
import { useMemo, useState, type ReactNode } from 'react';
import { fullLock, sampleAt, sweep, type Layout, type Plan, type YardVehicle } from '../../../core/yard';
import {
  Columns,
  countText,
  PlaybackBar,
  SweepLayer,
  usePlayback,
  VehicleGlyph,
  wheelWords,
  YardDrawing,
} from '../../parts/yard';
import { Planned } from './Planned';
import { Steps } from './Steps';
import type { Yard } from './useYard';

interface Props {
  readonly yard: Yard;
  readonly layout: Layout;
  readonly panel: ReactNode;
}

/** How the course is driven: planned for this vehicle, played back, in an instructor's words. */
export const ShowView = ({ yard, layout, panel }: Props) => (
  <Planned {...{ yard, layout, panel }}>
    {(plan) => <Played layout={layout} vehicle={yard.vehicle} plan={plan} panel={panel} />}
  </Planned>
);

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
            <Steps
              items={plan.stages.map(({ say, from }, n) => ({
                key: from,
                words: `${n + 1}. ${say}`,
                now: n === piece,
                show: () => seek(from),
              }))}
            />
          </Box>
          {panel}
        </>
      }
    />
  );
}
