import { useCallback, useState } from 'react';

const PREFIX = 'draft ';

/** A draft that outlives a reload: what was kept under `key`, and how it is kept and forgotten. */
export function useKeptDraft<T>(key: string) {
  const [before] = useState(() => read<T>(key));
  const keep = useCallback(
    (draft: T) => {
      try {
        localStorage.setItem(PREFIX + key, JSON.stringify(draft));
      } catch {
        // A full or closed store: the form works all the same, and a reload loses it.
      }
    },
    [key],
  );
  const forget = useCallback(() => localStorage.removeItem(PREFIX + key), [key]);
  return { before, keep, forget };
}

/** Forgets every draft, for whoever uses this device next. */
export function forgetDrafts(): void {
  for (const key of Object.keys(localStorage)) if (key.startsWith(PREFIX)) localStorage.removeItem(key);
}

function read<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}
