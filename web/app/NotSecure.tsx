import { Box, Container, Typography } from '@mui/material';
import { Link } from 'react-router';
import { colour } from '../parts/ui';

/**
 * Browsers hold back a lot at an address that isn't secure. This says what doesn't work, and links to how to change it.
 */
export function NotSecure({ signedIn = false }: { readonly signedIn?: boolean }) {
  if (window.isSecureContext !== false) return null;
  return (
    <Box
      role="note"
      aria-label="This address isn’t secure"
      sx={{ bgcolor: colour('wash'), borderBottom: `1px solid ${colour('line')}` }}
    >
      <Container maxWidth="xl" sx={{ py: 1 }}>
        <Typography>
          <strong>This address isn’t secure.</strong>{' '}
          {signedIn
            ? 'Jasperwren only works here while it’s connected to the server. It can’t follow your position or keep the screen on. '
            : 'Others on this network could read your passphrase. To make it secure, start the server with --lan. '}
          {signedIn ? <Link to="/school?view=devices">How to change that</Link> : null}
        </Typography>
      </Container>
    </Box>
  );
}
