import { useCallback, useState } from 'react';

interface History<T> {
  readonly past: readonly T[];
  readonly now: T;
  readonly future: readonly T[];
  /** What the last change was about: further ones about the same are one step to undo. */
  readonly about: string;
}

const MOST_STEPS = 200;

/** A value with undo and redo. */
export function useHistory<T>(start: () => T) {
  const [history, setHistory] = useState<History<T>>(() => ({
    past: [],
    now: start(),
    future: [],
    about: '',
  }));

  /** Changes about the same thing, one after another, are one step; an empty `about` is always a step. */
  const change = useCallback((about: string, changed: (now: T) => T) => {
    setHistory(({ past, now: before, about: last }) => {
      const steps = about !== '' && about === last ? past : [...past.slice(-MOST_STEPS), before];
      return { past: steps, now: changed(before), future: [], about };
    });
  }, []);

  const undo = useCallback(
    () =>
      setHistory((history) => {
        const { past, now, future } = history;
        const earlier = past.at(-1);
        if (earlier === undefined) return history;
        return { past: past.slice(0, -1), now: earlier, future: [now, ...future], about: '' };
      }),
    [],
  );

  const redo = useCallback(
    () =>
      setHistory((history) => {
        const { past, now, future } = history;
        const [later, ...rest] = future;
        if (later === undefined) return history;
        return { past: [...past, now], now: later, future: rest, about: '' };
      }),
    [],
  );

  const can = { undo: history.past.length > 0, redo: history.future.length > 0 };
  return { now: history.now, change, undo, redo, can };
}
