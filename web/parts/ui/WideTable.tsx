import { Box, Table } from '@mui/material';
import { useLayoutEffect, useRef, type ReactNode } from 'react';
import { colour } from './theme';

/**
 * A table that scrolls sideways where it must, by finger and by keyboard. On a phone it becomes a list: each row
 * a block, each cell with the title of its column in front.
 */
export function WideTable({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  const table = useRef<HTMLTableElement>(null);
  useLayoutEffect(() => {
    const titles = [...(table.current?.tHead?.rows[0]?.cells ?? [])].map(({ textContent }) => textContent);
    for (const { rows } of table.current?.tBodies ?? [])
      for (const { cells } of rows)
        [...cells].forEach((cell, n) => cell.setAttribute('data-title', titles[n] ?? ''));
  });
  return (
    <Box role="group" aria-label={label} tabIndex={0} sx={{ overflowX: 'auto' }}>
      <Table
        ref={table}
        size="small"
        sx={(theme) => ({
          '& td, & th': { fontSize: '1rem', borderColor: colour('line') },
          [theme.breakpoints.down('sm')]: {
            '&, & tbody, & tr, & tbody td, & tbody th': { display: 'block' },
            '& thead': { display: 'none' },
            '& tbody tr': { borderBottom: `1px solid ${colour('strongLine')}`, py: 0.75 },
            '& tbody td, & tbody th': { border: 0, p: 0, py: 0.25, textAlign: 'left' },
            '& tbody td:empty': { display: 'none' },
            '& tbody td:not([data-title=""])::before': {
              content: 'attr(data-title) ": "',
              color: colour('soft'),
              fontWeight: 400,
            },
            '& tbody td > div': { display: 'inline-flex' },
          },
        })}
      >
        {children}
      </Table>
    </Box>
  );
}
