import { Box, Typography } from '@mui/material';
import type { ReactNode } from 'react';

/** A titled stretch of a side panel. */
export function Fold({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <Box component="section" aria-label={title}>
      <Typography variant="h3" sx={{ mb: 0.5 }}>
        {title}
      </Typography>
      {children}
    </Box>
  );
}
