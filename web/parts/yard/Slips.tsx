import { Box, Button } from '@mui/material';
import type { Layout, Slip } from '../../../core/yard';
import { slipTitle } from './words';

/** What went wrong on a run, in the order in which it did. @param onSeek shows that moment */
export function Slips({
  slips,
  layout,
  onSeek,
}: {
  readonly slips: readonly Slip[];
  readonly layout: Pick<Layout, 'stages'>;
  readonly onSeek?: (t: number) => void;
}) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
      {slips.map((slip, n) => {
        const words = `${slipTitle(slip, layout)}, at ${slip.t.toFixed(0)} s`;
        return (
          <li key={n}>
            {onSeek ? (
              <Button sx={{ textAlign: 'left', px: 0.5 }} onClick={() => onSeek(Math.max(0, slip.t - 1))}>
                {words}
              </Button>
            ) : (
              words
            )}
          </li>
        );
      })}
    </Box>
  );
}
