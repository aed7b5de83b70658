import { Box, MenuItem, TextField } from '@mui/material';
import type { ReactNode } from 'react';
import { roads, type RoadState } from '../../../core/roadcraft';
import { Slide } from './Slide';
import type { FigureProps } from './props';
import type { Asked } from './useFigure';
import { gradeWords, perSpeed, roadWords, speedWords, STEEPEST } from './words';

/** What a figure is asked with, side by side where there is room. */
export const Controls = ({ children }: { readonly children: ReactNode }) => (
  <Box sx={{ display: 'grid', columnGap: 4, gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' } }}>
    {children}
  </Box>
);

interface SpeedProps extends Pick<FigureProps, 'asked' | 'units' | 'speed'> {
  readonly label?: string;
  /** In the units that are shown. */
  readonly least?: number;
  readonly most: number;
}

/** A speed, in whole numbers of the units that people read on a sign. */
export function SpeedSlide({ asked, units, speed, label = 'Speed', least = 5, most }: SpeedProps) {
  const per = perSpeed(units);
  return (
    <Slide
      label={label}
      value={speed / per}
      least={least}
      most={most}
      step={1}
      text={speedWords(speed, units)}
      onChange={(value) => asked.set('speed', value * per)}
    />
  );
}

interface SlopeProps {
  readonly asked: Asked;
  /** Rise over run. */
  readonly grade: number;
}

export const SlopeSlide = ({ asked, grade }: SlopeProps) => (
  <Slide
    label="Slope"
    value={100 * grade}
    least={-100 * STEEPEST}
    most={100 * STEEPEST}
    step={1}
    text={gradeWords(grade)}
    onChange={(value) => asked.set('grade', value / 100)}
  />
);

interface ChoiceProps<T extends string> {
  readonly asked: Asked;
  /** Its name in the address. */
  readonly of: string;
  readonly label: string;
  readonly value: T;
  readonly options: readonly T[];
  readonly textOf: (option: T) => string;
}

/** One of a few. */
export const Choice = <T extends string>({ asked, of, label, value, options, textOf }: ChoiceProps<T>) => (
  <TextField
    select
    label={label}
    value={value}
    onChange={(event) => asked.set(of, event.target.value)}
    sx={{ my: 1 }}
  >
    {options.map((one) => (
      <MenuItem key={one} value={one}>
        {textOf(one)}
      </MenuItem>
    ))}
  </TextField>
);

interface RoadProps {
  readonly asked: Asked;
  readonly road: RoadState;
}

export const RoadChoice = ({ asked, road }: RoadProps) => (
  <Choice
    asked={asked}
    of="road"
    label="Road"
    value={road}
    options={roads}
    textOf={(one) => roadWords[one]}
  />
);
