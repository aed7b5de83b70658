import { Box } from '@mui/material';
import { colour } from '../ui';
import { percent } from './words';

interface Props {
  readonly pass: number;
  readonly low: number;
  readonly high: number;
  /** From which chance somebody is called ready; not drawn when absent. */
  readonly ready?: number;
  readonly tone?: 'moss' | 'ochre' | 'jasper' | 'slate';
  readonly height?: number;
}

/** A chance from 0 to 100 % with its 80 % interval as a band. */
export function BandScale({ pass, low, high, ready, tone = 'slate', height = 22 }: Props) {
  const at = (share: number) => `${100 * Math.min(1, Math.max(0, share))}%`;
  return (
    <Box
      role="img"
      aria-label={`${percent(pass)}, 80% range ${percent(low)} to ${percent(high)}`}
      sx={{
        position: 'relative',
        height,
        bgcolor: colour('wash'),
        border: `1px solid ${colour('strongLine')}`,
        borderRadius: '3px',
      }}
    >
      <Box
        sx={{
          position: 'absolute',
          top: 0,
          bottom: 0,
          left: at(low),
          width: `calc(${at(high)} - ${at(low)})`,
          bgcolor: colour(tone),
          opacity: 0.35,
        }}
      />
      {ready === undefined ? null : (
        <Box
          sx={{
            position: 'absolute',
            top: -5,
            bottom: -5,
            left: at(ready),
            borderLeft: `2px dashed ${colour('ink')}`,
          }}
        />
      )}
      <Box
        sx={{
          position: 'absolute',
          top: -3,
          bottom: -3,
          left: `calc(${at(pass)} - 3px)`,
          width: 6,
          bgcolor: colour(tone),
          borderRadius: '2px',
        }}
      />
    </Box>
  );
}
