import { Box, Container, Typography } from '@mui/material';
import { Link } from 'react-router';
import { colour } from '../ui';

/**
 * Browsers give little to an address that is not secure. Whoever works at one is told what is missing, and where it
 * says how that is changed.
 */
export function NotSecure({ signedIn = false }: { readonly signedIn?: boolean }) {
  if (window.isSecureContext !== false) return null;
  return (
    <Box
      role="note"
      aria-label="This address is not secure"
      sx={{ bgcolor: colour('wash'), borderBottom: `1px solid ${colour('line')}` }}
    >
      <Container maxWidth="xl" sx={{ py: 1 }}>
        <Typography>
          <strong>This address is not secure.</strong>{' '}
          {signedIn
            ? 'Jasperwren opens here only while the server can be reached, follows no position, and the screen can go dark. '
            : 'Others in this network could read your passphrase. Whoever looks after the server can start it with --lan. '}
          {signedIn ? <Link to="/school?view=devices">How to change that</Link> : null}
        </Typography>
      </Container>
    </Box>
  );
}
