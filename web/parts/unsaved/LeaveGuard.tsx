import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useCallback, useEffect, useState, type ReactNode } from 'react';
import { useBlocker } from 'react-router';
import { AskContext, giveUpAll, isLostByReload, isUnsaved } from './useUnsaved';

/**
 * Asks before what was typed is lost: by another screen, by closing a dialog, or by closing the page. The router
 * allows one blocker, so all forms share this one.
 */
export function LeaveGuard({ children }: { readonly children: ReactNode }) {
  const [closing, setClosing] = useState<(() => void) | null>(null);
  const blocker = useBlocker(
    // A draft that is kept here shows the same in another part of its screen.
    ({ currentLocation: from, nextLocation: to }) =>
      from.pathname !== to.pathname ? isUnsaved() : from.search !== to.search && isLostByReload(),
  );
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (isLostByReload()) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, []);
  const ask = useCallback((then: () => void) => setClosing(() => then), []);
  const stay = () => {
    setClosing(null);
    blocker.reset?.();
  };
  const leave = () => {
    setClosing(null);
    if (closing) return closing();
    giveUpAll();
    blocker.proceed?.();
  };
  return (
    <AskContext value={ask}>
      {children}
      <Dialog
        open={closing !== null || blocker.state === 'blocked'}
        onClose={stay}
        aria-labelledby="leave-title"
        maxWidth="xs"
        fullWidth
      >
        <DialogTitle id="leave-title">Leave without saving?</DialogTitle>
        <DialogContent>What you changed here isn’t saved yet.</DialogContent>
        <DialogActions sx={{ p: 2 }}>
          <Button color="inherit" onClick={leave}>
            Leave, lose the changes
          </Button>
          <Button variant="contained" onClick={stay} autoFocus>
            Stay
          </Button>
        </DialogActions>
      </Dialog>
    </AskContext>
  );
}
