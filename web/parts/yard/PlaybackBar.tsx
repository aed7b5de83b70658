import PauseIcon from '@mui/icons-material/Pause';
import PlayArrowIcon from '@mui/icons-material/PlayArrow';
import { Box, Button, Slider, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Playback } from './usePlayback';

const speeds = [0.5, 1, 2, 4] as const;

/** Play, a place in time, a speed, and what else is chosen of the drawing. */
export function PlaybackBar({
  playback: { t, end, playing, speed, toggle, seek, setSpeed },
  children,
}: {
  readonly playback: Playback;
  readonly children?: ReactNode;
}) {
  return (
    <>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'auto minmax(0, 1fr) auto',
          gap: 2,
          alignItems: 'center',
        }}
      >
        <Button
          variant="contained"
          startIcon={playing ? <PauseIcon /> : <PlayArrowIcon />}
          onClick={toggle}
          sx={{ minWidth: 110 }}
        >
          {playing ? 'Pause' : 'Play'}
        </Button>
        <Slider
          aria-label="Time"
          min={0}
          max={end}
          step={0.1}
          value={t}
          valueLabelDisplay="auto"
          valueLabelFormat={(value) => `${value.toFixed(1)} s`}
          // It moves with every picture; a transition would never arrive.
          sx={{ '& .MuiSlider-thumb, & .MuiSlider-track': { transition: 'none' } }}
          onChange={(_, value) => seek(value as number)}
        />
        <Typography sx={{ minWidth: 92, textAlign: 'right' }}>
          {t.toFixed(0)} of {end.toFixed(0)} s
        </Typography>
      </Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <ToggleButtonGroup
          size="small"
          exclusive
          value={speed}
          aria-label="Speed"
          onChange={(_, value: number | null) => value && setSpeed(value)}
        >
          {speeds.map((one) => (
            <ToggleButton key={one} value={one}>
              {one === 0.5 ? '½' : one}×
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
        {children}
      </Box>
    </>
  );
}
