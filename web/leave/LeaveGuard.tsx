import { Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { useCallback, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useBlocker } from 'react-router';
import { LeaveContext, type Hold } from './useUnsaved';

/**
 * Asks before what was typed is lost: by another screen, by closing a dialog, or by closing the page. The router
 * allows one blocker, so all forms share this one.
 */
export function LeaveGuard({ children }: { readonly children: ReactNode }) {
  const holds = useRef(new Set<Hold>());
  const [closing, setClosing] = useState<(() => void) | null>(null);
  const blocker = useBlocker(({ currentLocation: from, nextLocation: to }) =>
    // A draft that is kept here shows the same in another part of its screen.
    [...holds.current].some(
      ({ keptHere }) => from.pathname !== to.pathname || (!keptHere && from.search !== to.search),
    ),
  );
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if ([...holds.current].some(({ keptHere }) => !keptHere)) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, []);
  const hold = useCallback((one: Hold) => {
    holds.current.add(one);
    return () => void holds.current.delete(one);
  }, []);
  const dropAll = useCallback(() => {
    for (const { drop } of holds.current) drop();
    holds.current.clear();
  }, []);
  const leaving = useMemo(() => {
    const ask = (then: () => void) => setClosing(() => then);
    const leaveAll = (then: () => void) => {
      if (holds.current.size === 0) return then();
      ask(() => {
        dropAll();
        then();
      });
    };
    return { hold, ask, leaveAll };
  }, [hold, dropAll]);
  const stay = () => {
    setClosing(null);
    blocker.reset?.();
  };
  const leave = () => {
    setClosing(null);
    if (closing) return closing();
    dropAll();
    blocker.proceed?.();
  };
  return (
    <LeaveContext value={leaving}>
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
    </LeaveContext>
  );
}
