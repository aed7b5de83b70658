import { useEffect, useState } from 'react';
import { useHistory } from '../ui';
import { useKeptDraft } from './useKeptDraft';
import { useUnsaved } from './useUnsaved';

/**
 * A value with undo and redo that outlives a reload: kept on this device under `key` until it is saved or given up.
 * Leaving the screen with changes asks first.
 * @param start the value as it is saved; the same object in every render
 */
export function useKeptHistory<T extends object>(key: string, start: T) {
  const { before, keep, forget } = useKeptDraft<T>(key);
  const { now, change, undo, redo, can } = useHistory<T>(() => before ?? start);
  const [restored, setRestored] = useState(before !== null);
  const changed = now !== start;
  const { saved } = useUnsaved(changed, forget);
  useEffect(() => {
    if (changed) keep(now);
    else forget();
  }, [changed, keep, forget, now]);
  return {
    now,
    change,
    undo,
    redo,
    can,
    /** What is shown was kept from before a reload. */
    restored,
    startAgain: () => {
      setRestored(false);
      change('', () => start);
    },
    /** It is saved, or given up: nothing is kept here any more. */
    done: () => {
      saved();
      forget();
    },
  };
}
