import { createContext, useCallback, useContext, useEffect, useMemo, useRef } from 'react';

/** A form with changes that are not saved. */
export interface Hold {
  /** A draft stays on this device, so a reload loses nothing. */
  readonly keptHere: boolean;
  /** Called when the user leaves and gives the changes up. */
  readonly drop: () => void;
}

interface Leaving {
  /** Puts a form under guard; returns how it is released. */
  readonly hold: (one: Hold) => () => void;
  /** Asks, then closes. */
  readonly ask: (close: () => void) => void;
  /** Asks when anything is unsaved, gives it up, and goes on. */
  readonly leaveAll: (then: () => void) => void;
}

/** Without a guard above it, nothing is asked. */
export const LeaveContext = createContext<Leaving>({
  hold: () => () => undefined,
  ask: (close) => close(),
  leaveAll: (then) => then(),
});

interface Unsaved {
  /** Closes at once when nothing was changed, else asks first. */
  readonly close: (then: () => void) => void;
  /** The changes are saved: whatever follows in the same step is not asked about. */
  readonly saved: () => void;
}

/**
 * Guards a form while `changed` is true.
 * @param drop given when a draft of the form stays on this device: forgets that draft
 */
export function useUnsaved(changed: boolean, drop?: () => void): Unsaved {
  const { hold, ask } = useContext(LeaveContext);
  const release = useRef<(() => void) | null>(null);
  const latest = useRef(drop);
  latest.current = drop;
  const keptHere = drop !== undefined;
  useEffect(() => {
    if (!changed) return;
    const end = hold({ keptHere, drop: () => latest.current?.() });
    release.current = end;
    return end;
  }, [changed, keptHere, hold]);
  const close = useCallback((then: () => void) => (changed ? ask(then) : then()), [changed, ask]);
  const saved = useCallback(() => release.current?.(), []);
  return useMemo(() => ({ close, saved }), [close, saved]);
}

/** For what leaves every screen at once, such as signing out. */
export const useLeaveAll = () => useContext(LeaveContext).leaveAll;
