import { useCallback } from 'react';
import { useKeptHistory } from '../../parts/unsaved';
import type { Path } from '../../parts/form';
import type { Standard } from '../../../core/standard';

/**
 * A standard while it is written. Its lists and ids are there; single values may be missing or not allowed yet, which
 * the checks say at their places.
 */
export type Draft = Standard;

/** A standard while it is written, with undo and redo; kept on this device until it is saved or given up. */
export function useDraft(key: string, start: Draft) {
  const { now: draft, change: changeAbout, ...rest } = useKeptHistory(key, start);
  const change = useCallback(
    (about: Path, changed: (draft: Draft) => Draft) => changeAbout(about.join(' '), changed),
    [changeAbout],
  );
  return { draft, change, ...rest };
}
