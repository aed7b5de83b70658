import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from './theme';

interface Props {
  /** What a screen reader calls it. */
  readonly name?: string;
  readonly children: ReactNode;
}

/** A line of a list, with what can be done about it at its end. */
export const ListRow = ({ name, children }: Props) => (
  <Box
    component="li"
    aria-label={name}
    sx={{
      display: 'flex',
      flexWrap: 'wrap',
      columnGap: 2,
      alignItems: 'center',
      minHeight: 56,
      py: 0.5,
      borderBottom: `1px solid ${colour('line')}`,
    }}
  >
    {children}
  </Box>
);
