import { Box, Button, Container, Typography } from '@mui/material';
import { useEffect, useState } from 'react';
import { colour } from '../parts/ui';
import { stopFetching } from './offline';

/**
 * Says that a new version of the application waits. Nothing changes by itself under somebody who marks: it
 * comes when it is asked for here, or once every page is closed.
 */
export function NewVersion() {
  const [waiting, setWaiting] = useState<ServiceWorker | null>(null);
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    const leave = new AbortController();
    const { signal } = leave;
    void navigator.serviceWorker.ready.then((registration) => {
      if (signal.aborted) return;
      const look = () => setWaiting(registration.waiting);
      look();
      registration.addEventListener(
        'updatefound',
        () => registration.installing?.addEventListener('statechange', look, { signal }),
        { signal },
      );
    });
    return () => leave.abort();
  }, []);
  if (!waiting) return null;
  const take = () => {
    navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), {
      once: true,
    });
    // The old one first answers what it is asked already.
    void stopFetching().then(() => waiting.postMessage({ type: 'SKIP_WAITING' }));
  };
  return (
    <Box role="status" sx={{ bgcolor: colour('wash'), borderBottom: `1px solid ${colour('line')}` }}>
      <Container maxWidth="xl" sx={{ display: 'flex', alignItems: 'center', gap: 2, py: 0.5 }}>
        <Typography sx={{ flex: 1 }}>
          A new version of Jasperwren is ready. It starts when you close all its pages, or now. End mocks in
          other tabs first.
        </Typography>
        <Button variant="outlined" onClick={take}>
          Use it now
        </Button>
      </Container>
    </Box>
  );
}
