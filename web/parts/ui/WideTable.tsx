import { Box, Table } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from './theme';

/** A table that scrolls sideways where it must, by finger and by keyboard. */
export function WideTable({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <Box role="group" aria-label={label} tabIndex={0} sx={{ overflowX: 'auto' }}>
      <Table size="small" sx={{ '& td, & th': { fontSize: '1rem', borderColor: colour('line') } }}>
        {children}
      </Table>
    </Box>
  );
}
