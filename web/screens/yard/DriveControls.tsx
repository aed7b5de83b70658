import { Box, Button, Slider, Typography } from '@mui/material';
import { useState } from 'react';
import { wheelWords } from '../../parts/yard';
import type { DrivingNow } from './useDriving';

/** Pedals to hold and a wheel to turn, for fingers; keys and a game pad do the same. */
export function DriveControls({
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
