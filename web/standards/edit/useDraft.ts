import { useCallback, useEffect, useState } from 'react';
import { useHistory } from '../../ui';
import type { Draft, Path } from './draft';

/**
 * A draft with undo and redo, kept in this browser under `key` until it is saved or dropped, so that a closed
 * page loses nothing.
 */
export function useDraft(key: string, start: Draft) {
  const [before] = useState(() => kept(key));
  const { now, change: changeAbout, undo, redo, can } = useHistory<Draft>(() => before ?? start);
  const [restored, setRestored] = useState(before !== null);

  useEffect(() => {
    if (now === start) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify(now));
  }, [key, now, start]);

  const change = useCallback(
    (about: Path, changed: (draft: Draft) => Draft) => changeAbout(about.join(' '), changed),
    [changeAbout],
  );
  const startAgain = () => {
    setRestored(false);
    changeAbout('', () => start);
  };
  const forget = useCallback(() => localStorage.removeItem(key), [key]);
  return { draft: now, change, undo, redo, can, restored, startAgain, forget };
}

function kept(key: string): Draft | null {
  try {
    return JSON.parse(localStorage.getItem(key) ?? 'null') as Draft | null;
  } catch {
    return null;
  }
}
