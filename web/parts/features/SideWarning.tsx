import { Box, Typography } from '@mui/material';
import type { Route } from '../../../core/route';
import type { Standard } from '../../../core/standard';
import { colour } from '../ui';

interface Props {
  readonly standard: Pick<Standard, 'title' | 'drivingSide'>;
  readonly route: Pick<Route, 'title' | 'drivingSide'>;
}

/** A standard for the one side of the road and a route on the other do not go together. */
export function SideWarning({ standard, route }: Props) {
  if (standard.drivingSide === route.drivingSide) return null;
  return (
    <Box role="alert" sx={{ mb: 2, p: 1.5, borderRadius: 1, bgcolor: colour('wash') }}>
      <Typography sx={{ fontWeight: 700 }}>The route drives on the other side</Typography>
      <Typography>
        {standard.title} is for driving on the {standard.drivingSide}; {route.title} is on roads where one
        drives on the {route.drivingSide}. Its directions and positions won’t fit.
      </Typography>
    </Box>
  );
}
