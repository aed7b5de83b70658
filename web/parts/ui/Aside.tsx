import { Box } from '@mui/material';
import type { ComponentProps, ReactNode } from 'react';
import { colour } from './theme';

interface Props {
  readonly tone?: Parameters<typeof colour>[0];
  /** `status` where it comes up by itself. */
  readonly role?: 'status' | 'alert' | 'note';
  readonly sx?: ComponentProps<typeof Box>['sx'];
  readonly children: ReactNode;
}

/** A remark beside the matter, with a line down its side. */
export const Aside = ({ tone = 'slate', role, sx, children }: Props) => (
  <Box
    role={role}
    sx={[{ borderLeft: `4px solid ${colour(tone)}`, pl: 1.5 }, ...(Array.isArray(sx) ? sx : [sx])]}
  >
    {children}
  </Box>
);
