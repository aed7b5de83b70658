import { Box, Button, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { colour, tokens } from '../ui';

interface Props {
  readonly title: string;
  readonly what: string;
  readonly children: ReactNode;
}

/** One timer with its name and how it's used. */
export function Panel({ title, what, children }: Props) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{
        border: `1px solid ${colour('line')}`,
        borderRadius: `${tokens.radius}px`,
        bgcolor: colour('card'),
        p: 2,
        display: 'grid',
        gap: 1.5,
        alignContent: 'start',
        minWidth: 0,
      }}
    >
      <Box>
        <Typography variant="h2">{title}</Typography>
        <Typography sx={{ color: 'text.secondary' }}>{what}</Typography>
      </Box>
      {children}
    </Box>
  );
}

/** A button that is hit without looking. */
export function Touch({
  onTouch,
  pressed,
  children,
}: {
  readonly onTouch: () => void;
  readonly pressed?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <Button
      fullWidth
      variant={pressed ? 'contained' : 'outlined'}
      {...(pressed === undefined ? {} : { 'aria-pressed': pressed })}
      onClick={onTouch}
      sx={{ minHeight: 112, fontSize: '1.5rem', touchAction: 'manipulation' }}
    >
      {children}
    </Button>
  );
}
