import { Box, Slider, Typography } from '@mui/material';
import { useId } from 'react';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** The value with its unit. */
  readonly text: string;
  readonly onChange: (value: number) => void;
}

/** A number that is moved by thumb or keys, with its unit, large enough for the roadside. */
export function Slide({ label, value, least, most, step, text, onChange }: Props) {
  const id = useId();
  return (
    <Box sx={{ minWidth: 0 }}>
      <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 2, alignItems: 'baseline' }}>
        <Typography id={id}>{label}</Typography>
        <Typography component="output" sx={{ fontWeight: 700, fontSize: '1.25rem' }}>
          {text}
        </Typography>
      </Box>
      <Box sx={{ px: 1.5 }}>
        <Slider
          aria-labelledby={id}
          value={value}
          min={least}
          max={most}
          step={step}
          getAriaValueText={() => text}
          onChange={(_event, next) => !Array.isArray(next) && onChange(next)}
          sx={{ py: 2.25, '& .MuiSlider-thumb': { width: 28, height: 28 } }}
        />
      </Box>
    </Box>
  );
}
