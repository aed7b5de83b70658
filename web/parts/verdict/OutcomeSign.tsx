import { Box } from '@mui/material';
import type { Outcome } from '../../../core/standard';
import { colour } from '../ui';

const shapes: Readonly<Record<Outcome, { path: string; tone: 'moss' | 'jasper' | 'soft' }>> = {
  pass: { path: 'M4 12.5 9.5 18 20 6', tone: 'moss' },
  fail: { path: 'M5 5l14 14M19 5 5 19', tone: 'jasper' },
  ended: { path: 'M4 12h16', tone: 'jasper' },
  incomplete: { path: 'M5 12h2M11 12h2M17 12h2', tone: 'soft' },
};

/** An outcome as a drawn sign; its word stands beside it wherever it is used. */
export function OutcomeSign({ outcome, size = 24 }: { readonly outcome: Outcome; readonly size?: number }) {
  const { path, tone } = shapes[outcome];
  return (
    <Box component="svg" viewBox="0 0 24 24" aria-hidden sx={{ width: size, height: size, flex: 'none' }}>
      <path
        d={path}
        fill="none"
        stroke={colour(tone)}
        strokeWidth={3.4}
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </Box>
  );
}
