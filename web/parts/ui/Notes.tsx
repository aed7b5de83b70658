import { Box, Button, LinearProgress, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from './theme';

/** Nothing here yet, and what to do about it. */
export function EmptyNote({
  title,
  children,
  action,
}: {
  title: string;
  children?: ReactNode;
  action?: ReactNode;
}) {
  return (
    <Box sx={{ border: `1px dashed ${colour('strongLine')}`, borderRadius: 1, p: 3 }}>
      <Typography variant="h3" component="p">
        {title}
      </Typography>
      {children ? <Typography sx={{ color: 'text.secondary', mt: 0.5 }}>{children}</Typography> : null}
      {action ? <Box sx={{ mt: 2 }}>{action}</Box> : null}
    </Box>
  );
}

/** What went wrong, what is safe, and a way on. */
export function ErrorNote({
  title,
  children,
  onRetry,
}: {
  title: string;
  children?: ReactNode;
  onRetry?: () => void;
}) {
  return (
    <Box
      role="alert"
      sx={{ borderLeft: `6px solid ${colour('jasper')}`, bgcolor: colour('wash'), borderRadius: 1, p: 2.5 }}
    >
      <Typography variant="h3" component="p">
        {title}
      </Typography>
      {children ? <Typography sx={{ mt: 0.5 }}>{children}</Typography> : null}
      {onRetry ? (
        <Button variant="outlined" onClick={onRetry} sx={{ mt: 1.5 }}>
          Try again
        </Button>
      ) : null}
    </Box>
  );
}

export function LoadingNote({ what }: { what: string }) {
  return (
    <Box role="status" sx={{ py: 3, maxWidth: 420 }}>
      <Typography sx={{ color: 'text.secondary', mb: 1 }}>Loading {what}</Typography>
      <LinearProgress aria-label={`Loading ${what}`} />
    </Box>
  );
}
