import { Box, Button, Slider, Typography } from '@mui/material';
import type { LaidParameter } from '../../../core/yard';
import { NumberField } from '../../parts/ui';

interface Props {
  readonly parameters: readonly LaidParameter[];
  readonly onSet: (id: string, value: number | null) => void;
}

/** By so much a slider or a handle changes a size: 5 cm, a degree, one in 100. */
export const stepOf = (unit: LaidParameter['unit']): number => (unit === 'm' ? 0.05 : 1);

const round = (value: number): number => Number(value.toFixed(2));

/** The lengths of a course that can be changed: a slider for the eye, a field for the tape. */
export function Parameters({ parameters, onSet }: Props) {
  if (parameters.length === 0) return null;
  return (
    <Box component="section" aria-label="Sizes" sx={{ display: 'grid', gap: 1.5 }}>
      <Typography variant="h2">Sizes</Typography>
      {parameters.map(({ id, title, unit, value, usual, least, most }) => (
        <Box
          key={id}
          sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 112px', gap: 2, alignItems: 'center' }}
        >
          <Box sx={{ px: 1, minWidth: 0 }}>
            <Typography variant="body2">{title}</Typography>
            <Slider
              size="small"
              aria-label={title}
              value={value}
              min={round(least)}
              max={round(most)}
              step={stepOf(unit)}
              valueLabelDisplay="auto"
              valueLabelFormat={(shown) => `${round(shown)} ${unit}`}
              onChange={(_, next) => onSet(id, round(next as number))}
            />
          </Box>
          <NumberField
            size="small"
            label={unit === 'm' ? 'metres' : unit === '°' ? 'degrees' : 'in 100'}
            value={round(value)}
            least={round(least)}
            most={round(most)}
            onNumber={(next) => {
              if (next !== null) onSet(id, next);
            }}
            slotProps={{ htmlInput: { 'aria-label': `${title}, ${unit === '%' ? 'in 100' : unit}` } }}
          />
          {Math.abs(value - usual) > 0.005 ? (
            <Button
              size="small"
              sx={{ justifySelf: 'start', gridColumn: '1 / -1', mt: -1.5 }}
              onClick={() => onSet(id, null)}
            >
              Back to {round(usual)} {unit}
            </Button>
          ) : null}
        </Box>
      ))}
    </Box>
  );
}
