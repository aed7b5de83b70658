import { createContext, useCallback, useContext, useEffect, useMemo, useRef } from 'react';

/** A form with changes that are not saved. */
interface Hold {
  /** A draft stays on this device, so a reload loses nothing. */
  readonly keptHere: boolean;
  /** Called when the user leaves and gives the changes up. */
  readonly drop: () => void;
}

/** Those of this page. */
const holds = new Set<Hold>();

export const isUnsaved = (): boolean => holds.size > 0;

/** Whether anything is unsaved of which no draft stays on this device. */
export const isLostByReload = (): boolean => [...holds].some(({ keptHere }) => !keptHere);

/** Gives up whatever is unsaved, drafts included. */
export function giveUpAll(): void {
  for (const { drop } of holds) drop();
  holds.clear();
}

/** Asks, then goes on. Without a guard above it, nothing is asked. */
export const AskContext = createContext<(then: () => void) => void>((then) => then());

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
  const ask = useContext(AskContext);
  const own = useRef<Hold | null>(null);
  const latest = useRef(drop);
  latest.current = drop;
  const keptHere = drop !== undefined;
  const saved = useCallback(() => {
    if (own.current) holds.delete(own.current);
  }, []);
  useEffect(() => {
    if (!changed) return;
    own.current = { keptHere, drop: () => latest.current?.() };
    holds.add(own.current);
    return saved;
  }, [changed, keptHere, saved]);
  const close = useCallback((then: () => void) => (changed ? ask(then) : then()), [changed, ask]);
  return useMemo(() => ({ close, saved }), [close, saved]);
}

/** For what leaves every screen at once, such as signing out: asks when anything is unsaved, gives it up, goes on. */
export function useLeaveAll(): (then: () => void) => void {
  const ask = useContext(AskContext);
  return (then) => {
    if (!isUnsaved()) return then();
    ask(() => {
      giveUpAll();
      then();
    });
  };
}
