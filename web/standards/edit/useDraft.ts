import { useCallback, useEffect, useState } from 'react';
import type { Draft, Path } from './draft';

interface History {
  readonly past: readonly Draft[];
  readonly now: Draft;
  readonly future: readonly Draft[];
  /** What the last change was about: further ones about the same are one step to undo. */
  readonly about: string;
}

const MOST_STEPS = 200;

/**
 * A draft with undo and redo, kept in this browser under `key` until it is saved or dropped, so that a closed
 * page loses nothing.
 */
export function useDraft(key: string, start: Draft) {
  const [before] = useState(() => kept(key));
  const [history, setHistory] = useState<History>({ past: [], now: before ?? start, future: [], about: '' });
  const [restored, setRestored] = useState(before !== null);
  const { now } = history;

  useEffect(() => {
    if (now === start) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(now));
  }, [key, now, start]);

  const change = useCallback((about: Path, changed: (draft: Draft) => Draft) => {
    setHistory(({ past, now: before, about: last }) => {
      const name = about.join(' ');
      const steps = name === last ? past : [...past.slice(-MOST_STEPS), before];
      return { past: steps, now: changed(before), future: [], about: name };
    });
  }, []);

  const undo = useCallback(
    () =>
      setHistory(({ past, now: before, future, about }) => {
        const earlier = past.at(-1);
        if (!earlier) return { past, now: before, future, about };
        return { past: past.slice(0, -1), now: earlier, future: [before, ...future], about: '' };
      }),
    [],
  );
  const redo = useCallback(
    () =>
      setHistory(({ past, now: before, future: [later, ...future], about }) =>
        later
          ? { past: [...past, before], now: later, future, about: '' }
          : { past, now: before, future, about },
      ),
    [],
  );
  const startAgain = () => {
    setRestored(false);
    setHistory({ past: [...history.past, now], now: start, future: [], about: '' });
  };
  const forget = useCallback(() => localStorage.removeItem(key), [key]);

  const can = { undo: history.past.length > 0, redo: history.future.length > 0 };
  return { draft: now, change, undo, redo, can, restored, startAgain, forget };
}

function kept(key: string): Draft | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as Draft | null;
  } catch {
    return null;
  }
}
