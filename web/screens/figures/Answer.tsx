import { Box, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from '../../parts/ui';

/** What an answer says of the case: fine, so it is, mind, no. */
export type Tone = 'moss' | 'slate' | 'ochre' | 'jasper';

interface Props {
  readonly tone: Tone;
  readonly title: ReactNode;
  readonly children: ReactNode;
}

/** The answer to a figure's question, told again when it changes. */
export const Answer = ({ tone, title, children }: Props) => (
  <Box role="status" sx={{ borderLeft: `6px solid ${colour(tone)}`, pl: 2 }}>
    <Typography variant="h2" component="p">
      {title}
    </Typography>
    {children}
  </Box>
);
