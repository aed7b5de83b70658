import { FormControlLabel, Switch } from '@mui/material';
import { useMemo, useState } from 'react';
import { sampleAt, sweep, type Layout, type Sample, type YardVehicle } from '../../../core/yard';
import { PlaybackBar } from './PlaybackBar';
import { SweepLayer } from './SweepLayer';
import type { Playback } from './usePlayback';
import { VehicleGlyph } from './VehicleGlyph';
import { YardDrawing } from './YardDrawing';

interface Props {
  readonly layout: Layout;
  readonly vehicle: YardVehicle;
  /** The run as it was driven. */
  readonly path: readonly Sample[];
  /** The planned way, where one is known: drawn faint, on the same clock. */
  readonly planned: readonly Sample[] | null;
  readonly playback: Playback;
}

/** A run played again, the planned way beside it. */
export function Replay({ layout, vehicle, path, planned, playback }: Props) {
  const [area, setArea] = useState(true);
  const [beside, setBeside] = useState(true);
  const own = useMemo(() => sweep(vehicle, path), [vehicle, path]);
  const other = useMemo(() => (planned ? sweep(vehicle, planned) : null), [vehicle, planned]);
  const { t } = playback;
  const now = sampleAt(path, t);
  const ghost = planned && beside ? sampleAt(planned, t) : null;
  return (
    <>
      <YardDrawing
        layout={layout}
        vehicle={vehicle}
        label={`${layout.title} as it was driven, ${t.toFixed(0)} of ${playback.end.toFixed(0)} seconds`}
      >
        {(projection) => (
          <>
            <SweepLayer projection={projection} sweep={own} area={area} tracks />
            {other && beside ? (
              <SweepLayer projection={projection} sweep={other} area={false} tracks faint />
            ) : null}
            {ghost ? <VehicleGlyph projection={projection} vehicle={vehicle} pose={ghost} faint /> : null}
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
          control={
            <Switch
              checked={beside && planned !== null}
              disabled={planned === null}
              onChange={({ target }) => setBeside(target.checked)}
            />
          }
          label={planned ? 'Planned way beside it' : 'The planned way isn’t ready yet'}
        />
      </PlaybackBar>
    </>
  );
}
