import { useCallback } from 'react';
import { useKeptHistory } from '../../parts/unsaved';
import type { Draft, Path } from './draft';

/** A standard while it is written, with undo and redo; kept on this device until it is saved or given up. */
export function useDraft(key: string, start: Draft) {
  const { now: draft, change: changeAbout, ...rest } = useKeptHistory(key, start);
  const change = useCallback(
    (about: Path, changed: (draft: Draft) => Draft) => changeAbout(about.join(' '), changed),
    [changeAbout],
  );
  return { draft, change, ...rest };
}
