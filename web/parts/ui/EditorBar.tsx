import { Box, Stack, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from './theme';

interface Props {
  readonly title: string;
  /** What it is made from, or what it is for. */
  readonly under: string;
  /** Buttons: back, save and what else there is. */
  readonly children: ReactNode;
}

/** The head of a long form: what is changed, and the way to save it, which stays in view. */
export function EditorBar({ title, under, children }: Props) {
  return (
    <Stack
      direction="row"
      sx={{
        gap: 1.5,
        alignItems: 'center',
        flexWrap: 'wrap',
        position: { md: 'sticky' },
        top: 0,
        zIndex: 3,
        bgcolor: 'background.default',
        py: 1,
        borderBottom: `1px solid ${colour('line')}`,
      }}
    >
      <Box sx={{ flex: '1 1 300px', minWidth: 0 }}>
        <Typography variant="h1" sx={{ overflowWrap: 'anywhere' }}>
          {title}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {under}
        </Typography>
      </Box>
      {children}
    </Stack>
  );
}
