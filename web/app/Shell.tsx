import { Box, Button, Container, Stack, Typography } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { NavLink, Outlet } from 'react-router';
import { useSessionQuery, useSignOutMutation } from '../data/api';
import { useAction } from '../parts/keys';
import { useLeaveAll } from '../parts/unsaved';
import { colour, later, LightSwitch, Wren } from '../parts/ui';
import { actions } from './actions';
import { NewVersion } from './NewVersion';
import { NotSecure } from './NotSecure';
import { addressOf, screens } from './screens';
import { fetchTheDay, fetchTheDaySoon, leaveTheDay } from './offline';

/** Opened by their keys, and loaded then. */
const JumpDialog = later(async () => (await import('./JumpDialog')).JumpDialog, { what: 'Find' });
const HelpDialog = later(async () => (await import('./HelpDialog')).HelpDialog, { what: 'Help' });

const navigation = screens
  .filter(({ inNavigation }) => inNavigation)
  .map((screen) => ({ path: addressOf(screen), title: screen.title }));

/** The frame of every screen but the marking screen. */
export function Shell() {
  const { data } = useSessionQuery();
  const [signOut] = useSignOutMutation();
  const leaveAll = useLeaveAll();
  const content = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState<'jump' | 'help' | null>(null);
  const instructor = data?.instructor.id;
  useEffect(() => {
    if (!instructor) return;
    const fetchNow = () => void fetchTheDay();
    const giveUp = fetchTheDaySoon();
    // On the very first visit the service worker comes up after the page.
    navigator.serviceWorker?.addEventListener('controllerchange', fetchNow);
    return () => {
      giveUp();
      navigator.serviceWorker?.removeEventListener('controllerchange', fetchNow);
    };
  }, [instructor]);
  useAction(actions.find, () => setOpen('jump'));
  useAction(actions.help, () => setOpen('help'));
  return (
    <Box sx={{ minHeight: '100vh', bgcolor: 'background.default' }}>
      <Button
        variant="contained"
        className="screen-only"
        onClick={() => content.current?.focus()}
        // Seen only by who comes to it with the Tab key.
        sx={{
          position: 'absolute',
          zIndex: 'tooltip',
          m: 1,
          '&:not(:focus-visible)': {
            width: 1,
            height: 1,
            minWidth: 0,
            p: 0,
            m: 0,
            clipPath: 'inset(50%)',
            overflow: 'hidden',
          },
        }}
      >
        Skip to content
      </Button>
      <Box
        component="header"
        className="screen-only"
        sx={{ borderBottom: `1px solid ${colour('line')}`, bgcolor: colour('paper') }}
      >
        <Container maxWidth="xl">
          <Stack
            direction="row"
            sx={{
              alignItems: 'center',
              minHeight: 68,
              gap: { xs: 0.5, sm: 2 },
              flexWrap: { xs: 'wrap', md: 'nowrap' },
            }}
          >
            <Stack direction="row" spacing={1.2} sx={{ alignItems: 'center', mr: { xs: 'auto', md: 2 } }}>
              <Wren size={38} />
              <Typography
                component="span"
                sx={{
                  fontWeight: 700,
                  fontSize: '1.3rem',
                  display: { xs: 'none', sm: 'block', md: 'none', xl: 'block' },
                }}
              >
                Jasperwren
              </Typography>
            </Stack>
            <Stack
              component="nav"
              aria-label="Screens"
              direction="row"
              sx={{
                alignSelf: 'stretch',
                flex: { xs: '1 0 100%', md: 1 },
                order: { xs: 5, md: 0 },
                flexWrap: { xs: 'wrap', md: 'nowrap' },
              }}
            >
              {navigation.map(({ path: to, title }) => (
                <Box
                  key={to}
                  component={NavLink}
                  to={to}
                  end={to === '/'}
                  sx={{
                    display: 'flex',
                    alignItems: 'center',
                    minHeight: { xs: 46, md: 0 },
                    px: { xs: 0.75, sm: 1.1, lg: 1.4 },
                    whiteSpace: 'nowrap',
                    color: 'text.primary',
                    textDecoration: 'none',
                    borderBottom: '4px solid transparent',
                    borderTop: '4px solid transparent',
                    '&.active': { fontWeight: 700, borderBottomColor: colour('jasper') },
                  }}
                >
                  {title}
                </Box>
              ))}
            </Stack>
            <Button
              onClick={() => setOpen('jump')}
              color="inherit"
              sx={{ fontWeight: 400, display: { xs: 'none', sm: 'flex' } }}
            >
              {actions.find.button}
              <Box
                component="kbd"
                sx={{ ml: 1, whiteSpace: 'nowrap', display: { xs: 'none', xl: 'inline' } }}
              >
                {actions.find.named}
              </Box>
            </Button>
            <Button
              onClick={() => setOpen('help')}
              color="inherit"
              sx={{ fontWeight: 400, px: { xs: 1, sm: 1.5 }, minWidth: 48 }}
            >
              {actions.help.button}
            </Button>
            <LightSwitch />
            <Typography sx={{ color: 'text.secondary', display: { xs: 'none', xl: 'block' } }}>
              {data?.instructor.name}
            </Typography>
            <Button
              color="inherit"
              onClick={() =>
                // A fresh page: nothing of whoever was here stays in it.
                leaveAll(() => void leaveTheDay(() => signOut()).then(() => window.location.assign('/')))
              }
              sx={{ fontWeight: 400, px: { xs: 1, sm: 1.5 }, minWidth: 48, whiteSpace: 'nowrap' }}
            >
              Sign out
            </Button>
          </Stack>
        </Container>
      </Box>
      <NotSecure signedIn />
      <NewVersion />
      <Container
        component="main"
        ref={content}
        tabIndex={-1}
        maxWidth="xl"
        sx={{ py: { xs: 2, sm: 3 }, '&:focus': { outline: 'none' } }}
      >
        <Outlet />
      </Container>
      {open === 'jump' ? <JumpDialog open onClose={() => setOpen(null)} /> : null}
      {open === 'help' ? <HelpDialog open onClose={() => setOpen(null)} /> : null}
    </Box>
  );
}
