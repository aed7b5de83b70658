import { Box } from '@mui/material';
import type { ReactNode } from 'react';

/** A drawing and what belongs to it, with a panel beside it; on small screens below it. */
export function Columns({ drawing, panel }: { readonly drawing: ReactNode; readonly panel: ReactNode }) {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 3,
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1fr) 400px' },
      }}
    >
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          alignContent: 'start',
          alignSelf: 'start',
          minWidth: 0,
          // It stays in view beside a long panel.
          position: { lg: 'sticky' },
          top: 12,
        }}
      >
        {drawing}
      </Box>
      <Box sx={{ display: 'grid', gap: 3, alignContent: 'start', minWidth: 0 }}>{panel}</Box>
    </Box>
  );
}
