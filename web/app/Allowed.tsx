import { Box, Button, Typography } from '@mui/material';
import type { ComponentType } from 'react';
import { Link } from 'react-router';
import { rights, type Right, type Role } from '../../contract';
import { useMay } from '../data/api';
import { Aside } from '../parts/ui';

const roleWords: Readonly<Record<Role, string>> = {
  owner: 'an owner',
  instructor: 'an instructor',
  trainee: 'a trainee instructor',
};

/** A screen for those who have a right; to everybody else it says who does, before they have typed anything. */
export function allowedOnly(right: Right, Screen: ComponentType): ComponentType {
  return function Allowed() {
    return useMay(right) ? <Screen /> : <NotAllowed right={right} />;
  };
}

function NotAllowed({ right }: { readonly right: Right }) {
  return (
    <Box sx={{ maxWidth: 640, display: 'grid', gap: 2 }}>
      <Typography variant="h1">Not yours to change</Typography>
      <Aside role="note">
        <Typography>
          Only {rights[right].map((role) => roleWords[role]).join(' or ')} can use this screen. Ask one of
          them.
        </Typography>
      </Aside>
      <Box>
        <Button component={Link} to="/" variant="outlined">
          Back to Today
        </Button>
      </Box>
    </Box>
  );
}
