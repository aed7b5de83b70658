import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from './theme';

interface Props {
  readonly tone?: Parameters<typeof colour>[0];
  /** `status` where it comes up by itself. */
  readonly role?: 'status' | 'alert' | 'note';
  readonly sx?: Readonly<Record<string, string | number>>;
  readonly children: ReactNode;
}

/** A remark beside the matter, with a line down its side. */
export const Aside = ({ tone = 'slate', role, sx, children }: Props) => (
  <Box role={role} sx={{ borderLeft: `4px solid ${colour(tone)}`, pl: 1.5, ...sx }}>
    {children}
  </Box>
);
