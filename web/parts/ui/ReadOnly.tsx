import { Box } from '@mui/material';
import type { ReactNode } from 'react';

/** What may be read and not touched, because somebody else may change it. */
export const ReadOnly = ({ when, children }: { readonly when: boolean; readonly children: ReactNode }) =>
  when ? (
    <Box inert sx={{ opacity: 0.8 }}>
      {children}
    </Box>
  ) : (
    children
  );
